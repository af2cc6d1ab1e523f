<script lang="ts">
  // The pieces that were found in a file: what is said and marked on each, and which are taken.
  import type { FileOffer } from '../api/types';
  import FindingList from '../parts/FindingList.svelte';
  import type { FileOfferState } from './file.svelte';

  let {
    offer,
    file,
    light,
  }: { offer: FileOffer; file: FileOfferState; light: (piece: number | null) => void } = $props();

  const whole = $derived(file.pieces.length === offer.pieces.length);
  const every = () => {
    file.pieces = whole ? [] : offer.pieces.map(({ inputs }) => inputs.id);
  };
</script>

<section>
  <div class="flex items-baseline justify-between gap-2">
    <h3 class="font-semibold">
      {offer.pieces.length === 1 ? 'One piece' : `${offer.pieces.length} pieces`}
    </h3>
    {#if offer.pieces.length > 1}
      <button class="btn btn-xs" onclick={every}>{whole ? 'None of them' : 'All of them'}</button>
    {/if}
  </div>
  <ul class="mt-1 flex flex-col" aria-label="Pieces found">
    {#each offer.pieces as piece (piece.inputs.id)}
      {@const id = piece.inputs.id}
      <li
        class="piece"
        onpointerenter={() => light(id)}
        onpointerleave={() => light(null)}
        onfocusin={() => light(id)}
        onfocusout={() => light(null)}
      >
        <label class="flex items-start gap-2">
          <input
            type="checkbox"
            class="checkbox checkbox-sm mt-0.5"
            checked={file.pieces.includes(id)}
            onchange={() => file.toggle(id)}
          />
          <span>
            <strong>{piece.inputs.number} {piece.inputs.name || 'without a name'}</strong>
            <span class="eyebrow block">
              {piece.cuts.join('; ')}{#if piece.marks}; {piece.marks}{/if}
            </span>
          </span>
        </label>
        {#if piece.findings.length}
          <div class="mt-1 ml-7"><FindingList findings={piece.findings} /></div>
        {/if}
      </li>
    {/each}
  </ul>
</section>

<style>
  .piece {
    padding: 0.4rem 0;
    border-bottom: 1px solid var(--color-base-300);
  }
  .piece:hover {
    background: color-mix(in oklab, var(--board) 40%, transparent);
  }
</style>
