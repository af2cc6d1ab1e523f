<script lang="ts">
  // Names of the laid pieces, and the ruler numbers of the chosen one drawn where one would lay the tape.
  import type { Judged, LayItem, Schemas } from '../api/types';
  import { say } from '../parts/session.svelte';
  import { moved } from '../table/draw';
  import { namesOn, numbersOn, type Measured } from './letters';

  let {
    laid,
    places,
    width,
    px,
    chosen = null,
  }: {
    laid: readonly { item: LayItem; judged: Judged; dx?: number; dy?: number }[];
    places: Record<string, Schemas['NamePlace']>;
    /** Cloth width as it lies: the cloth counts upwards, the screen downwards. */
    width: number;
    px: number;
    /** The piece whose ruler numbers are shown. */
    chosen?: string | null;
  } = $props();

  const one = $derived(laid.find((each) => each.item.key === chosen) ?? null);
  const lines = $derived.by((): Measured[] => {
    if (!one) return [];
    const { item, judged, dx = 0, dy = 0 } = one;
    const { numbers } = judged;
    const ends = (numbers.line ?? item.grain).map((point) => {
      const [x, y] = moved(judged.matrix, point);
      return { x: x + dx, y: width - y - dy };
    });
    // The tape is laid at the outer edge of the selvedge.
    const edge = numbers.far ? -(numbers.selvedge ?? 0) : width + (numbers.selvedge ?? 0);
    const across = ends.map((end, index) => ({
      key: String(index),
      from: end,
      to: { x: end.x, y: edge },
      text: say((index ? numbers.lower : numbers.upper).text),
    }));
    const first = ends[0];
    const along = first
      ? [{ key: 'end', from: first, to: { x: 0, y: first.y }, text: say(numbers.to_end.text) }]
      : [];
    return [...across, ...along];
  });
  const numbers = $derived(numbersOn(lines, px));
  const names = $derived(namesOn(laid, places, width, px, numbers, chosen));
</script>

<g class="letters">
  {#each names as each (each.key)}
    <text x={each.x} y={each.y} font-size={each.size} dy="0.35em" class="name haloed"
      >{each.text}</text
    >
  {/each}
  {#each lines as line (line.key)}
    <path d="M{line.from.x} {line.from.y}L{line.to.x} {line.to.y}" />
  {/each}
  {#each numbers as each (each.key)}
    <text x={each.x} y={each.y} font-size={each.size} dy="0.35em" class="name number haloed"
      >{each.text}</text
    >
  {/each}
</g>

<style>
  .letters {
    pointer-events: none;
  }
  path {
    stroke: var(--thread);
    stroke-width: 1.5;
    stroke-dasharray: 3 2;
    vector-effect: non-scaling-stroke;
  }
  .number {
    font-weight: 680;
  }
</style>
