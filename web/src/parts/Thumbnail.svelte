<script lang="ts">
  // The small drawing of a pattern's pieces, as on its label.
  import type { Drawing } from '../api/types';

  let { drawing, label }: { drawing: Drawing; label: string } = $props();
  const margin = $derived(drawing.width * 0.02 + 8);
</script>

<svg
  viewBox="{-margin} {-margin} {drawing.width + 2 * margin} {drawing.height + 2 * margin}"
  role="img"
  aria-label={label}
  class="size-full"
>
  {#each drawing.rings as ring, index (index)}
    <polygon points={ring.map((point) => point.join(',')).join(' ')} />
  {/each}
</svg>

<style>
  polygon {
    fill: var(--paper);
    stroke: var(--ink);
    stroke-width: 1.3;
    stroke-linejoin: round;
    vector-effect: non-scaling-stroke;
  }
</style>
