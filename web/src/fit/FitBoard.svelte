<script lang="ts">
  // The working pieces set out: as traced and as they are now, with the edge in hand, its pins, its handles.
  import type { Finding, FitStage, Point } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import { say } from '../parts/session.svelte';
  import Board from '../table/Board.svelte';
  import { boxOf, pathData, roomFor, setOut, type Spot } from '../table/draw';
  import PieceDrawing from '../table/PieceDrawing.svelte';
  import PieceName from '../table/PieceName.svelte';
  import EdgeInHand from './EdgeInHand.svelte';
  import { theHand } from './hand.svelte';
  import { edgeAt, inside } from './near';
  import { put, type Change } from './ways';

  let { stage, pointed }: { stage: FitStage; pointed: Finding | null } = $props();
  type Piece = FitStage['fitted']['pieces'][number];

  const making = theMaking();
  const hand = theHand();
  const fitted = $derived(stage.fitted);
  // Pieces with a length line are the ones worked on here; the others follow after them.
  const ordered = $derived(
    [...fitted.pieces].sort(
      (a, b) => Number(hasLine(b)) - Number(hasLine(a)) || a.number - b.number,
    ),
  );
  const layout = $derived(
    setOut(ordered, (piece) => roomFor(boxOf([piece.cutting]), `${piece.number} ${piece.name}`)),
  );
  const changes = $derived(making.inputs.fit.changes);

  function hasLine(piece: Piece) {
    return (piece.shape.marks ?? []).some((mark) => mark.kind === 'length line');
  }
  /** A piece's name, with how much longer it became where that has room. */
  function namesOf({ number, name, lengthened }: Piece) {
    const by = say(`[[${Math.abs(lengthened)}]]`).replaceAll(' ', '\u00a0');
    const named = `${number} ${name}`;
    const longer = lengthened ? [`${named}, ${lengthened > 0 ? '+' : '−'}${by}`] : [];
    return [...longer, named, String(number)];
  }
  const foundOn = (piece: Piece) =>
    pointed?.where.piece === String(piece.number) ? pointed.where : null;

  const REACH = 11; // pixels from an edge that still mean it

  function under(
    at: Point,
    px: number,
  ): { spot: Spot<Piece>; own: Point; edge: string; along: number } | null {
    let best: ReturnType<typeof under> = null;
    let gap = Infinity;
    for (const spot of layout.spots) {
      const own: Point = [at[0] - spot.dx, at[1] - spot.dy];
      const found = edgeAt(spot.item.shape, own, REACH * px);
      if (found && found.gap < gap) {
        gap = found.gap;
        best = { spot, own, edge: found.edge, along: found.along };
      } else if (!best && inside(spot.item.cutting, own)) best = { spot, own, edge: '', along: 0 };
    }
    return best;
  }

  function tap(at: Point, px: number) {
    const found = under(at, px);
    if (hand.line) return drawLine(at, found?.spot.item.number ?? null);
    if (!found) return void hand.putDown();
    const { number } = found.spot.item;
    if (hand.pinning !== null && pin(number, found)) return;
    const long = fittedLength(number, found.edge);
    // A tap near the middle means the middle; the handle between the ends stands where the edge was tapped.
    const share = long ? found.along / long : 0.5;
    hand.choose(number, found.edge || null, Math.abs(share - 0.5) < 0.08 ? 0.5 : share);
  }

  const fittedLength = (piece: number, edge: string) =>
    stage.edges.find((each) => each.piece === piece && each.edge === edge)?.long ?? 0;

  function drawLine(at: Point, number: number | null) {
    const line = hand.line!;
    const spot = layout.spots.find((each) => each.item.number === line.piece);
    if (!spot || (number !== null && number !== line.piece)) return;
    hand.line = { ...line, points: [...line.points, [at[0] - spot.dx, at[1] - spot.dy]] };
  }

  /** A pin at the seam, or a point pricked inside; false where the tap is meant for something else. */
  function pin(number: number, found: NonNullable<ReturnType<typeof under>>): boolean {
    const index = hand.pinning!;
    const change = changes[index];
    if (change?.kind !== 'width' || number !== change.piece) return false;
    if (hand.pricking) {
      const points = [...(change.points ?? []), found.own];
      void making.attempt(() => alter(put(index, { points })));
      return true;
    }
    const mine = stage.edges.find((each) => each.piece === number && each.edge === change.edge);
    const on = stage.edges.find(
      (each) => each.piece === number && each.edge === found.edge && each.seam === mine?.seam,
    );
    if (!on) return false;
    const along = on.backwards ? on.long - found.along : found.along;
    const last = change.pins?.at(-1)?.by ?? 10;
    const pins = [...(change.pins ?? []), { at: Math.round(on.begins + along), by: last }];
    void making.attempt(() => alter(put(index, { pins })));
    return true;
  }
  const alter = (how: (all: readonly Change[]) => Change[]) =>
    making.change('fit', (now) => ({ changes: how(now.changes) }));

  const spotOf = (number: number) => layout.spots.find((each) => each.item.number === number);
  const chosen = $derived(hand.chosen && spotOf(hand.chosen.piece));
  const lineSpot = $derived(hand.line && spotOf(hand.line.piece));
  const pinned = $derived.by(() => {
    const change = hand.pinning === null ? null : changes[hand.pinning];
    return change?.kind === 'width' ? change : null;
  });
  const linePath = $derived(
    hand.line?.points.map(([x, y], k) => `${k ? 'L' : 'M'}${x} ${y}`).join('') ?? '',
  );
</script>

<Board
  bounds={layout.bounds}
  label="The working pieces"
  onpoint={tap}
  onkey={(event) => event.key === 'Escape' && hand.putDown()}
>
  {#snippet children(px)}
    {#each layout.spots as spot (spot.item.number)}
      {@const number = String(spot.item.number)}
      {@const seen = hand.outlines?.pieces[number]}
      {@const far = seen
        ? undefined
        : stage.dimensions.find((each) => each.piece === spot.item.number)}
      <g transform="translate({spot.dx} {spot.dy})" data-piece={number}>
        <PieceDrawing
          shape={spot.item.shape}
          cutting={spot.item.cutting}
          marks={stage.marks[String(number)]}
          before={hand.under
            ? (hand.under.outlines[number] ?? null)
            : (fitted.before[number] ?? null)}
          found={foundOn(spot.item)}
          {px}
        />
        {#each fitted.darts_before?.[number] ?? [] as legs, index (index)}
          <path d="M{legs.map((point) => point.join(' ')).join('L')}" class="was" />
        {/each}
        {#if seen}
          <path d={pathData(seen.outline, true)} class="would" />
          {#each seen.darts as legs, index (index)}
            <path d="M{legs.map((point) => point.join(' ')).join('L')}" class="would" />
          {/each}
        {/if}
        {#if far}
          <path d="M{far.begin.join(' ')}L{far.end.join(' ')}" class="measured" />
          <text
            x={(far.begin[0] + far.end[0]) / 2 + 6 * px}
            y={(far.begin[1] + far.end[1]) / 2 - 5 * px}
            font-size={12 * px}
            stroke-width={3 * px}
            class="amount"
            ><title>{say(far.figure.working?.[0] ?? '')}</title>{say(far.figure.text)}</text
          >
        {/if}
        <PieceName
          texts={namesOf(spot.item)}
          box={spot.box}
          {px}
          lit={!!foundOn(spot.item) || hand.chosen?.piece === spot.item.number}
        />
      </g>
    {/each}
    {#if chosen && hand.chosen?.edge}
      <g transform="translate({chosen.dx} {chosen.dy})">
        <EdgeInHand {stage} piece={chosen.item} edge={hand.chosen.edge} {px} />
      </g>
    {/if}
    {#if pinned}
      {@const spot = spotOf(pinned.piece)}
      {#if spot}
        <g transform="translate({spot.dx} {spot.dy})">
          {#each pinned.points ?? [] as point, index (index)}
            <circle cx={point[0]} cy={point[1]} r={4 * px} class="pin" />
          {/each}
        </g>
      {/if}
    {/if}
    {#if lineSpot && hand.line}
      <g transform="translate({lineSpot.dx} {lineSpot.dy})">
        <path d={linePath} class="style-line" />
        {#each hand.line.points as point, index (index)}
          <circle cx={point[0]} cy={point[1]} r={4 * px} class="pin" />
        {/each}
      </g>
    {/if}
  {/snippet}
  {#snippet over()}
    {#if hand.outlines?.sentence}
      <p class="tag">{say(hand.outlines.sentence)}</p>
    {:else if hand.line}
      <p class="tag">Tap where the style line begins and ends, and between where it bends.</p>
    {:else if hand.pinning !== null}
      <p class="tag">
        {hand.pricking
          ? 'Tap inside the piece where the pins went through.'
          : 'Tap the seam where it is pinned.'}
      </p>
    {:else if hand.under}
      <p class="tag">Dotted: {hand.under.name}.</p>
    {:else if Object.keys(fitted.before).length}
      <p class="tag">Dotted: as traced. Drawn: after the change, side trued.</p>
    {/if}
  {/snippet}
</Board>

<style>
  .would {
    fill: none;
    stroke: var(--thread);
    stroke-width: 2;
    stroke-dasharray: 7 4;
    vector-effect: non-scaling-stroke;
    pointer-events: none;
  }
  .was {
    pointer-events: none;
    fill: none;
    stroke: var(--ink-soft);
    stroke-width: 1;
    stroke-dasharray: 2 3;
    vector-effect: non-scaling-stroke;
  }
  .measured {
    pointer-events: none;
    stroke: var(--thread);
    stroke-width: 2;
    vector-effect: non-scaling-stroke;
  }
  .amount {
    fill: var(--ink);
    paint-order: stroke;
    stroke: var(--paper);
    font-weight: 650;
  }
  .style-line {
    fill: none;
    stroke: var(--thread);
    stroke-width: 2.4;
    vector-effect: non-scaling-stroke;
  }
  .pin {
    fill: var(--thread);
    stroke: var(--paper);
    stroke-width: 1.5;
    vector-effect: non-scaling-stroke;
  }
</style>
