<script lang="ts">
  // The pages of a home-printed pattern as they are taped together.
  import type { PickStage } from '../api/types';
  import Board from '../table/Board.svelte';

  let { pages }: { pages: NonNullable<PickStage['pages']> } = $props();
  const W = 210;
  const H = 297;
  const bounds = $derived({ x: 0, y: 0, width: pages.columns * W, height: pages.rows * H });
</script>

<Board {bounds} label="The map of the pages">
  {#snippet children(px)}
    {#each pages.pages as page (page.code)}
      <g transform="translate({page.column * W} {page.row * H})" class={[!page.needed && 'idle']}>
        <rect width={W - 3} height={H - 3} class="page" />
        {#each page.trim as side (side)}
          <line
            x1="0"
            y1="0"
            x2={side === 'top' ? W - 3 : 0}
            y2={side === 'left' ? H - 3 : 0}
            class="trim"><title>trim the {side}</title></line
          >
        {/each}
        <text
          x={W / 2}
          y={H * 0.36}
          font-size={Math.min(26 * px, page.number ? 40 : 70)}
          class="code"
          transform={page.upside_down ? `rotate(180 ${W / 2} ${H * 0.33})` : undefined}
          >{page.code}{page.number ? ` · p. ${page.number}` : ''}</text
        >
        {#if page.needed}
          <text x={W / 2} y={H * 0.58} font-size={Math.min(11.5 * px, 30)} class="words"
            >{page.pieces.length
              ? `${page.pieces.length > 1 ? 'pieces' : 'piece'} ${page.pieces.join(', ')}`
              : ''}</text
          >
          {#if page.square}<text
              x={W / 2}
              y={H * (page.pieces.length ? 0.66 : 0.58)}
              font-size={Math.min(11.5 * px, 30)}
              class="words">test square</text
            >{/if}
          {#if page.upside_down}<text
              x={W / 2}
              y={H * 0.74}
              font-size={Math.min(11.5 * px, 30)}
              class="words">upside down</text
            >{/if}
          {#if page.under.length}<text
              x={W / 2}
              y={H * 0.9}
              font-size={Math.min(11.5 * px, 30)}
              class="words">under {page.under.join(', ')}</text
            >{/if}
        {:else}
          <text x={W / 2} y={H * 0.58} font-size={Math.min(11.5 * px, 30)} class="words"
            >not printed</text
          >
        {/if}
      </g>
    {/each}
  {/snippet}
  {#snippet over()}
    <p class="tag">Scissors line: trim here. The next page lies on top of the edge.</p>
  {/snippet}
</Board>

<style>
  .trim {
    stroke: var(--thread);
    stroke-width: 2;
    stroke-dasharray: 9 4;
    vector-effect: non-scaling-stroke;
  }
  .code,
  .words {
    text-anchor: middle;
    fill: var(--ink);
  }
  .code {
    font-weight: 650;
  }
  .idle .page {
    fill: transparent;
    stroke-dasharray: 3 4;
  }
</style>
