<script lang="ts">
  // A change that asks for lengths alone, or for nothing more: of an edge, a notch, a whole piece.
  import FigureLine from '../parts/FigureLine.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { say } from '../parts/session.svelte';
  import ChangeFrame from './ChangeFrame.svelte';
  import { kindOf } from './kinds';
  import { put, type Card, type Change } from './ways';

  let { change, index, last, fitted, alter }: Card<Change['kind']> = $props();

  const made = $derived(fitted.made.find((each) => each.index === index));
  const name = $derived(say(made?.name ?? fitted.asked[index]?.heading ?? ''));
  const lengths = $derived(
    (kindOf(change).lengths ?? []).filter(({ when }) => !when || when(change)),
  );
</script>

<ChangeFrame {name} {change} {index} {last} {fitted} {alter}>
  {#if lengths.length}
    <div class="grid grid-cols-2 items-end gap-2">
      {#each lengths as { label, of, set, signed = false } (label)}
        <LengthField
          {label}
          {signed}
          mm={of(change)}
          set={(mm) => alter(put(index, set(mm ?? 0)))}
        />
      {/each}
    </div>
  {/if}
  {#if made}
    {#each made.figures ?? [] as figure (figure.name)}<FigureLine {figure} />{/each}
    <p class="mt-1">{say(made.instruction)}</p>
  {/if}
</ChangeFrame>
