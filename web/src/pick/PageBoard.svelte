<script lang="ts">
  // The pages of a home-printed pattern as they are taped together.
  import type { PickStage } from '../api/types';
  import Board from '../table/Board.svelte';

  let { pages }: { pages: NonNullable<PickStage['pages']> } = $props();
  const W = 210;
  const H = 297;
  const CAPITAL = 0.36; // of a letter's size: from its baseline to the middle of a capital
  type Page = (typeof pages.pages)[number];

  /** What is said of a page under its code, line by line. */
  const words = ({ needed, pieces, square, upside_down, under }: Page) =>
    needed
      ? [
          pieces.length && `${pieces.length > 1 ? 'pieces' : 'piece'} ${pieces.join(', ')}`,
          square && 'test square',
          upside_down && 'upside down',
          under.length && `under ${under.join(', ')}`,
        ].filter((line): line is string => !!line)
      : ['not printed'];
  const bounds = $derived({ x: 0, y: 0, width: pages.columns * W, height: pages.rows * H });
</script>

<Board {bounds} label="The map of the pages">
  {#snippet children(px)}
    {#each pages.pages as page (page.code)}
      {@const size = Math.min(26 * px, page.number ? 40 : 70)}
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
          font-size={size}
          class="code"
          transform={page.upside_down
            ? `rotate(180 ${W / 2} ${H * 0.36 - CAPITAL * size})`
            : undefined}>{page.code}{page.number ? ` · p. ${page.number}` : ''}</text
        >
        {#each words(page) as line, at (line)}
          <text
            x={W / 2}
            y={H * (0.52 + 0.14 * at)}
            font-size={Math.min(11.5 * px, 30)}
            class="words">{line}</text
          >
        {/each}
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
