<script lang="ts">
  // A lay as a small picture: the cloth, its folds, the pieces.
  import type { Schemas } from '../api/types';

  let {
    picture,
    colour,
    longest,
  }: {
    picture: Schemas['LayPicture'];
    colour: string;
    /** The longest of all that are compared, so that they are drawn to one scale (mm). */
    longest: number;
  } = $props();
  const { width } = $derived(picture);
  /** As far as there is cloth, or as far as the lay reaches where it is still to be bought. */
  const length = $derived(picture.owned ?? picture.length);
  const px = $derived(longest / 300);
</script>

<svg viewBox="0 {-4 * px} {longest} {width + 8 * px}" aria-hidden="true">
  <rect width={length} height={width} fill={colour} />
  {#each picture.blocks ?? [] as ring, index (index)}
    <path d="M{ring.map(([x, y]) => `${x} ${width - y}`).join('L')}Z" class="none" />
  {/each}
  {#each picture.pieces as ring, index (index)}
    <path d="M{ring.map(([x, y]) => `${x} ${width - y}`).join('L')}Z" />
  {/each}
  {#each picture.folds as fold (fold)}
    <path d="M0 {width - fold}H{length}" class="fold" />
  {/each}
  {#if picture.length > length + 1}
    <path d="M{length} {-4 * px}V{width + 4 * px}" class="end" />
  {/if}
</svg>

<style>
  svg {
    display: block;
    width: 100%;
  }
  path {
    fill: var(--paper);
    stroke: var(--cutting);
    stroke-width: 1;
    vector-effect: non-scaling-stroke;
  }
  .none {
    fill: var(--board);
    stroke: var(--ink);
    stroke-dasharray: 3 3;
  }
  .end {
    stroke: var(--fault);
    stroke-width: 2.5;
  }
  .fold {
    stroke: var(--ink);
    stroke-width: 3;
  }
</style>
