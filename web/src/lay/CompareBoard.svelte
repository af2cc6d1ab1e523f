<script lang="ts">
  // Ways of laying it, side by side: pictures to one scale, with length, price, waste and what is left.
  import FigureLine from '../parts/FigureLine.svelte';
  import { say } from '../parts/session.svelte';
  import type { Compare } from './compare.svelte';
  import { theLay } from './lay.svelte';
  import LayThumb from './LayThumb.svelte';

  let { compare }: { compare: Compare } = $props();
  const table = theLay();
  const lay = $derived(table.lay!);
  const seen = $derived(compare.seen);
  const fits = $derived(seen?.found.fits ?? null);
  /** Every picture there is: all are drawn to one scale. */
  const pictures = $derived(
    [...(fits ? [fits, ...fits.options] : (seen?.seen ?? []))].flatMap(
      ({ picture }) => picture ?? [],
    ),
  );
  const longest = $derived(
    Math.max(
      300,
      ...pictures.map(({ length, owned, width }) => Math.max(length, owned ?? 0, width * 1.15)),
    ),
  );
  const least = $derived(
    Math.min(...(seen?.found.tried ?? []).flatMap((each) => (each.takes ? [each.takes] : []))),
  );
  const wordsOf = (fold: string) =>
    table.stage.value?.folds.find((each) => each.fold === fold)?.words ?? fold;
</script>

<div class="ways">
  {#if fits}
    <div class="wide sheet" role="status">
      <h2 class="display text-xl">{say(fits.sentence)}</h2>
      {#if fits.of}
        <p class="eyebrow">{fits.tried} of {fits.of} changes tried, one at a time.</p>
      {/if}
    </div>
    {#if fits.picture}
      <article class="sheet">
        <h3 class="font-semibold">As it lies now</h3>
        <LayThumb picture={fits.picture} colour={lay.cloth!.colour} {longest} />
        {#if fits.takes}<FigureLine figure={fits.takes} />{/if}
        {#if fits.owned}<FigureLine figure={fits.owned} />{/if}
      </article>
    {/if}
    {#each fits.options as option, at (option.what)}
      <article class="sheet">
        <h3 class="font-semibold">{say(option.what)}</h3>
        <p class="eyebrow">{say(option.because)}</p>
        {#if option.picture}
          <LayThumb picture={option.picture} colour={lay.cloth!.colour} {longest} />
        {/if}
        {#if option.saves}<FigureLine figure={option.saves} />{/if}
        <p class="font-semibold">{say(option.sentence)}</p>
        <button
          class={['btn btn-xs mt-2', option.fits && 'btn-primary']}
          disabled={compare.busy}
          onclick={() => compare.take(at, true)}>Do that</button
        >
      </article>
    {/each}
  {:else if seen}
    {#each seen.found.tried as tried, at (at)}
      {@const shown = seen.seen[at]}
      {@const { variant } = tried}
      <article class={['sheet', tried.takes === least && 'best']}>
        <h3 class="font-semibold">
          {variant.without?.includes('nap')
            ? 'If it had no nap'
            : variant.without?.includes('matching')
              ? 'If nothing had to match'
              : wordsOf(variant.fold)}{variant.depth ? say(`, [[${variant.depth}]] deep`) : ''}
          {variant.width ? say(`· cloth [[${variant.width}]] wide`) : ''}
        </h3>
        {#if shown?.picture}
          <LayThumb picture={shown.picture} colour={lay.cloth!.colour} {longest} />
          {#if shown.takes}<FigureLine figure={shown.takes} />{/if}
          {#if tried.buy}<FigureLine figure={tried.buy} />{/if}
          {#if shown.price}<FigureLine figure={shown.price} />{/if}
          {#if shown.waste}<FigureLine figure={shown.waste} />{/if}
          {#if shown.left}<FigureLine figure={shown.left} />{/if}
          {#if at > 0 && shown.cost}<FigureLine figure={shown.cost} />{/if}
          {#if !variant.without?.length && !variant.width}
            <button
              class={['btn btn-xs mt-2', tried.takes === least && 'btn-primary']}
              disabled={compare.busy}
              onclick={() => compare.take(at)}>Lay it so</button
            >
          {/if}
        {:else}<p class="eyebrow">{say(tried.refused) || 'waiting its turn…'}</p>{/if}
      </article>
    {/each}
  {:else}
    <p class="tag wide">
      Nothing is compared yet: choose at the right what to set against each other.
    </p>
  {/if}
</div>

<style>
  .ways {
    height: 100%;
    overflow-y: auto;
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
    gap: 0.9rem;
    align-content: start;
    padding: 1rem;
    background: var(--board);
  }
  .wide {
    grid-column: 1 / -1;
  }
  .sheet {
    padding: 0.7rem 0.9rem;
  }
  .best {
    border-top: 4px solid var(--thread);
  }
</style>
