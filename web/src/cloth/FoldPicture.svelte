<script lang="ts">
  // How a cloth lies, seen from its cut end: its layers as lines, its folds as bends.
  import type { ClothLay } from '../api/types';

  let { fold, out = false }: { fold: ClothLay['fold']; out?: boolean } = $props();
  // Across 64, from the person (left) to the far side; the lower layer at 20, the upper one at 11.
  const LINES = {
    single: 'M4 18H60',
    lengthwise: 'M58 20H10C3 20 3 11 10 11H58',
    middle: 'M30 11H10C3 11 3 20 10 20H54C61 20 61 11 54 11H34',
    part: 'M60 20H10C3 20 3 11 10 11H34',
    crosswise: 'M6 20H58M6 12H58M6 20V12',
  };
</script>

<svg viewBox="0 0 64 30" aria-hidden="true">
  <path d={LINES[fold]} class="under" />
  <path d={LINES[fold]} class={['over', out && 'out']} />
</svg>

<style>
  svg {
    width: 52px;
    height: 24px;
    fill: none;
    stroke-linecap: round;
  }
  .under {
    stroke: currentColor;
    stroke-width: 4;
  }
  .over {
    stroke: var(--band);
    stroke-width: 1.6;
  }
  .out {
    stroke-dasharray: 2 3;
  }
</style>
