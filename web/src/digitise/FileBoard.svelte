<script lang="ts">
  // The sheet of a file: its pages where they lie, every size as it is drawn, what is wanted in ink.
  import type { FileOffer, OfferedPiece } from '../api/types';
  import Board from '../table/Board.svelte';
  import { boxOf, moved, pathData } from '../table/draw';
  import MarkDrawing from '../table/MarkDrawing.svelte';
  import type { FileOfferState } from './file.svelte';

  let {
    offer,
    file,
    unused,
    lit,
  }: {
    offer: FileOffer;
    file: FileOfferState;
    unused: boolean;
    lit: { piece: number | null; mark?: string };
  } = $props();

  const bounds = $derived({
    x: offer.box[0],
    y: offer.box[1],
    width: offer.box[2],
    height: offer.box[3],
  });
  const colours = $derived(Object.fromEntries(offer.sizes.map((each) => [each.name, each])));
  const pages = $derived(
    offer.pages.flatMap((page) => {
      if (!page.at) return [];
      const corners = (
        [
          [0, 0],
          [page.width, 0],
          [page.width, page.height],
          [0, page.height],
        ] as const
      ).map(([x, y]) => moved(page.at!, [x, y]));
      return [
        { number: page.number, d: `M${corners.map((at) => at.join(' ')).join('L')}Z`, corners },
      ];
    }),
  );
  const boxes = $derived(
    Object.fromEntries(
      offer.pieces.map((piece) => [piece.inputs.id, boxOf(Object.values(piece.lines))]),
    ),
  );
  /** A tap this near to an end of a mark means it (pixels), if that is nearer than this (mm). */
  const REACH = 9;
  const NEAR = 8;
  const wanted = (piece: OfferedPiece) => file.pieces.includes(piece.inputs.id);

  /** The line of the largest size that is wanted. */
  const body = (piece: OfferedPiece) => {
    const lines = Object.entries(piece.lines);
    return (lines.filter(([name]) => name in file.sizes).at(-1) ?? lines.at(-1)!)[1];
  };

  // A tap on the board takes the mark there, or else the smallest piece, or leaves it.
  function tap([x, y]: [number, number], px: number) {
    const reach = REACH * px;
    // From far away a tap means pieces.
    for (const piece of reach < NEAR ? offer.pieces.filter(wanted) : [])
      for (const [id, { lines, tips }] of Object.entries(piece.drawn ?? {})) {
        const places = [...lines.flatMap(({ points }) => points), ...tips.map(({ at }) => at)];
        if (places.some(([u, v]) => Math.hypot(u - x, v - y) < reach)) {
          file.mark(piece.inputs.id, id);
          return;
        }
      }
    const under = offer.pieces
      .filter(({ inputs }) => {
        const box = boxes[inputs.id]!;
        return x > box.x && x < box.x + box.width && y > box.y && y < box.y + box.height;
      })
      .sort((a, b) => size(a) - size(b));
    if (under[0]) file.toggle(under[0].inputs.id);
  }
  const size = ({ inputs }: OfferedPiece) => boxes[inputs.id]!.width * boxes[inputs.id]!.height;
</script>

<Board {bounds} label="The sheet of {file.name}" grid={false} onpoint={tap}>
  {#snippet children(px)}
    {#each pages as page (page.number)}
      <path d={page.d} class="page" />
    {/each}
    {#each pages as page (page.number)}<!-- over them all: pages lie on each other -->
      <text
        x={Math.min(...page.corners.map(([x]) => x)) + 6 * px}
        y={Math.min(...page.corners.map(([, y]) => y)) + 14 * px}
        font-size={11 * px}
        class="number">{page.number}</text
      >
    {/each}
    {#if unused}
      {#each offer.unused as line, at (at)}<path d={pathData(line)} class="unused" />{/each}
    {/if}
    {#each offer.pieces as piece (piece.inputs.id)}
      {@const box = boxes[piece.inputs.id]!}
      <g class={['piece', wanted(piece) && 'wanted', lit.piece === piece.inputs.id && 'lit']}>
        <path d={pathData(body(piece), true)} class="body" />
        {#each Object.entries(piece.lines) as [name, line] (name)}
          {@const on = name in file.sizes}
          <path
            d={pathData(line, true)}
            class={['rim', on && 'on']}
            style:--hue={colours[name]?.colour}
            stroke-dasharray={colours[name]?.dash.join(' ')}
          />
        {/each}
        {#if wanted(piece)}
          {#each piece.inputs.marks as mark (mark.id)}
            {@const drawn = piece.drawn?.[mark.id]}
            {#if drawn}
              <g class={['on', file.of(piece.inputs.id).left.includes(mark.id) && 'left']}>
                <MarkDrawing
                  mark={{ ...mark, name: mark.id }}
                  {drawn}
                  {px}
                  lit={lit.piece === piece.inputs.id && lit.mark === mark.id}
                />
              </g>
            {/if}
          {/each}
        {/if}
        <text x={box.x + box.width / 2} y={box.y + box.height / 2} font-size={14 * px} class="name"
          >{piece.inputs.number} {piece.inputs.name}</text
        >
      </g>
    {/each}
  {/snippet}
</Board>

<style>
  .page {
    fill: #fffdf8;
    stroke: var(--paper-edge);
    stroke-width: 1;
    vector-effect: non-scaling-stroke;
  }
  .number {
    fill: #8a8375;
  }
  .rim {
    fill: none;
    stroke: #b9b2a4;
    stroke-width: 1;
    vector-effect: non-scaling-stroke;
  }
  .wanted .rim.on {
    stroke: color-mix(in oklab, var(--hue) 85%, #3a352b);
    stroke-width: 1.7;
  }
  .body {
    fill: #fffdf8;
    fill-opacity: 0.6;
  }
  .wanted .body {
    fill: color-mix(in oklab, var(--thread) 9%, #fffdf8);
  }
  .lit .rim {
    stroke-width: 2.6;
  }
  .unused {
    fill: none;
    stroke: var(--thread);
    stroke-width: 1;
    stroke-dasharray: 2 3;
    vector-effect: non-scaling-stroke;
  }
  .left {
    opacity: 0.25;
  }
  .name {
    fill: #3a352b;
    text-anchor: middle;
    paint-order: stroke;
    stroke: #fffdf8;
    stroke-width: 3px;
    vector-effect: non-scaling-stroke;
  }
  .piece:not(.wanted) .name {
    fill: #8a8375;
  }
</style>
