<script lang="ts">
  // Points of a picture whose places are known, and those that were just tapped.
  import type { Point } from '../api/types';

  let {
    known,
    pixels,
    scale,
    px,
  }: {
    /** Where each is in the picture, and its place in words. */
    known: readonly { pixel: Point; words: string }[];
    pixels: readonly Point[];
    /** How large a pixel of the picture is drawn. */
    scale: number;
    px: number;
  } = $props();
</script>

{#each known as { pixel, words }, index (index)}
  <g class="known" transform="translate({pixel[0] * scale} {pixel[1] * scale})">
    <circle r={6 * px} /><path d="M{-10 * px} 0h{20 * px}M0 {-10 * px}v{20 * px}" />
    {#if known.length < 7}
      <text x={10 * px} y={-8 * px} font-size={12 * px} class="haloed">{words}</text>
    {/if}
  </g>
{/each}
{#each pixels as [u, v], index (index)}
  <circle cx={u * scale} cy={v * scale} r={6 * px} class="next" />
{/each}

<style>
  .known circle,
  .known path,
  .next {
    fill: none;
    stroke: var(--thread);
    stroke-width: 2;
    vector-effect: non-scaling-stroke;
  }
  .known text {
    fill: var(--ink);
  }
  .next {
    fill: var(--thread);
    fill-opacity: 0.4;
  }
</style>
