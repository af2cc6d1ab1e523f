<script lang="ts">
  // Every piece on the board, and the seams as threads between them.
  import type { Finding, Point } from '../api/types';
  import { route } from '../parts/route.svelte';
  import Board from '../table/Board.svelte';
  import { boxOf, pathData, roomFor, setOut } from '../table/draw';
  import PieceDrawing from '../table/PieceDrawing.svelte';
  import { rimOf, thePattern } from './pattern.svelte';

  let {
    threads,
    lit,
    found = null,
  }: {
    threads: boolean;
    lit: number | null;
    /** Where something was found. */
    found?: Finding['where'] | null;
  } = $props();
  const pattern = thePattern();
  const page = $derived(pattern.now);

  const shown = $derived(page.pieces.filter((piece) => piece.shape || piece.open.length));
  const laid = $derived(
    setOut(shown, (piece) => roomFor(boxOf([rimOf(piece)]), `${piece.number} ${piece.name}`), 1.35),
  );
  /** The middle of an edge on the board, by the ids of piece and edge. */
  function middle(piece: number, edge: number): Point | null {
    const spot = laid.spots.find((each) => each.item.id === piece);
    const at = spot?.item.edge_ids.indexOf(edge) ?? -1;
    const path = at >= 0 ? spot?.item.shape?.edges[at]?.path : undefined;
    if (!spot || !path) return null;
    const curve = path[Math.floor(path.length / 2)]!;
    const a = curve[0];
    const b = path.length % 2 ? curve[curve.length - 1]! : curve[0];
    return [(a[0] + b[0]) / 2 + spot.dx, (a[1] + b[1]) / 2 + spot.dy];
  }
  const lines = $derived(
    threads
      ? page.facts.seams.flatMap((seam, index) => {
          const from = seam.a.map((side) => middle(side.piece, side.edge));
          const to = seam.b.map((side) => middle(side.piece, side.edge));
          return from.flatMap((a) =>
            to.flatMap((b) => (a && b ? [{ index, a, b, agrees: page.seams[index]?.agrees }] : [])),
          );
        })
      : [],
  );
  const sag = ([ax, ay]: Point, [bx, by]: Point) =>
    `M${ax} ${ay}Q${(ax + bx) / 2} ${(ay + by) / 2 + Math.hypot(bx - ax, by - ay) * 0.12} ${bx} ${by}`;
</script>

<Board bounds={laid.bounds} label="All pieces of {page.facts.name}">
  {#snippet children(px)}
    {#each laid.spots as spot (spot.item.id)}
      {@const piece = spot.item}
      <g transform="translate({spot.dx} {spot.dy})">
        {#if piece.shape}
          <PieceDrawing
            shape={piece.shape}
            cutting={rimOf(piece)}
            marks={piece.marks}
            {px}
            found={found && [found.piece, found.other].includes(String(piece.number))
              ? found
              : null}
          />
        {:else}<path d={pathData(piece.open)} class="stitching open" />{/if}
        <!-- The name is a link too, so that pieces can be reached without a pointer. -->
        <a
          href="/pattern/{page.id}/piece/{piece.id}"
          onclick={route.follow}
          class={['to-piece', !piece.usable && 'waiting']}
          aria-label="Piece {piece.number} {piece.name}"
        >
          <rect
            x={spot.box.x}
            y={spot.box.y}
            width={spot.box.width}
            height={spot.box.height}
            class="whole"
          />
          <text
            x={spot.box.x + spot.box.width / 2}
            y={spot.box.y - 9 * px}
            font-size={14 * px}
            class="name">{piece.number} {piece.name}</text
          >
        </a>
      </g>
    {/each}
    {#each lines as line, key (key)}
      <path
        d={sag(line.a, line.b)}
        class={[
          'thread',
          `hue-${line.index % 5}`,
          !line.agrees && 'apart',
          lit === line.index && 'lit',
        ]}
      >
        <title>{page.seams[line.index]?.name}</title>
      </path>
      {#each [line.a, line.b] as [x, y], end (end)}
        <circle
          cx={x}
          cy={y}
          r={3.4 * px}
          class={['end', `hue-${line.index % 5}`, !line.agrees && 'apart']}
        />
      {/each}
    {/each}
  {/snippet}
  {#snippet over()}
    {#if !shown.length}<p class="tag">Nothing is drawn yet. Add a piece at the right.</p>{/if}
  {/snippet}
</Board>

<style>
  .whole {
    fill: transparent;
    cursor: pointer;
  }
  .to-piece:hover .name,
  .to-piece:focus-visible .name {
    text-decoration: underline;
  }
  .waiting .name {
    font-style: italic;
  }
  .open {
    pointer-events: none;
  }
  /* Spools of sewing thread: a colour each, so that threads that cross can be followed. */
  .hue-0 {
    --spool: var(--thread);
  }
  .hue-1 {
    --spool: var(--stitch);
  }
  .hue-2 {
    --spool: color-mix(in oklab, #2f8a57, var(--ink) 12%);
  }
  .hue-3 {
    --spool: color-mix(in oklab, #8c4fa8, var(--ink) 12%);
  }
  .hue-4 {
    --spool: color-mix(in oklab, #b3721b, var(--ink) 12%);
  }
  .thread {
    fill: none;
    stroke: var(--spool);
    stroke-width: 1.8;
    vector-effect: non-scaling-stroke;
    pointer-events: none;
  }
  .thread.apart {
    stroke-dasharray: 7 4;
    stroke: var(--doubt);
  }
  .thread.lit {
    stroke-width: 4;
  }
  .end {
    fill: var(--spool);
    pointer-events: none;
  }
  .end.apart {
    fill: var(--doubt);
  }
</style>
