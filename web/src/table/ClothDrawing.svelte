<script lang="ts">
  // Cloth as cloth: weave tint, stripes, selvedge band, the fold as a soft double edge.
  import type { Cloth, Point, ClothLay } from '../api/types';
  import ClothSurface from './ClothSurface.svelte';

  let {
    cloth,
    width,
    length,
    fold,
    owned = null,
    open = false,
    blocks = [],
    px,
  }: {
    cloth: Cloth;
    /** As it lies, mm: across (half when folded) and along. */
    width: number;
    length: number;
    fold: ClothLay['fold'];
    owned?: number | null;
    /** Its flaws, its outline and its motifs are drawn too, as it lies open. */
    open?: boolean;
    /** Where there is no cloth to cut, as it lies on the table (y away from the person). */
    blocks?: readonly (readonly Point[])[];
    px: number;
  } = $props();

  const band = $derived(Math.max(cloth.selvedge ?? 0, 6 * px));
  const folded = $derived(fold !== 'single' && fold !== 'crosswise');
  /** A ring of the cloth, whose y counts from the outer edge of its lower selvedge, on the drawing. */
  const ringOf = (ring: readonly Point[]) =>
    `M${ring.map(([x, y]) => `${x} ${width - y + (cloth.selvedge ?? 0)}`).join('L')}Z`;
  const blockOf = (ring: readonly Point[]) =>
    `M${ring.map(([x, y]) => `${x} ${width - y}`).join('L')}Z`;
  const scallop = $derived(Math.max(60, cloth.repeat.along || 60));
  const deep = $derived(cloth.border_depth || Math.min(60, width / 8));
</script>

<ClothSurface {cloth} {width} {length} {fold} />
{#each [['upper', 0, 1], ['lower', width, -1]] as const as [edge, at, into] (edge)}
  {#if (cloth.border === edge || cloth.border === 'both') && (edge === 'upper' || !folded)}
    <path d="M0 {at + into * deep}H{length}" class="border" />
    {#each Array.from({ length: Math.min(80, Math.floor(length / scallop)) }, (_, k) => k) as k (k)}
      <path
        d="M{k * scallop} {at + into * deep * 0.7}A{scallop / 2} {deep * 0.5} 0 0 {into > 0
          ? 1
          : 0} {(k + 1) * scallop} {at + into * deep * 0.7}"
        class="border"
      />
    {/each}
  {/if}
{/each}
{#each blocks as block, index (index)}
  <path d={blockOf(block)} class="flaw" />
{/each}
{#if fold === 'middle'}
  <path d="M0 0H{length}" class="fold" />
  <path d="M0 {-5 * px}H{length}" class="fold second" />
  <path d="M0 {width / 2}H{length}" class="holes" />
{:else}
  <rect x="0" y={-band} width={length} height={band} class="selvedge" />
  <path d="M0 {-band / 2}H{length}" class="holes" />
{/if}
{#if !folded}
  <rect x="0" y={width} width={length} height={band} class="selvedge" />
  <path d="M0 {width + band / 2}H{length}" class="holes" />
{:else}
  <path d="M0 {width}H{length}" class="fold" />
  <path d="M0 {width + 5 * px}H{length}" class="fold second" />
{/if}
{#if open}
  {#if cloth.remnant}
    <path
      d="M{-9} {-band * 2}H{length + 9}V{width + band * 2}H{-9}Z{ringOf(cloth.remnant)}"
      fill-rule="evenodd"
      class="lacks"
    />
    <path d={ringOf(cloth.remnant)} class="rim" />
  {/if}
  {#each cloth.flaws as flaw, index (index)}
    <path d={ringOf(flaw)} class="flaw" />
    <text
      x={flaw[0]![0]}
      y={width - flaw[0]![1] + (cloth.selvedge ?? 0) - 10 * px}
      font-size={12 * px}
      class="haloed note">flaw</text
    >
  {/each}
{/if}
<path d="M0 {-band}V{width + (folded ? 0 : band)}" class="cutend" />
{#if owned !== null && owned < length}
  <path d="M{owned} {-band}V{width}" class="owned" />
  <text x={owned - 6 * px} y={-band - 4 * px} font-size={13 * px} class="owned-to"
    >owned to here</text
  >
{/if}
{#if cloth.nap}
  {#each [0.25, 0.75] as share (share)}
    <path
      d="M{length - 18 * px} {width * share}h{-46 * px}m{12 * px} {-6 * px}l{-12 * px} {6 *
        px} {12 * px} {6 * px}"
      class="nap"
    >
      <title>Nap: all tops this way</title>
    </path>
  {/each}
{/if}

<style>
  .border {
    fill: none;
    stroke: #fff;
    stroke-opacity: 0.75;
    stroke-width: 2;
    vector-effect: non-scaling-stroke;
  }
  .lacks {
    fill: var(--board);
    fill-opacity: 0.88;
  }
  .rim {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.6;
    vector-effect: non-scaling-stroke;
  }
  .flaw {
    fill: var(--board);
    fill-opacity: 0.85;
    stroke: var(--fault);
    stroke-width: 1.6;
    stroke-dasharray: 4 2.5;
    vector-effect: non-scaling-stroke;
  }
  .note {
    fill: var(--ink);
  }
  .selvedge {
    fill: var(--selvedge);
    fill-opacity: 0.75;
  }
  .holes {
    stroke: var(--ink-soft);
    stroke-width: 1.5;
    stroke-dasharray: 1.5 7;
    vector-effect: non-scaling-stroke;
  }
  .fold {
    stroke: var(--ink);
    stroke-width: 3;
    vector-effect: non-scaling-stroke;
  }
  .fold.second {
    stroke-width: 1.2;
    opacity: 0.5;
  }
  .cutend {
    stroke: var(--ink);
    stroke-width: 2;
    stroke-dasharray: 10 4;
    vector-effect: non-scaling-stroke;
  }
  .owned {
    stroke: var(--fault);
    stroke-width: 2.5;
    stroke-dasharray: 4 3;
    vector-effect: non-scaling-stroke;
  }
  .owned-to {
    fill: var(--ink);
    text-anchor: end;
    paint-order: stroke;
    stroke: var(--board);
    stroke-width: 3px;
    stroke-linejoin: round;
    vector-effect: non-scaling-stroke;
    pointer-events: none;
  }
  .nap {
    fill: none;
    stroke: #fff;
    stroke-opacity: 0.85;
    stroke-width: 2;
    vector-effect: non-scaling-stroke;
  }
</style>
