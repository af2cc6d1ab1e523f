<script lang="ts">
  // A change of an edge or a whole piece: by hand, cut in two, joined, opened, mirrored, another allowance.
  import FigureLine from '../parts/FigureLine.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { say } from '../parts/session.svelte';
  import ChangeFrame from './ChangeFrame.svelte';
  import { put, type Card, type Change } from './ways';

  type Kind = Exclude<Change['kind'], 'length' | 'dart' | 'width'>;
  let { change, index, last, fitted, edit }: Card<Kind> = $props();

  const made = $derived(fitted.made.find((each) => each.index === index));
  const NAMES: Record<Kind, string> = {
    hand: 'By hand',
    split: 'Cut in two',
    join: 'Joined',
    open: 'Opened out',
    mirror: 'Mirrored',
    allowance: 'Allowance',
    notch: 'Notch',
  };
  const name = $derived(say(made?.name ?? `${NAMES[change.kind]}, piece ${change.piece}`));
  const change_ = (some: Partial<Change>) => edit(put(index, some));
</script>

<ChangeFrame {name} {change} {index} {last} {edit}>
  {#if change.kind === 'hand'}
    <div class="grid grid-cols-2 gap-2">
      {#if change.part === 'start' || change.part === 'end'}
        <LengthField
          label="On along it (minus: back)"
          mm={change.along ?? 0}
          signed
          set={(mm) => change_({ along: mm ?? 0 })}
        />
      {/if}
      <LengthField
        label="Out (minus: in)"
        mm={change.out ?? 0}
        signed
        set={(mm) => change_({ out: mm ?? 0 })}
      />
    </div>
  {:else if change.kind === 'split'}
    <div class="grid grid-cols-2 items-end gap-2">
      <LengthField
        label="Allowance"
        mm={change.allowance ?? 15}
        set={(mm) => change_({ allowance: mm ?? 0 })}
      />
    </div>
  {:else if change.kind === 'allowance'}
    <LengthField label="Wide" mm={change.width} set={(mm) => change_({ width: mm ?? 0 })} />
  {:else if change.kind === 'notch'}
    <LengthField
      label="Along its edge (minus: back)"
      mm={change.along}
      signed
      set={(mm) => change_({ along: mm ?? 0 })}
    />
  {/if}
  {#if made}
    {#each made.figures ?? [] as figure (figure.name)}<FigureLine {figure} />{/each}
    <p class="mt-1">{say(made.instruction)}</p>
  {/if}
</ChangeFrame>
