<script lang="ts">
  // One piece as it lies on the cloth.
  import type { Judged, LayItem } from '../api/types';
  import { pathData } from '../table/draw';

  let {
    item,
    judged,
    width,
    px,
    dx = 0,
    dy = 0,
    chosen = false,
    cut = false,
  }: {
    item: LayItem;
    judged: Judged;
    /** Cloth width as it lies: the cloth counts upwards, the screen downwards. */
    width: number;
    px: number;
    dx?: number;
    dy?: number;
    chosen?: boolean;
    cut?: boolean;
  } = $props();

  const id = $props.id();
  const onto = $derived.by(() => {
    const [a, b, c, d, e, f] = judged.matrix;
    return `matrix(${a} ${-c} ${b} ${-d} ${e + dx} ${width - f - dy})`;
  });
  const [x0, y0, x1, y1] = $derived(judged.box);
  const middle = $derived([(x0 + x1) / 2 + dx, width - (y0 + y1) / 2 - dy]);
  const wide = $derived(x1 - x0);
  const high = $derived(y1 - y0);
  const size = $derived(Math.min(14 * px, high / 2.2));
  const fault = $derived(judged.findings.some((finding) => finding.weight === 'fault'));
  // The longest name that fits; letters are about half as wide as they are high.
  const name = $derived.by(() => {
    const full = `${item.piece} ${item.name}${hand}`;
    const choices = [judged.placement.over ? `${full}, face down` : full, full, String(item.piece)];
    return choices.find((text) => text.length * size * 0.52 < wide) ?? String(item.piece);
  });
  const hand = $derived({ left: ' left', right: ' right' }[item.hands as string] ?? '');
</script>

{#if cut}
  <defs>
    <pattern
      id="{id}-hatch"
      width="14"
      height="14"
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(45)"
    >
      <path d="M0 0V14" class="hatch" />
    </pattern>
  </defs>
{/if}
<g class={['laid', chosen && 'chosen', fault && 'fault', judged.placement.over && 'over']}>
  <g transform={onto}>
    <path d={pathData(item.cutting, true)} class="paper" />
    {#if cut}<path d={pathData(item.cutting, true)} fill="url(#{id}-hatch)" />{/if}
    <path d={pathData(item.stitching, true)} class="stitching" />
    <path d="M{item.grain[0]}L{item.grain[1]}" class="grain" />
    {#each item.grain as point, index (index)}
      <circle cx={point[0]} cy={point[1]} r={2.6 * px} class="knot" />
    {/each}
  </g>
  <text x={middle[0]} y={middle[1]} font-size={size} dy="0.35em">{name}</text>
</g>

<style>
  .paper {
    fill: var(--paper);
    fill-opacity: 0.9;
    stroke: var(--cutting);
    stroke-width: 1.2;
    vector-effect: non-scaling-stroke;
  }
  .over .paper {
    fill: var(--band);
  }
  .stitching {
    fill: none;
    stroke: var(--stitch);
    stroke-width: 1;
    stroke-dasharray: 5 3;
    vector-effect: non-scaling-stroke;
    pointer-events: none;
  }
  .grain {
    stroke: var(--thread);
    stroke-width: 1.2;
    vector-effect: non-scaling-stroke;
    pointer-events: none;
  }
  .knot {
    fill: var(--thread);
    pointer-events: none;
  }
  .chosen .paper {
    stroke: var(--color-primary);
    stroke-width: 3;
  }
  .fault .paper {
    stroke: var(--fault);
    stroke-width: 2.4;
    stroke-dasharray: 7 3;
  }
  text {
    fill: var(--ink);
    text-anchor: middle;
    pointer-events: none;
    font-weight: 600;
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 3px;
    stroke-linejoin: round;
    vector-effect: non-scaling-stroke;
  }
  .hatch {
    stroke: var(--ink-soft);
    stroke-width: 2;
  }
</style>
