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
  const text = $derived(fitting(texts, box.width + 50, size));
</script>

<text x={box.x + box.width / 2} y={box.y - 6 * px} font-size={size} class={['name', lit && 'lit']}
  >{text}</text
>

<style>
  .lit {
    fill: var(--fault);
  }
</style>
