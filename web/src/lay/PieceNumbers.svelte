<script lang="ts">
  // The chosen piece: its ruler numbers, read or typed, and the ways of turning it.
  import type { Judged, LayItem } from '../api/types';
  import FigureLine from '../parts/FigureLine.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { toggled } from '../parts/lists';
  import { say } from '../parts/session.svelte';
  import { theLay } from './lay.svelte';

  let { item, judged }: { item: LayItem; judged: Judged } = $props();
  const table = theLay();
  const { hand } = table;
  const numbers = $derived(judged.numbers);
  const pinned = $derived(table.pins.includes(item.key));
  const isCut = $derived(table.cut.includes(item.key));
  const other = $derived(hand.also[0] ? table.itemOf(hand.also[0]) : null);
  const FIELDS = $derived([
    ['upper', `Upper end from the ${numbers.edge}`],
    ['lower', `Lower end from the ${numbers.edge}`],
    ['to_end', 'Upper end from the cut end'],
  ] as const);
</script>

<section class="numbers">
  <h2 class="display text-base">{item.piece} {item.name}</h2>
  <FigureLine figure={numbers.upper} />
  <FigureLine figure={numbers.lower} />
  <FigureLine figure={numbers.to_end} />
  {#if numbers.selvedge}
    <p class="eyebrow">
      tape at the cloth’s outer edge, of which selvedge {say(`[[${numbers.selvedge}]]`)}
    </p>
  {/if}
  <p class="eyebrow">{numbers.face}, {numbers.direction}; number {numbers.order} to lay</p>
  {#if other}
    <p class="mt-1">
      and {other.piece}
      {other.name}{hand.also.length > 1 ? `, and ${hand.also.length - 1} more` : ''}
    </p>
    <div class="mt-1 flex flex-wrap gap-1">
      <button class="btn btn-xs" title="X" onclick={() => hand.arrange('swap')}>Swap them</button>
      <button class="btn btn-xs" title="G" onclick={() => hand.arrange('align')}
        >Lay {other.piece} along its grain</button
      >
    </div>
  {/if}
  <div class="mt-1 flex flex-wrap gap-1">
    {#if !pinned && !isCut}
      <button class="btn btn-xs" title="T" onclick={() => hand.mend(item.key, 'turn end for end')}
        >End for end</button
      >
      <button class="btn btn-xs" title="O" onclick={() => hand.mend(item.key, 'turn over')}
        >Turn over</button
      >
      <button class="btn btn-xs" title="Comma" onclick={() => hand.turn(item.key, 1)}
        >1° left</button
      >
      <button class="btn btn-xs" title="Full stop" onclick={() => hand.turn(item.key, -1)}
        >1° right</button
      >
      <button class="btn btn-xs" title="S" onclick={() => hand.mend(item.key, 'straighten')}
        >Straighten</button
      >
      <button
        class="btn btn-xs"
        title="Delete"
        onclick={() => table.takeOff([item.key, ...hand.also])}>Back to the tray</button
      >
    {/if}
    {#if !isCut}
      <button
        class={['btn btn-xs', pinned && 'btn-neutral']}
        aria-pressed={pinned}
        title="P"
        onclick={() => table.hold(({ pins }) => ({ pins: toggled(pins, item.key) }))}
        >{pinned ? 'Pinned' : 'Pin it down'}</button
      >
    {/if}
    <button
      class={['btn btn-xs', isCut && 'btn-neutral']}
      aria-pressed={isCut}
      onclick={() => table.hold(({ cut }) => ({ cut: toggled(cut, item.key) }))}
      >{isCut ? 'Cut out' : 'It is cut out'}</button
    >
  </div>
  {#if !pinned && !isCut}
    <details class="mt-1">
      <summary class="eyebrow">Type where it shall lie</summary>
      {#each FIELDS as [field, label] (field)}
        <LengthField
          {label}
          mm={numbers[field].value}
          set={(mm) => hand.tape(item.key, { [field]: mm })}
        />
      {/each}
    </details>
  {/if}
</section>

<style>
  .numbers {
    border: 1px solid var(--color-base-300);
    border-left: 3px solid var(--thread);
    padding: 0.5rem 0.6rem;
  }
  summary {
    cursor: pointer;
  }
</style>
