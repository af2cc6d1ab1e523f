<script lang="ts">
  // The ruler numbers of one piece, drawn where one would lay the tape.
  import type { Judged, LayItem } from '../api/types';
  import { say } from '../parts/session.svelte';
  import { moved } from '../table/draw';

  let {
    item,
    judged,
    width,
    px,
    dx = 0,
    dy = 0,
  }: {
    item: LayItem;
    judged: Judged;
    width: number;
    px: number;
    dx?: number;
    dy?: number;
  } = $props();

  const ends = $derived(
    (judged.numbers.line ?? item.grain).map((point) => {
      const [x, y] = moved(judged.matrix, point);
      return { x: x + dx, y: width - y - dy };
    }),
  );
  const numbers = $derived(judged.numbers);
  // The tape is laid at the outer edge of the selvedge.
  const edgeY = $derived(numbers.far ? -(numbers.selvedge ?? 0) : width + (numbers.selvedge ?? 0));
</script>

<g class="lines" aria-hidden="true">
  {#each ends as end, index (index)}
    {@const figure = index === 0 ? numbers.upper : numbers.lower}
    <path d="M{end.x} {end.y}V{edgeY}" />
    <text x={end.x + 4 * px} y={(end.y + edgeY) / 2} font-size={13 * px}>{say(figure.text)}</text>
  {/each}
  {#if ends[0]}
    <path d="M{ends[0].x} {ends[0].y}H0" />
    <text x={ends[0].x / 2} y={ends[0].y - 4 * px} font-size={13 * px} class="middle"
      >{say(numbers.to_end.text)}</text
    >
  {/if}
</g>

<style>
  .lines {
    pointer-events: none;
  }
  path {
    stroke: var(--thread);
    stroke-width: 1.5;
    stroke-dasharray: 3 2;
    vector-effect: non-scaling-stroke;
  }
  text {
    fill: var(--ink);
    font-weight: 650;
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
    stroke-linejoin: round;
    vector-effect: non-scaling-stroke;
  }
  .middle {
    text-anchor: middle;
  }
</style>
