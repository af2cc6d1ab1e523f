<script lang="ts">
  // What nothing was made of: lines, shown on the board by a tap, and words.
  import type { FileOffer } from '../api/types';
  import CheckBox from '../parts/CheckBox.svelte';

  let { offer, shown = $bindable(false) }: { offer: FileOffer; shown?: boolean } = $props();
  const lines = $derived(offer.unused.length + offer.left_out);
</script>

{#if lines || offer.words.length}
  <section>
    <h3 class="font-semibold">What nothing was made of</h3>
    {#if lines}
      <CheckBox
        label="Show {lines === 1 ? 'the one line' : `the ${lines} lines`} on the board"
        checked={shown}
        set={(on) => (shown = on)}
      />
    {/if}
    {#if offer.left_out}<p class="eyebrow">The first {offer.unused.length} are drawn.</p>{/if}
    {#if offer.words.length}
      <details>
        <summary>Words</summary>
        <ul class="eyebrow ml-4 list-disc">
          {#each offer.words as words (words)}<li>{words}</li>{/each}
        </ul>
      </details>
    {/if}
  </section>
{/if}

<style>
  summary {
    cursor: pointer;
  }
</style>
