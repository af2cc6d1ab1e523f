<script lang="ts">
  // A small picture of each way in.
  import type { Way } from './ways';

  let { way }: { way: Way } = $props();
</script>

<svg viewBox="0 0 200 120" aria-hidden="true">
  {#if way === 'file'}
    {#each [0, 1, 2] as column (column)}
      {#each [0, 1] as row (row)}
        <path d="M{34 + 44 * column} {12 + 49 * row}h42v47h-42z" class="paper" />
      {/each}
    {/each}
    {#each [0, 6, 12] as by (by)}
      <path
        d="M{60 - by / 2} {30 - by / 2}C80 {38 + by} 104 {40 + by} {124 + by} {28 - by / 2}L{132 +
          by} {92 + by / 2}L{56 - by / 2} {94 + by / 2}Z"
        class={by === 6 ? 'mine' : 'line'}
      />
    {/each}
  {:else if way === 'sheet'}
    <path d="M38 22L170 10L186 108L22 104Z" class="paper" />
    {#each [0, 7, 14] as by (by)}
      <path
        d="M70 34C88 {42 + by} 112 {44 + by} 134 {30 + by}L{142 + by / 2} 92L64 94Z"
        class="line"
      />
    {/each}
    <path d="M70 41C88 49 112 51 134 37" class="mine" />
    <path d="M32 88h14v12h-14z" class="square" />
    {#each [[70, 41], [90, 48], [112, 48], [134, 37]] as [x, y] (x)}
      <circle cx={x} cy={y} r="3.4" class="dot" />
    {/each}
  {:else if way === 'points'}
    {#each [30, 50, 70, 90, 110, 130, 150, 170] as x (x)}<path
        d="M{x} 10V110"
        class="grid"
      />{/each}
    {#each [10, 30, 50, 70, 90, 110] as y (y)}<path d="M30 {y}H170" class="grid" />{/each}
    <path d="M50 30C66 42 82 36 90 30L130 36C126 56 136 64 146 68L150 98L50 102Z" class="piece" />
    {#each [[50, 30], [90, 30], [130, 36], [146, 68], [150, 98], [50, 102]] as [x, y] (`${x}/${y}`)}
      <circle cx={x} cy={y} r="3.4" class="dot" />
    {/each}
  {:else if way === 'garment'}
    <path
      d="M84 16C92 26 108 26 116 16L142 26L168 76L148 86L134 58V108H66V58L52 86L32 76L58 26Z"
      class="piece"
    />
    <path d="M66 66H134" class="tape" />
    <path d="M66 60v12M134 60v12" class="tape end" />
  {:else}
    <path d="M24 30H84V98H24Z" class="piece" />
    <path d="M24 64H84M54 30V98" class="tape" />
    <path d="M108 24H126A26 26 0 0 0 152 50V70A46 46 0 0 1 108 24Z" class="piece" />
    <path d="M100 84H184V98H100Z" class="piece" />
  {/if}
</svg>

<style>
  .paper,
  .piece {
    fill: var(--paper);
    stroke: var(--paper-edge);
  }
  .piece {
    stroke: var(--stitch);
    stroke-width: 1.6;
  }
  .line {
    fill: none;
    stroke: var(--ghost);
  }
  .mine {
    fill: none;
    stroke: var(--thread);
    stroke-width: 2.4;
  }
  .square {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.6;
  }
  .dot {
    fill: var(--thread);
  }
  .grid {
    stroke: var(--paper-grid);
  }
  .tape {
    stroke: var(--thread);
    stroke-width: 1.6;
    stroke-dasharray: 4 3;
  }
  .end {
    stroke-dasharray: none;
  }
</style>
