<script lang="ts">
  // What to set against each other.
  import LengthField from '../parts/LengthField.svelte';
  import { say } from '../parts/session.svelte';
  import type { Compare } from './compare.svelte';
  import { theLay } from './lay.svelte';

  let { compare }: { compare: Compare } = $props();
  const table = theLay();
  const lay = $derived(table.lay!);
  const cloth = $derived(lay.cloth);
</script>

{#if !cloth}
  <p>Choose a cloth for the {lay.role} first.</p>
{:else}
  <section class="flex flex-col gap-2">
    <h2 class="display text-lg">Ways of folding</h2>
    <p class="eyebrow">
      Each is searched anew, and drawn to one scale. More time under Table finds shorter lays.
    </p>
    {#each compare.widths as width, at (at)}
      <div class="flex items-center gap-2">
        <span class="grow">also {say(`[[${width}]]`)} wide</span>
        <button
          class="btn btn-xs btn-ghost"
          onclick={() => (compare.widths = compare.widths.filter((_, k) => k !== at))}
          >Leave it out</button
        >
      </div>
    {/each}
    <LengthField
      label="Another width the shop has"
      mm={null}
      empty
      set={(mm) => {
        if (mm) compare.widths = [...compare.widths, mm];
      }}
    />
    <button
      class="btn btn-sm btn-primary"
      disabled={compare.busy}
      onclick={() => compare.folds(lay)}>Compare them</button
    >
  </section>
  {#if lay.asks.length}
    <section>
      <h2 class="display text-lg">
        What {lay.asks.join(' and ')} cost{lay.asks.length > 1 ? '' : 's'}
      </h2>
      <button
        class="btn btn-sm mt-1 w-full"
        disabled={compare.busy}
        onclick={() => compare.costs(lay)}>Search with and without</button
      >
    </section>
  {/if}
  <section>
    <h2 class="display text-lg">Does it fit my cloth?</h2>
    <p class="eyebrow">
      {lay.owned
        ? say(`You own [[${lay.owned}]] to lay on.`)
        : 'Write in the cupboard how much of it there is.'}
    </p>
    <button
      class="btn btn-sm mt-1 w-full"
      disabled={compare.busy || !lay.owned}
      onclick={() => compare.fits(lay)}>Find out, and what would make it fit</button
    >
  </section>
  {#if compare.busy}
    <section aria-live="polite">
      <p>{table.seek.standing}</p>
      <progress class="progress w-full" value={table.seek.share} max="1"></progress>
      <button class="btn btn-sm mt-1" onclick={() => table.seek.stop()}>That is enough</button>
    </section>
  {/if}
{/if}
