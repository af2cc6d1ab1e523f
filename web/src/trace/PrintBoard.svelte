<script lang="ts">
  // The pages laid together, as they will be once they are printed and joined.
  import Board from '../table/Board.svelte';
  import { matrix, pathData } from '../table/draw';
  import type { Printing } from './printing.svelte';

  let { printing }: { printing: Printing } = $props();
  const plan = $derived(printing.value?.plan);
  // The first page is of the pages' own size, or A4 where they are large.
  const first = $derived(
    plan && plan.page_width <= 300 ? [plan.page_width, plan.page_height] : [210, 297],
  );
  const bounds = $derived(
    printing.sheet
      ? { x: 0, y: 0, width: first[0] ?? 210, height: first[1] ?? 297 }
      : {
          x: 0,
          y: 0,
          width: (plan?.columns ?? 1) * (plan?.step_x ?? 200),
          height: (plan?.rows ?? 1) * (plan?.step_y ?? 280),
        },
  );
  const pieces = $derived(new Map(printing.value?.pieces.map((piece) => [piece.number, piece])));
</script>

<Board {bounds} label={printing.sheet ? 'The printed sheet' : 'The printed pages laid together'}>
  {#snippet children(px)}
    {#if printing.sheet}
      <image
        href={printing.sheet}
        width={first[0]}
        height={first[1]}
        role="img"
        aria-label="The first page as it came out of the printer"
        onerror={() => (printing.refused = 'The printer could not print that. Check its numbers.')}
      />
      <rect width={first[0]} height={first[1]} class="edge" />
    {:else if plan}
      {#each plan.tiles as tile (tile.code)}
        <rect
          x={tile.column * plan.step_x}
          y={tile.row * plan.step_y}
          width={plan.step_x}
          height={plan.step_y}
          class="page leaf"
        />
      {/each}
      {#each plan.laid as laid (laid.number)}
        {@const piece = pieces.get(laid.number)}
        {#if piece}
          <g transform={matrix(laid.move)}>
            <path d={pathData(piece.cutting, true)} class="cutting" />
            <path d={pathData(piece.stitching, true)} class="stitching" />
          </g>
        {/if}
      {/each}
      {#each plan.tiles as tile (tile.code)}
        <text
          x={tile.column * plan.step_x + 6 * px}
          y={tile.row * plan.step_y + 16 * px}
          font-size={13 * px}
          class="code">{tile.code}</text
        >
      {/each}
    {/if}
  {/snippet}
  {#snippet over()}
    {#if printing.sheet}
      <p class="tag">
        From the stand-in printer. Measure the square by the rulers; the wheel brings it nearer.
      </p>
    {:else if plan}
      <p class="tag">
        {plan.pages} pages: the first one has the map and the test squares
      </p>
    {/if}
  {/snippet}
</Board>

<style>
  .leaf {
    stroke-dasharray: 3 3;
  }
  .edge {
    fill: none;
    stroke: var(--paper-edge);
    stroke-width: 1;
    vector-effect: non-scaling-stroke;
  }
  .code {
    fill: var(--thread);
    font-weight: 650;
  }
</style>
