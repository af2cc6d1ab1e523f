<script lang="ts">
  // Every sheet of tracing paper with the pieces on it, and where sheets are joined.
  import { GET } from '../api/client';
  import type { Curve, Move, PaperStage } from '../api/types';
  import { StageData, theMaking } from '../making/making.svelte';
  import Board from '../table/Board.svelte';
  import { boxOf, fitting, matrix, moved, pathData, setOut } from '../table/draw';

  const making = theMaking();
  const stage = new StageData<PaperStage>(making, () =>
    GET('/api/makings/{making_id}/paper', { params: { path: making.path } }),
  );
  const sheets = $derived(stage.value?.plan.sheets ?? []);
  const outlines = $derived(
    new Map(stage.value?.pieces.map((piece) => [piece.number, piece.outline])),
  );
  const layout = $derived(
    setOut(
      sheets.map((sheet, index) => ({ ...sheet, index })),
      (sheet) => ({ x: 0, y: 0, width: sheet.width, height: sheet.height }),
      1.38,
      90,
      false,
    ),
  );
  /** The box in which a piece lies on its sheet. */
  const boxed = (number: number, move: Move) =>
    boxOf([
      (outlines.get(number) ?? []).map(
        (curve) => curve.map((point) => moved(move, point)) as Curve,
      ),
    ]);
</script>

{#if stage.value}
  <Board bounds={layout.bounds} label="The tracing paper">
    {#snippet children(px)}
      {#each layout.spots as spot (spot.item.index)}
        <g transform="translate({spot.dx} {spot.dy})">
          <rect width={spot.item.width} height={spot.item.height} class="page" />
          {#each spot.item.joins as [x0 = 0, y0 = 0, x1 = 0, y1 = 0], index (index)}
            <rect x={x0} y={y0} width={x1 - x0} height={y1 - y0} class="join-band" />
          {/each}
          {#each spot.item.put as put (put.number)}
            {@const box = boxed(put.number, put.move)}
            {@const names = [`${put.number} ${put.name}`, String(put.number)]}
            {@const lines = fitting(names, box.width, 12 * px)}
            <path
              d={pathData(outlines.get(put.number) ?? [], true)}
              transform={matrix(put.move)}
              class="piece"
            />
            {#each lines as line, index (index)}
              <text
                x={box.x + box.width / 2}
                y={box.y + box.height / 2 + (index - (lines.length - 1) / 2) * 13 * px}
                font-size={12 * px}
                class="name"><title>{names[0]}</title>{line}</text
              >
            {/each}
          {/each}
          <text x="0" y={-6 * px} font-size={12 * px} class="head">
            {spot.item.columns * spot.item.rows > 1
              ? `${spot.item.columns} × ${spot.item.rows} sheets joined`
              : stage.value?.plan.kind === 'roll'
                ? 'from the roll'
                : `sheet ${spot.item.index + 1}`}
          </text>
        </g>
      {/each}
    {/snippet}
    {#snippet over()}
      {#if stage.value?.plan.joins}<p class="tag">Hatched: the overlap of a join.</p>{/if}
      {#if !sheets.length}<p class="tag">No piece has to be traced: no paper is needed.</p>{/if}
    {/snippet}
  </Board>
{/if}

<style>
  .join-band {
    fill: var(--secondary, var(--band));
    opacity: 0.75;
  }
  .piece {
    fill: var(--band);
    fill-opacity: 0.45;
    stroke: var(--ink);
    stroke-width: 1.4;
    vector-effect: non-scaling-stroke;
  }
  .head {
    fill: var(--ink);
    font-weight: 600;
  }
</style>
