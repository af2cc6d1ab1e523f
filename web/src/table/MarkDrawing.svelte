<script lang="ts">
  // One mark, drawn as paper patterns generally show it.
  import type { Mark } from '../api/types';

  let {
    mark,
    px,
    outward = null,
    lit = false,
  }: { mark: Mark; px: number; outward?: readonly number[] | null; lit?: boolean } = $props();

  const at = $derived(mark.points);
  const first = $derived(at[0] ?? ([0, 0] as const));
  const last = $derived(at[at.length - 1] ?? first);
  const line = $derived(`M${at.map((point) => point.join(' ')).join('L')}`);

  function notch(count: number): string {
    const [nx = 0, ny = -1] = outward ?? [];
    const [x, y] = first;
    let text = '';
    for (let i = 0; i < count; i++) {
      const slide = (i - (count - 1) / 2) * 5;
      const [a, b] = [x - ny * slide, y + nx * slide];
      text += `M${a - nx * 3} ${b - ny * 3}L${a + nx * 8} ${b + ny * 8}`;
    }
    return text;
  }

  function doubleDart(points: number[][]): string {
    const [top, left, bottom, right] = points;
    return `M${top}L${left}L${bottom}L${right}Z`;
  }

  /** The same line, as wide away as the mark takes up: a casing's other edge, a fold's partner. */
  function beside(points: number[][], by: number): string {
    const [[ax = 0, ay = 0] = []] = points;
    const [bx = 0, by_ = 0] = points[points.length - 1] ?? [];
    const size = Math.hypot(bx - ax, by_ - ay) || 1;
    const [nx, ny] = [(-(by_ - ay) / size) * by, ((bx - ax) / size) * by];
    return `M${points.map(([x = 0, y = 0]) => `${x + nx} ${y + ny}`).join('L')}`;
  }

  /** A zigzag from here to there. */
  function wave(points: number[][]): string {
    const [[ax = 0, ay = 0] = [], [bx = 0, by = 0] = []] = points;
    const size = Math.hypot(bx - ax, by - ay) || 1;
    const [nx, ny] = [(-(by - ay) / size) * 3, ((bx - ax) / size) * 3];
    const steps = Math.max(2, Math.round(size / 7));
    let text = `M${ax} ${ay}`;
    for (let i = 1; i < steps; i++) {
      const [t, side] = [i / steps, i % 2 ? 1 : -1];
      text += `L${ax + (bx - ax) * t + nx * side} ${ay + (by - ay) * t + ny * side}`;
    }
    return `${text}L${bx} ${by}`;
  }

  /** Ends of a buttonhole: short bars square to it. */
  function bars(points: number[][]): string {
    const [[ax = 0, ay = 0] = [], [bx = 0, by = 0] = []] = points;
    const size = Math.hypot(bx - ax, by - ay) || 1;
    const [ux, uy] = [((by - ay) / size) * 4, (-(bx - ax) / size) * 4];
    return [
      [ax, ay],
      [bx, by],
    ]
      .map(([x = 0, y = 0]) => `M${x - ux} ${y - uy}L${x + ux} ${y + uy}`)
      .join('');
  }
</script>

<g class={['mark', lit && 'lit']} data-mark={mark.id}>
  <title>{mark.name}</title>
  {#if mark.kind === 'grain'}
    <path d={line} class="grain" />
    {#each [first, last] as [x, y], index (index)}
      <circle cx={x} cy={y} r={3.2 * px} class="knot" />
    {/each}
  {:else if mark.kind === 'notch'}
    <path d={notch(mark.count ?? 1)} class="notch" />
  {:else if mark.kind === 'dart'}
    <path d={line} class="dart" />
    <circle cx={at[1]?.[0]} cy={at[1]?.[1]} r={2.4 * px} class="point" />
  {:else if mark.kind === 'double dart'}
    <path d={doubleDart(at)} class="dart" />
    {#each [at[0], at[2]] as point, index (index)}
      <circle cx={point?.[0]} cy={point?.[1]} r={2.4 * px} class="point" />
    {/each}
  {:else if mark.kind === 'dot'}
    <circle cx={first[0]} cy={first[1]} r={3.4 * px} class="dot" />
    <circle cx={first[0]} cy={first[1]} r={1.1 * px} class="point" />
  {:else if mark.kind === 'circle'}
    <circle cx={first[0]} cy={first[1]} r={5.5} class="dot" />
  {:else if mark.kind === 'stretch'}
    <path d={line} class="stretch" />
    {#each [first, last] as [x, y], index (index)}
      <circle cx={x} cy={y} r={2.2 * px} class="dot" />
    {/each}
  {:else if mark.kind === 'gathers'}
    <path d={wave(at)} class="solid" />
  {:else if mark.kind === 'slit'}
    <path d={line} class="notch" />
    <circle cx={last[0]} cy={last[1]} r={2.4 * px} class="point" />
  {:else if mark.kind === 'casing' || mark.kind === 'pleat' || mark.kind === 'tuck'}
    <path d={line} class={mark.kind} />
    {#if mark.width}<path d={beside(at, mark.width)} class={mark.kind} />{/if}
  {:else if mark.kind === 'stitching line'}
    <path d={line} class="sewn" />
  {:else if mark.kind === 'body level'}
    <path d={line} class="level" />
  {:else if mark.kind === 'buttonhole'}
    <path d={line + bars(at)} class="solid" />
  {:else if mark.kind === 'length line'}
    <path d={line} class="length" />
    <path d={line} class="length second" transform="translate(0 {3 * px})" />
  {:else if mark.kind === 'centre line'}
    <path d={line} class="centre" />
  {:else}
    <path d={line} class="placement" />
  {/if}
</g>

<style>
  path,
  circle {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.2;
    vector-effect: non-scaling-stroke;
  }
  .grain,
  .knot {
    stroke: var(--thread);
  }
  .knot,
  .point {
    fill: var(--ink);
    stroke: none;
  }
  .knot {
    fill: var(--thread);
  }
  .notch {
    stroke-width: 2;
  }
  .dart {
    stroke-dasharray: 7 3;
  }
  .length {
    stroke: var(--stitch);
    stroke-width: 0.9;
  }
  .centre {
    stroke-dasharray: 12 3 2 3;
    stroke-width: 0.9;
  }
  .placement {
    stroke-dasharray: 3 3;
  }
  .stretch {
    stroke: var(--thread);
    stroke-dasharray: 2 3;
  }
  .casing {
    stroke-dasharray: 2 2;
  }
  .pleat,
  .tuck {
    stroke-dasharray: 9 3;
  }
  .sewn {
    stroke: var(--stitch);
    stroke-dasharray: 6 3.5;
  }
  .level {
    stroke-width: 0.8;
    stroke-dasharray: 1 4;
  }
  .lit path,
  .lit circle {
    stroke: var(--thread);
    stroke-width: 3;
  }
</style>
