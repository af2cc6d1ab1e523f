<script lang="ts">
  // The chosen piece: its ruler numbers and the ways of turning it.
  import type { Judged, LayItem } from '../api/types';
  import FigureLine from '../parts/FigureLine.svelte';
  import { say } from '../parts/session.svelte';
  import type { Hand } from './hand.svelte';

  let { item, judged, hand }: { item: LayItem; judged: Judged; hand: Hand } = $props();
  const numbers = $derived(judged.numbers);
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
  <div class="mt-1 flex flex-wrap gap-1">
    <button class="btn btn-xs" title="T" onclick={() => hand.mend(item.key, 'turn end for end')}
      >End for end</button
    >
    <button class="btn btn-xs" title="O" onclick={() => hand.mend(item.key, 'turn over')}
      >Turn over</button
    >
    <button class="btn btn-xs" title="Comma" onclick={() => hand.turn(item.key, 1)}>1° left</button>
    <button class="btn btn-xs" title="Full stop" onclick={() => hand.turn(item.key, -1)}
      >1° right</button
    >
    <button class="btn btn-xs" title="S" onclick={() => hand.mend(item.key, 'straighten')}
      >Straighten</button
    >
  </div>
</section>

<style>
  .numbers {
    border: 1px solid var(--color-base-300);
    border-left: 3px solid var(--thread);
    padding: 0.5rem 0.6rem;
  }
</style>
