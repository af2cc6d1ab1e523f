<script lang="ts">
  // One piece large, the thing being traced brought forward.
  import type { LabelPlace, TraceStage, TracedPiece } from '../api/types';
  import Board from '../table/Board.svelte';
  import { boxOf, pathData } from '../table/draw';
  import PieceDrawing from '../table/PieceDrawing.svelte';

  let {
    piece,
    stage,
    lit,
  }: { piece: TracedPiece; stage: TraceStage; lit: { mark: string; edge: string } } = $props();
  const cutting = $derived(stage.cutting[String(piece.number)] ?? []);
  const edge = $derived(piece.shape.edges.find((each) => each.name === lit.edge));
</script>

<Board bounds={boxOf([cutting])} label="{piece.number} {piece.name}, to be traced">
  {#snippet children(px)}
    <PieceDrawing
      shape={piece.shape}
      {cutting}
      marks={stage.marks[String(piece.number)]}
      label={(stage.places[String(piece.number)] ?? null) as LabelPlace | null}
      lit={lit.mark}
      {px}
    />
    {#if edge}<path d={pathData(edge.path)} class="lit" />{/if}
  {/snippet}
  {#snippet over()}
    <p class="tag display">{piece.number} {piece.name}</p>
  {/snippet}
</Board>

<style>
  .lit {
    fill: none;
    stroke: var(--thread);
    stroke-width: 4;
    vector-effect: non-scaling-stroke;
  }
</style>
