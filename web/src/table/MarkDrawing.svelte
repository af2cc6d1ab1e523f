<script lang="ts">
  // One mark, painted: what is drawn of it the server says; here are its colours, and sizes that can be seen.
  import type { DrawnMark, Mark } from '../api/types';

  let {
    mark,
    drawn,
    px,
    lit = false,
  }: {
    mark: Pick<Mark, 'id' | 'kind' | 'name'>;
    drawn: DrawnMark;
    px: number;
    lit?: boolean;
  } = $props();

  /** On the screen a line is so many pixels for each mm on paper, and what stands at its ends is no smaller. */
  const WIDE = 4;
  const DASH = 1.3;
  const TIP = 2;
  const lines = $derived(
    drawn.lines.map(({ points, aside, dash, width }) => ({
      path: `M${points.map((point) => point.join(' ')).join('L')}`,
      aside: aside.map((each) => each * Math.max(1, TIP * px)).join(' '),
      dash: dash.map((each) => each * DASH).join(' '),
      wide: width * WIDE,
    })),
  );
  /** From end to end: nothing that stands at an end reaches the middle. */
  const long = $derived.by(() => {
    const all = drawn.lines.flatMap(({ points }) => points);
    const [[ax, ay], [bx, by]] = [all[0] ?? [0, 0], all.at(-1) ?? [0, 0]];
    return Math.hypot(bx - ax, by - ay) || Infinity;
  });
  const tips = $derived(
    drawn.tips.map(({ at: [x, y], form, size, slim, towards: [dx, dy] }) => {
      const r = Math.min(Math.max(size, TIP * size * px), long / 3);
      const [bx, by, wide] = [x - dx * r, y - dy * r, r * slim];
      const path =
        form === 'bar'
          ? `M${x - dy * r} ${y + dx * r}L${x + dy * r} ${y - dx * r}`
          : `M${bx - dy * wide} ${by + dx * wide}L${x} ${y}L${bx + dy * wide} ${by - dx * wide}Z`;
      return { x, y, r, form, path };
    }),
  );
  const kind = $derived(mark.kind.replace(' ', '-'));
</script>

<g class={['mark', kind, lit && 'lit']} data-mark={mark.id}>
  <title>{mark.name}</title>
  {#each lines as { path, aside, dash, wide }, index (index)}
    <path
      d={path}
      transform={aside === '0 0' ? null : `translate(${aside})`}
      stroke-dasharray={dash}
      style:--wide={wide}
    />
  {/each}
  {#each tips as { x, y, r, form, path }, index (index)}
    {#if form === 'bar' || form === 'arrow'}<path d={path} class={form} style:--wide={1.2} />
    {:else}<circle cx={x} cy={y} {r} class={form} />{/if}
  {/each}
</g>

<style>
  path,
  circle {
    fill: none;
    stroke: var(--tone, var(--ink));
    stroke-width: var(--wide, 1.2);
    vector-effect: non-scaling-stroke;
  }
  .disc,
  .arrow {
    fill: var(--tone, var(--ink));
    stroke: none;
  }
  .grain,
  .stretch {
    --tone: var(--thread);
  }
  .length-line,
  .stitching-line {
    --tone: var(--stitch);
  }
  .lit path,
  .lit circle {
    stroke: var(--thread);
    stroke-width: 3;
  }
</style>
