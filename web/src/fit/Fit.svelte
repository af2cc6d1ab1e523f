<script lang="ts">
  import { GET } from '../api/client';
  import type { Finding, FitStage } from '../api/types';
  import { StageData, theMaking } from '../making/making.svelte';
  import StageLayout from '../making/StageLayout.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import { say } from '../parts/session.svelte';
  import TickBox from '../parts/TickBox.svelte';
  import Board from '../table/Board.svelte';
  import { boxOf, roomFor, setOut } from '../table/draw';
  import PieceDrawing from '../table/PieceDrawing.svelte';
  import ChangesPanel from './ChangesPanel.svelte';
  import SeamTable from './SeamTable.svelte';
  import PieceName from '../table/PieceName.svelte';

  const making = theMaking();
  const stage = new StageData<FitStage>(making, () =>
    GET('/api/makings/{making_id}/fit', { params: { path: making.path } }),
  );

  const pieces = $derived(stage.value?.fitted.pieces ?? []);
  // Pieces with a length line are the ones worked on here; the others follow after them.
  const ordered = $derived(
    [...pieces].sort((a, b) => Number(hasLine(b)) - Number(hasLine(a)) || a.number - b.number),
  );
  const layout = $derived(
    setOut(ordered, (piece) => roomFor(boxOf([piece.cutting]), `${piece.number} ${piece.name}`)),
  );

  /** A piece's name, with how much longer it became where that has room. */
  function namesOf({ number, name, lengthened }: (typeof pieces)[number]) {
    const by = say(`[[${Math.abs(lengthened)}]]`).replaceAll(' ', '\u00a0');
    const named = `${number} ${name}`;
    const longer = lengthened ? [`${named}, ${lengthened > 0 ? '+' : '−'}${by}`] : [];
    return [...longer, named, String(number)];
  }
  let pointed = $state.raw<Finding | null>(null);
  const foundOn = (piece: (typeof pieces)[number]) =>
    pointed?.where.piece === String(piece.number) ? pointed.where : null;

  function hasLine(piece: (typeof pieces)[number]) {
    return (piece.shape.marks ?? []).some((mark) => mark.kind === 'length line');
  }
</script>

<StageLayout title="Fit">
  {#snippet board()}
    {#if stage.value}
      {@const fitted = stage.value.fitted}
      <Board bounds={layout.bounds} label="The working pieces">
        {#snippet children(px)}
          {#each layout.spots as spot (spot.item.number)}
            <g transform="translate({spot.dx} {spot.dy})">
              <PieceDrawing
                shape={spot.item.shape}
                cutting={spot.item.cutting}
                outward={spot.item.outward}
                before={fitted.before[String(spot.item.number)] ?? null}
                found={foundOn(spot.item)}
                {px}
              />
              <PieceName
                texts={namesOf(spot.item)}
                box={spot.box}
                {px}
                lit={!!foundOn(spot.item)}
              />
            </g>
          {/each}
        {/snippet}
        {#snippet over()}
          {#if Object.keys(fitted.before).length}
            <p class="tag">Dotted: as traced. Drawn: after the change, side trued.</p>
          {/if}
        {/snippet}
      </Board>
    {/if}
  {/snippet}
  {#snippet panel()}
    {#if stage.value}
      {@const { fitted, tick } = stage.value}
      <ChangesPanel stage={stage.value} />
      <FindingList findings={fitted.findings} point={(finding) => (pointed = finding)} />
      <SeamTable seams={fitted.seams} />
      <TickBox {tick} label="Lengths checked" toggle={(on) => making.tick([tick.key], on)} />
    {/if}
  {/snippet}
</StageLayout>
