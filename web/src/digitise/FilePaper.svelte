<script lang="ts">
  // Which pages of a file are printed for what is chosen of it, or what is chosen drawn anew.
  import { inRuns, plural } from '../parts/lists';
  import { here } from '../parts/session.svelte';
  import type { FileOffer } from '../api/types';
  import type { FileOfferState } from './file.svelte';

  let { offer, file }: { offer: FileOffer; file: FileOfferState } = $props();
  const count = $derived(file.wanted.length);
  const sizes = $derived(Object.keys(file.sizes).length);
  const square = $derived(offer.home_print?.square_pages?.length ? ' and the test square' : '');
  const papers = $derived([
    [here.paper, `PDF, ${here.paper} pages`],
    ['one sheet', 'PDF, one sheet'],
  ] as const);
</script>

{#if file.pages.length}
  <section>
    <h3 class="font-semibold">On paper</h3>
    <p>
      {plural(file.pages.length, 'page')} of {offer.pages.length}
      {file.pages.length === 1 ? 'shows' : 'show'} what is chosen{square}:
      <strong>{inRuns(file.pages)}</strong>
    </p>
    <p class="eyebrow">How they are taped together stands under Pick, once they are taken.</p>
    <p class="mt-2">
      Or {sizes === 1 ? 'this size alone' : 'these sizes alone'}, drawn anew at full size:
    </p>
    <div class="mt-1 flex flex-wrap gap-2">
      {#each papers as [paper, name] (paper)}
        <button class="btn btn-sm" disabled={!count || !!file.busy} onclick={() => file.save(paper)}
          >{name}</button
        >
      {/each}
    </div>
  </section>
{/if}
