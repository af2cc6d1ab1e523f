<script lang="ts">
  // The pages of a file, put in place by hand: dragged, drawn to each other's edges, turned.
  import type { FileOffer, PagePlace } from '../api/types';
  import Board from '../table/Board.svelte';
  import type { FileOfferState } from './file.svelte';
  import { snapped } from './pages';

  let {
    offer,
    file,
    chosen = $bindable(null),
  }: {
    offer: FileOffer;
    file: FileOfferState;
    chosen?: number | null;
  } = $props();

  const REACH = 10; // pixels
  const places = $derived(Object.values(file.places ?? {}));
  const strokes = $derived(
    Object.fromEntries(offer.pages.map((each) => [each.number, each.strokes ?? []])),
  );
  // The board is fitted when pages are laid out anew, not while one is dragged.
  let fitted = $state.raw({ x: 0, y: 0, width: 100, height: 100 });
  $effect(() => {
    if (held) return;
    const [left, top] = [
      Math.min(...places.map(({ x }) => x)),
      Math.min(...places.map(({ y }) => y)),
    ];
    fitted = {
      x: left,
      y: top,
      width: Math.max(...places.map(({ x, width }) => x + width)) - left,
      height: Math.max(...places.map(({ y, height }) => y + height)) - top,
    };
  });
  let held = $state.raw<{ page: number; from: [number, number]; at: [number, number] } | null>(
    null,
  );

  const inMm = (event: PointerEvent & { currentTarget: SVGElement }): [number, number] => {
    const matrix = event.currentTarget
      .ownerSVGElement!.querySelector<SVGGElement>('[data-pages]')!
      .getScreenCTM()!;
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return [x, y];
  };
  function grab(event: PointerEvent & { currentTarget: SVGElement }, place: PagePlace) {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    chosen = place.page;
    held = { page: place.page, from: inMm(event), at: [place.x, place.y] };
  }
  function drag(event: PointerEvent & { currentTarget: SVGElement }, px: number) {
    if (!held) return;
    const [x, y] = inMm(event);
    const to: [number, number] = [held.at[0] + x - held.from[0], held.at[1] + y - held.from[1]];
    file.moveTo(held.page, ...snapped(held.page, to, file.places!, REACH * px));
  }
  const STEPS: Record<string, [number, number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
  };
  /** The chosen page by the arrows: 1 mm, with Shift 10 mm. */
  function key(event: KeyboardEvent) {
    const step = STEPS[event.key];
    const place = chosen === null ? null : file.places?.[chosen];
    if (!place || (!step && event.key !== 't')) return false;
    if (!step) file.turn(place.page);
    else {
      const by = event.shiftKey ? 10 : 1;
      file.moveTo(place.page, place.x + step[0] * by, place.y + step[1] * by);
    }
    return true;
  }
</script>

<Board bounds={fitted} label="The pages of {file.name}" grid={false} onkey={key}>
  {#snippet children(px)}
    <g data-pages>
      {#each places as place (place.page)}
        <g
          role="presentation"
          class={['page', chosen === place.page && 'chosen']}
          data-page={place.page}
          transform="translate({place.x} {place.y}){place.turned
            ? ` rotate(180 ${place.width / 2} ${place.height / 2})`
            : ''}"
          onpointerdown={(event) => grab(event, place)}
          onpointermove={(event) => drag(event, px)}
          onpointerup={() => (held = null)}
          onpointercancel={() => (held = null)}
        >
          <rect width={place.width} height={place.height} />
          {#each strokes[place.page] ?? [] as line, at (at)}
            <path d="M{line.map((point) => point.join(' ')).join('L')}" />
          {/each}
          <text x={place.width / 2} y={place.height / 2} font-size={16 * px}>{place.page}</text>
        </g>
      {/each}
    </g>
  {/snippet}
</Board>

<style>
  .page {
    cursor: grab;
    touch-action: none;
  }
  rect {
    fill: #fffdf8;
    fill-opacity: 0.82;
    stroke: var(--paper-edge);
    stroke-width: 1;
    vector-effect: non-scaling-stroke;
  }
  .chosen rect {
    stroke: var(--thread);
    stroke-width: 2.5;
  }
  path {
    fill: none;
    stroke: #3a352b;
    stroke-width: 1.2;
    vector-effect: non-scaling-stroke;
    pointer-events: none;
  }
  text {
    fill: #8a8375;
    text-anchor: middle;
    pointer-events: none;
  }
</style>
