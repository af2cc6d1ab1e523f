<script lang="ts">
  // The name over a piece that is set out on a board: as much of it as has room there.
  import { fitting, type Box } from './draw';

  let {
    texts,
    box,
    px,
    lit = false,
  }: {
    /** What it may be called, the fullest first; the last one always has room. */
    texts: readonly string[];
    box: Box;
    px: number;
    lit?: boolean;
  } = $props();
  const size = $derived(13 * px);
  const lines = $derived(fitting(texts, box.width + 60, size));
</script>

{#each lines as line, index (index)}
  <text
    x={box.x + box.width / 2}
    y={box.y - 6 * px - (lines.length - 1 - index) * size * 0.95}
    font-size={size}
    class={['name', lit && 'lit']}>{line}</text
  >
{/each}

<style>
  .lit {
    fill: var(--fault);
  }
</style>
