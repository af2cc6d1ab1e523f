<script lang="ts">
  // The cloth as it lies before whoever works at it, small: what is cut fades, the next piece glows, and the
  // ruler’s numbers stand on the cloth itself.
  import type { ClothMap, Point } from '../api/types';
  import { here, say } from '../parts/session.svelte';
  import { rulerTicks } from './ruler';

  let {
    map,
    next = '',
    faded = new Set<string>(),
    high = 190,
  }: {
    map: ClothMap;
    /** The item in hand. */
    next?: string;
    faded?: ReadonlySet<string>;
    /** Pixels. */
    high?: number;
  } = $props();

  let width = $state(240);
  const px = $derived(Math.max(map.length / Math.max(100, width - 16), map.width / (high - 34)));
  const ruler = $derived(rulerTicks(0, map.length / px - 26, 1 / px, here.unit, 1, 0));
  const room = $derived(26 * px);
  const path = (ring: readonly Point[]) =>
    `M${ring.map(([x, y]) => `${x} ${map.width - y}`).join('L')}Z`;
  const middle = (ring: readonly Point[]): Point => {
    const xs = ring.map(([x]) => x);
    const ys = ring.map(([, y]) => y);
    return [
      (Math.min(...xs) + Math.max(...xs)) / 2,
      map.width - (Math.min(...ys) + Math.max(...ys)) / 2,
    ];
  };
  const onTop = $derived([
    ...map.pieces.filter((each) => each.item !== next),
    ...map.pieces.filter((each) => each.item === next),
  ]);
</script>

<div bind:clientWidth={width}>
  <svg
    height={high}
    viewBox="{-8 * px} {-4 * px} {map.length + 16 * px} {map.width + room + 4 * px}"
    role="img"
    aria-label="Map of {map.cloth}"
  >
    <rect class="cloth" width={map.length} height={map.width} />
    {#each map.folds as fold (fold)}
      <path class="fold" d="M0 {map.width - fold}H{map.length}" />
    {/each}
    {#each onTop as each (each.item)}
      {@const [x, y] = middle(each.ring)}
      <g
        class={[
          each.item === next && 'next',
          faded.has(each.item) && each.item !== next && 'faded',
        ]}
      >
        <path d={path(each.ring)} />
        <text {x} y={y + 5 * px} text-anchor="middle" font-size={14 * px}>{each.number}</text>
      </g>
    {/each}
    {#each map.pieces.find((each) => each.item === next)?.measured ?? [] as { line, text } (text + line)}
      {@const [[ax, ay], [bx, by]] = line}
      <path class="measured" d="M{ax} {map.width - ay}L{bx} {map.width - by}" />
      <text
        class="length"
        x={(ax + bx) / 2 + (ax === bx ? 4 * px : 0)}
        y={map.width - (ay + by) / 2 - (ay === by ? 3 * px : -4 * px)}
        text-anchor={ax === bx ? 'start' : 'middle'}
        font-size={12 * px}>{say(text)}</text
      >
    {/each}
    {#each ruler as { at, text } (at)}
      <path class="tick" d="M{at * px} {map.width}v{(text === null ? 4 : 7) * px}" />
      {#if text !== null}
        <text
          class="ruler"
          text-anchor="middle"
          x={at * px}
          y={map.width + 20 * px}
          font-size={12 * px}>{text}</text
        >
      {/if}
    {/each}
    <text
      class="ruler"
      text-anchor="middle"
      x={map.length}
      y={map.width + 20 * px}
      font-size={12 * px}>{here.unit}</text
    >
  </svg>
</div>

<style>
  svg {
    display: block;
    width: 100%;
  }
  .cloth {
    fill: var(--color-base-200);
    stroke: var(--ink-soft);
    vector-effect: non-scaling-stroke;
  }
  path {
    fill: var(--paper);
    stroke: var(--ink-soft);
    stroke-width: 1;
    vector-effect: non-scaling-stroke;
  }
  text {
    fill: var(--ink);
    font-weight: 650;
  }
  .ruler {
    fill: var(--ink-soft);
    font-weight: 500;
  }
  .faded {
    opacity: 0.35;
  }
  .faded path {
    stroke-dasharray: 3 3;
  }
  .next path {
    fill: color-mix(in oklab, var(--thread) 22%, var(--paper));
    stroke: var(--thread);
    stroke-width: 3.5;
  }
  .next text {
    fill: var(--thread);
  }
  .measured {
    stroke: var(--thread);
    stroke-width: 1.5;
  }
  .length {
    fill: var(--thread);
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 3px;
    vector-effect: non-scaling-stroke;
  }
  .fold {
    stroke: var(--ink);
    stroke-width: 3;
  }
  .tick {
    stroke: var(--ink-soft);
  }
</style>
