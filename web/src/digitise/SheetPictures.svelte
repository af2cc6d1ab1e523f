<script lang="ts">
  // The pictures of a sheet where they lie under the board.
  import type { PatternPage } from '../api/types';
  import { thePattern } from './pattern.svelte';

  let {
    sheet,
    opacity,
    fine = false,
    sized,
    upto = 99,
  }: {
    sheet: PatternPage['facts']['sheets'][number];
    opacity: number;
    /** Each pixel of them, for the magnifier. */
    fine?: boolean;
    /** How large the whole of it is. */
    sized?: (box: { x: number; y: number; width: number; height: number }) => void;
    /** Only the first ones. */
    upto?: number;
  } = $props();
  const pattern = thePattern();
  const pictures = $derived((pattern.now.pictures[sheet.id] ?? []).slice(0, upto));
  $effect(() => {
    if (!pictures.length || !sized) return;
    const x0 = Math.min(...pictures.map(({ box }) => box[0]));
    const y0 = Math.min(...pictures.map(({ box }) => box[1]));
    const x1 = Math.max(...pictures.map(({ box }) => box[0] + box[2]));
    const y1 = Math.max(...pictures.map(({ box }) => box[1] + box[3]));
    sized({ x: x0, y: y0, width: x1 - x0, height: y1 - y0 });
  });
</script>

{#each pictures as picture (picture.picture)}
  <image
    href={picture.flat ? (fine ? picture.flat : picture.middle) : picture.first}
    x={picture.box[0]}
    y={picture.box[1]}
    width={picture.box[2]}
    height={picture.box[3]}
    preserveAspectRatio="none"
    {opacity}
    class="under"
  />
{/each}

<style>
  .under {
    pointer-events: none;
  }
</style>
