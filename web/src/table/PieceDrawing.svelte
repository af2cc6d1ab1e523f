<script lang="ts">
  // One paper piece: paper, allowance band, stitching and cutting line, marks and label.
  import type { Finding, Curve, DrawnMark, LabelPlace, Shape } from '../api/types';
  import { say } from '../parts/session.svelte';
  import MarkDrawing from './MarkDrawing.svelte';
  import { labelSize, pathData } from './draw';

  let {
    shape,
    cutting,
    marks = {},
    label = null,
    px,
    lit = '',
    found = null,
    before = null,
  }: {
    shape: Shape;
    cutting: readonly Curve[];
    /** How its marks are drawn. */
    marks?: Record<string, DrawnMark>;
    /** The label with its place, where it covers no mark. */
    label?: LabelPlace | null;
    /** Millimetres per pixel of the screen. */
    px: number;
    /** Mark to bring forward. */
    lit?: string;
    /** The outline as it was, drawn behind as a ghost. */
    before?: readonly Curve[] | null;
    /** Where something was found on this piece: a mark, an edge, or the whole of it. */
    found?: Finding['where'] | null;
  } = $props();

  const stitching = $derived(shape.edges.flatMap((edge) => edge.path));
  const litEdge = $derived(shape.edges.find((edge) => edge.name === found?.edge));
  const litMark = $derived(
    lit ||
      (shape.marks.find((mark) => found?.mark && [mark.id, mark.name].includes(found.mark))?.id ??
        ''),
  );
  const folds = $derived(shape.edges.filter((edge) => edge.kind === 'fold'));
  const cut = $derived(pathData(cutting, true));
  const size = $derived(label ? labelSize(label.size, px) : 0);
</script>

<path d="{cut}{pathData(stitching, true)}" class="band" fill-rule="evenodd" />
<path d={pathData(stitching, true)} class="paper" />
{#if before}<path d={pathData(before, true)} class="ghost before" />{/if}
<path d={cut} class="cutting" />
{#each shape.edges as edge (edge.name)}
  {#if edge.kind !== 'fold'}
    <path d={pathData(edge.path)} class="stitching">
      <title>{edge.name}</title>
    </path>
  {/if}
{/each}
{#each folds as edge (edge.name)}
  <path d={pathData(edge.path)} class="fold"><title>{edge.name}: on the fold</title></path>
{/each}
{#each shape.marks ?? [] as mark (mark.id)}
  {@const drawn = marks[mark.id]}
  {#if drawn}<MarkDrawing {mark} {drawn} {px} lit={litMark === mark.id} />{/if}
{/each}
{#if litEdge}<path d={pathData(litEdge.path)} class="found" />
{:else if found && !litMark}<path d={cut} class="found" />{/if}
{#if size && label}
  <g
    transform="translate({label.at[0]} {label.at[1]}){label.turned ? ' rotate(90)' : ''}"
    class="label"
  >
    {#each label.lines as line, index (index)}
      <text
        y={(index - (label.lines.length - 1) / 2) * size * 1.3 + size * 0.35}
        font-size={index === 0 ? size * 1.15 : size}
        class={index === 0 ? 'display' : ''}>{say(line)}</text
      >
    {/each}
  </g>
{/if}

<style>
  .found {
    fill: none;
    stroke: var(--fault);
    stroke-width: 4;
    vector-effect: non-scaling-stroke;
  }
  .before {
    stroke-dasharray: 2 3;
  }
  .paper {
    fill: var(--paper);
  }
  .band {
    fill: var(--band);
  }
  .fold {
    fill: none;
    stroke: var(--thread);
    stroke-width: 2.4;
    vector-effect: non-scaling-stroke;
  }
  .label text {
    fill: var(--ink);
    text-anchor: middle;
    pointer-events: none;
  }
</style>
