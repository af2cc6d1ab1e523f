<script lang="ts">
  // The cloth as it lies before whoever works at it, small: what is cut fades, the next piece glows, and the
  // ruler’s numbers stand on the cloth itself.
  import type { ClothMap, Point } from '../api/types';
  import { say } from '../parts/session.svelte';

  let {
    map,
    next = '',
    faded = new Set<string>(),
    choose,
  }: {
    map: ClothMap;
    /** The item in hand. */
    next?: string;
    faded?: ReadonlySet<string>;
    choose?: (item: string) => void;
  } = $props();

  let width = $state(240);
  const px = $derived(map.length / Math.max(120, width - 20));
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
    viewBox="{-8 * px} {-4 * px} {map.length + 16 * px} {map.width + room + 4 * px}"
    role="img"
    aria-label="Map of {map.cloth}{next ? ', the piece in hand marked' : ''}"
  >
    <rect class="cloth" width={map.length} height={map.width} />
    {#each map.folds as fold (fold)}
      <path class="fold" d="M0 {map.width - fold}H{map.length}" />
    {/each}
    {#each onTop as each (each.item)}
      {@const [x, y] = middle(each.ring)}
      <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
      <g
        class={[each.item === next && 'next', faded.has(each.item) && 'faded']}
        onclick={() => choose?.(each.item)}
      >
        <path d={path(each.ring)} />
        <text {x} y={y + 5 * px} font-size={14 * px}>{each.number}</text>
      </g>
    {/each}
    {#each map.ruler as at (at)}
      <path class="tick" d="M{at} {map.width}v{6 * px}" />
      <text class="ruler" x={at} y={map.width + 19 * px} font-size={11 * px}
        >{at ? say(`[[${at}]]`) : '0'}</text
      >
    {/each}
  </svg>
</div>

<style>
  svg {
    display: block;
    width: 100%;
    max-height: 15rem;
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
    text-anchor: middle;
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
  .fold {
    stroke: var(--ink);
    stroke-width: 3;
  }
  .tick {
    stroke: var(--ink-soft);
  }
</style>
