<script lang="ts">
  // A dart that is changed: its point or points, its width, its place.
  import { theMaking } from '../making/making.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { say } from '../parts/session.svelte';
  import CheckBox from '../parts/CheckBox.svelte';
  import Choice from '../parts/Choice.svelte';
  import ChangeFrame from './ChangeFrame.svelte';
  import { put, type Card } from './ways';

  let { change, index, last, fitted, alter }: Card<'dart'> = $props();

  const making = theMaking();
  const made = $derived(fitted.made.find((each) => each.index === index));
  const dart = $derived(
    fitted.darts.find((each) => each.dart === change.dart && change.pieces.includes(each.piece)),
  );
  const name = $derived(dart ? dart.name[0]!.toUpperCase() + dart.name.slice(1) : change.dart);
  type Amount = 'along' | 'lower' | 'upper' | 'intake' | 'dx' | 'dy';
  const asks = $derived(Object.entries(dart?.asks ?? {}) as [Amount, string][]);
</script>

<ChangeFrame {name} {change} {index} {last} {fitted} {alter}>
  {#if dart}
    <p class="eyebrow">Pieces {change.pieces.join(', ')}; now</p>
    {#each dart.figures as figure (figure.name)}<FigureLine {figure} />{/each}
  {/if}
  {#if dart?.short}
    {@const { dx = 0, dy = 0 } = dart.short}
    <button
      class="btn btn-xs mt-1 h-auto min-h-6 py-0.5 text-left whitespace-normal"
      onclick={() =>
        making.attempt(() =>
          alter(put(index, { dx: (change.dx ?? 0) + dx, dy: (change.dy ?? 0) + dy })),
        )}
      >Turn its point to {say(`[[${fitted.tolerances?.bust ?? 25}]]`)} short of the bust point</button
    >
  {/if}
  <div class="grid grid-cols-2 items-end gap-2">
    {#each asks as [field, label] (field)}
      <LengthField
        {label}
        mm={change[field] ?? 0}
        signed
        set={(mm) => alter(put(index, { [field]: mm ?? 0 }))}
      />
    {/each}
  </div>
  <Choice
    label="It becomes"
    value={change.becomes ?? 'one'}
    options={[
      { value: 'one', name: 'one dart' },
      { value: 'two', name: 'two darts of half its width' },
      { value: 'none', name: 'no dart: its width is eased in' },
    ]}
    set={(becomes) =>
      making.attempt(() => alter(put(index, { becomes: becomes as 'one' | 'two' | 'none' })))}
  />
  {#if dart && !dart.double}
    <CheckBox
      small
      label="Pressed to the other side"
      checked={change.other_way ?? false}
      set={(other_way) => making.attempt(() => alter(put(index, { other_way })))}
    />
  {/if}
  {#if change.becomes === 'two'}
    <LengthField
      label="Apart"
      mm={change.apart ?? 25}
      set={(mm) => alter(put(index, { apart: mm ?? 25 }))}
    />
  {/if}
  {#if made}<p class="mt-1">{say(made.instruction)}</p>{/if}
</ChangeFrame>
