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
    lit = false,
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
    /** Something that was found is about it. */
    lit?: boolean;
  } = $props();

  const id = $props.id();
  const onto = $derived.by(() => {
    const [a, b, c, d, e, f] = judged.matrix;
    return `matrix(${a} ${-c} ${b} ${-d} ${e + dx} ${width - f - dy})`;
  });
  const outline = $derived(pathData(item.cutting, true));
  const seams = $derived(pathData(item.stitching, true));
  const fault = $derived(judged.findings.some((finding) => finding.weight === 'fault'));
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
<g
  class={[
    'laid',
    chosen && 'chosen',
    lit && 'lit',
    fault && 'fault',
    judged.placement.over && 'over',
  ]}
>
  <g transform={onto}>
    <path d={outline} class="paper" />
    {#if cut}<path d={outline} fill="url(#{id}-hatch)" />{/if}
    <path d={seams} class="stitching" />
    <path d="M{item.grain[0]}L{item.grain[1]}" class="grain" />
    {#each item.grain as point, index (index)}
      <circle cx={point[0]} cy={point[1]} r={2.6 * px} class="knot" />
    {/each}
  </g>
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
  .lit .paper {
    fill: color-mix(in oklab, var(--fault) 22%, var(--paper));
    stroke: var(--fault);
    stroke-width: 3;
  }
  .fault .paper {
    stroke: var(--fault);
    stroke-width: 2.4;
    stroke-dasharray: 7 3;
  }
  .hatch {
    stroke: var(--ink-soft);
    stroke-width: 2;
  }
</style>
