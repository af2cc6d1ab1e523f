<script lang="ts">
  // A dart that is changed: its point or points, its width, its place.
  import FigureLine from '../parts/FigureLine.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { say } from '../parts/session.svelte';
  import ChangeFrame from './ChangeFrame.svelte';
  import { put, type Card } from './ways';

  let { change, index, last, fitted, edit }: Card<'dart'> = $props();

  const made = $derived(fitted.made_darts.find((each) => each.index === index));
  const dart = $derived(
    fitted.darts.find((each) => each.dart === change.dart && change.pieces.includes(each.piece)),
  );
  const name = $derived(dart ? dart.name[0]!.toUpperCase() + dart.name.slice(1) : change.dart);
  type Amount = 'lower' | 'upper' | 'intake' | 'dx' | 'dy';
  const asks = $derived(Object.entries(dart?.asks ?? {}) as [Amount, string][]);
</script>

<ChangeFrame {name} {change} {index} {last} {edit}>
  {#if dart}
    <p class="eyebrow">Pieces {change.pieces.join(', ')}; now</p>
    {#each dart.figures as figure (figure.name)}<FigureLine {figure} />{/each}
  {/if}
  <div class="grid grid-cols-2 items-end gap-2">
    {#each asks as [field, label] (field)}
      <LengthField
        {label}
        mm={change[field]}
        signed
        set={(mm) => edit(put(index, { [field]: mm ?? 0 }))}
      />
    {/each}
  </div>
  {#if made}<p class="mt-1">{say(made.instruction)}</p>{/if}
</ChangeFrame>
