<script lang="ts">
  // The traced pieces; where paper is folded, the printed sizes and the strokes to draw on it.
  import type { Finding, TraceStage, TracedPiece } from '../api/types';
  import Board from '../table/Board.svelte';
  import { boxOf, labelSize, pathData, roomFor, setOut } from '../table/draw';
  import PieceDrawing from '../table/PieceDrawing.svelte';
  import PieceName from '../table/PieceName.svelte';

  let {
    stage,
    one,
    pointed = null,
  }: { stage: TraceStage; one: TracedPiece | undefined; pointed?: Finding | null } = $props();
  const foundOn = (piece: TracedPiece) =>
    pointed?.where.piece === String(piece.number) ? pointed.where : null;

  const cuttingOf = (piece: TracedPiece) => stage.cutting[String(piece.number)] ?? [];
  const sizesOf = (piece: TracedPiece) => stage.before[String(piece.number)] ?? [];
  const shown = $derived(one ? [one] : stage.traced.pieces);
  const layout = $derived(
    setOut(shown, (piece) =>
      roomFor(
        boxOf([cuttingOf(piece), ...(one ? sizesOf(piece) : [])]),
        one ? '' : `${piece.number} ${piece.name}`,
      ),
    ),
  );
</script>

<Board bounds={layout.bounds} label="The traced pieces in your size">
  {#snippet children(px)}
    {#each layout.spots as spot (spot.item.number)}
      {@const piece = spot.item}
      <g transform="translate({spot.dx} {spot.dy})">
        <PieceDrawing
          shape={piece.shape}
          cutting={cuttingOf(piece)}
          marks={stage.marks[String(piece.number)]}
          found={foundOn(piece)}
          label={stage.places[String(piece.number)] ?? null}
          {px}
        />
        {#if one}
          {#each sizesOf(piece) as outline, index (index)}
            <path d={pathData(outline, true)} class="ghost" />
          {/each}
          {#each piece.advice?.strokes ?? [] as stroke, index (index)}
            <path d={pathData(stroke.path)} class={stroke.kind} />
          {/each}
        {/if}
        {#if !labelSize(stage.places[String(piece.number)]?.size ?? 0, px)}
          <PieceName
            texts={[`${piece.number} ${piece.name}`, String(piece.number)]}
            box={spot.box}
            {px}
            lit={!!foundOn(piece)}
          />
        {/if}
      </g>
    {/each}
  {/snippet}
  {#snippet over()}
    {#if one?.advice?.strokes?.length}
      <p class="tag">
        <span class="key fold"></span> fold back
        {#if one.advice.strokes.some((stroke) => stroke.kind === 'slit')}
          <span class="key slit"></span> slit{/if}
        {#if one.advice.strokes.some((stroke) => stroke.kind === 'clip')}
          <span class="key slit"></span> clip{/if}
        · thin lines: the printed sizes
      </p>
    {:else if one?.line === 'stitching'}
      <p class="tag">The paper ends at the stitching line; the allowance is added on the cloth.</p>
    {/if}
  {/snippet}
</Board>

<style>
  .fold,
  .slit,
  .clip {
    fill: none;
    vector-effect: non-scaling-stroke;
  }
  path.fold {
    stroke: var(--thread);
    stroke-width: 2.4;
    stroke-dasharray: 14 4 3 4;
  }
  path.slit,
  path.clip {
    stroke: var(--fault);
    stroke-width: 2.4;
  }
  .key {
    display: inline-block;
    width: 1.6rem;
    vertical-align: middle;
    border-top: 3px solid var(--fault);
  }
  .key.fold {
    border-top: 3px dashed var(--thread);
  }
</style>
