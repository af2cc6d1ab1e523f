<script lang="ts">
  // What lies under the pointer, several times as large; beside a finger that hides the spot.
  import type { Snippet } from 'svelte';

  let {
    at,
    px,
    touch,
    half = 14,
    children,
  }: {
    at: [number, number];
    /** Where the pointer is on the board, pixels. */
    px: [number, number];
    touch: boolean;
    /** How much is seen to each side, in the board's own measure. */
    half?: number;
    children: Snippet;
  } = $props();

  const SIZE = 168;
  // In the corner that the pointer is not in; above the finger where one hides the place.
  const left = $derived(px[0] < SIZE + 90 && px[1] < SIZE + 90 ? 'auto' : '36px');
  const right = $derived(left === 'auto' ? '12px' : 'auto');
  const arm = $derived(half * 0.33);
  const gap = $derived(half * 0.1);
</script>

<div
  class="lens"
  aria-hidden="true"
  style:left={touch ? `${Math.max(30, px[0] - SIZE / 2)}px` : left}
  style:right={touch ? 'auto' : right}
  style:top={touch ? `${Math.max(8, px[1] - SIZE - 70)}px` : '36px'}
>
  <svg width={SIZE} height={SIZE} viewBox="{at[0] - half} {at[1] - half} {half * 2} {half * 2}">
    {@render children()}
    <path
      d="M{at[0] - gap - arm} {at[1]}h{arm}m{2 * gap} 0h{arm}M{at[0]} {at[1] -
        gap -
        arm}v{arm}m0 {2 * gap}v{arm}"
      class="cross"
    />
  </svg>
</div>

<style>
  .lens {
    position: absolute;
    z-index: 20;
    border-radius: 50%;
    overflow: hidden;
    border: 3px solid var(--color-secondary);
    background: var(--paper);
    pointer-events: none;
    width: 174px;
    height: 174px;
  }
  .cross {
    stroke: var(--fault);
    stroke-width: 1.4;
    vector-effect: non-scaling-stroke;
    fill: none;
  }
</style>
