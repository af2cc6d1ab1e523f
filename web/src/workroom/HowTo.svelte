<script lang="ts">
  // Where a measurement is taken, on a small figure.
  import type { HowTo } from '../api/types';

  let { how }: { how: HowTo } = $props();
  const line = $derived(`M${how.line.map((point) => point.join(' ')).join('L')}`);
  const [x0, y0, x1] = $derived([
    how.line[0]?.[0] ?? 0,
    how.line[0]?.[1] ?? 0,
    how.line[how.line.length - 1]?.[0] ?? 0,
  ]);
</script>

<figure>
  <svg viewBox="0 0 100 240" role="img" aria-label="{how.name}, seen from the {how.view}">
    <path
      class="body"
      d="M50 6C43 6 39 12 39 20C39 27 42 32 45 35L45 41C42 44 36 46 32 48C28 50 26 54 25 60L21 88L18 116
      C17 121 24 122 25 117L30 90L34 70L37 86L38 97L34 112L33 126L36 160L38 180L37 200L41 230L34 234L48 234
      L49 200L49.500 176L50 136L50.500 176L51 200L52 234L66 234L59 230L63 200L62 180L64 160L67 126L66 112
      L62 97L63 86L66 70L70 90L75 117C76 122 83 121 82 116L79 88L75 60C74 54 72 50 68 48C64 46 58 44 55 41
      L55 35C58 32 61 27 61 20C61 12 57 6 50 6Z"
    />
    {#if how.view === 'back'}<path class="spine" d="M50 42L50 120" />{/if}
    {#if how.round}
      <ellipse
        class="tape"
        cx={(x0 + x1) / 2}
        cy={y0}
        rx={Math.abs(x1 - x0) / 2 + 2}
        ry={Math.max(2, Math.abs(x1 - x0) / 9)}
      />
    {:else}
      <path class="tape" d={line} />
      {#each [how.line[0], how.line[how.line.length - 1]] as point, index (index)}
        <circle class="end" cx={point?.[0]} cy={point?.[1]} r="2.2" />
      {/each}
    {/if}
  </svg>
  <figcaption>{how.how}</figcaption>
</figure>

<style>
  figure {
    display: flex;
    gap: 0.7rem;
    align-items: center;
  }
  svg {
    height: 150px;
    flex: none;
  }
  .body {
    fill: var(--band);
    stroke: var(--ink-soft);
    stroke-width: 1;
  }
  .spine {
    stroke: var(--ink-soft);
    stroke-dasharray: 2 3;
    fill: none;
  }
  .tape {
    fill: none;
    stroke: var(--thread);
    stroke-width: 2.6;
  }
  .end {
    fill: var(--thread);
  }
</style>
