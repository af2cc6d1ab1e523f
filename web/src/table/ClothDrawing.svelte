<script lang="ts">
  // Cloth as cloth: weave tint, stripes, selvedge band, the fold as a soft double edge.
  import type { Cloth, RoleLay } from '../api/types';

  let {
    cloth,
    width,
    length,
    fold,
    owned = null,
    px,
  }: {
    cloth: Cloth;
    /** As it lies, mm: across (half when folded) and along. */
    width: number;
    length: number;
    fold: RoleLay['fold'];
    owned?: number | null;
    px: number;
  } = $props();

  const id = $props.id();
  const band = $derived(Math.max(cloth.selvedge ?? 0, 6 * px));
  // Stripes and bars lie where they were measured; folded cloth is folded on the middle of a stripe.
  const { across, along } = $derived(cloth.repeat);
  const firstStripe = $derived(
    width - (fold === 'single' || fold === 'crosswise' ? cloth.repeat.from_edge : 0),
  );
  const striped = $derived(cloth.traits.includes('striped') || across > 0 || along > 0);
  const folded = $derived(fold !== 'single' && fold !== 'crosswise');
  const lace = $derived(cloth.traits.includes('lace'));
</script>

<defs>
  <pattern id="{id}-weave" width="9" height="9" patternUnits="userSpaceOnUse">
    <path d="M0 2.2h4.5M4.5 6.7h4.5" stroke="#fff" stroke-opacity="0.16" stroke-width="1.4" />
    <path d="M2.2 4.5v4.5M6.7 0v4.5" stroke="#000" stroke-opacity="0.1" stroke-width="1.4" />
  </pattern>
  {#if across || !along}
    {@const step = across || 24}
    <pattern
      id="{id}-stripe"
      width="60"
      height={step}
      y={firstStripe - step / 2}
      patternUnits="userSpaceOnUse"
    >
      <rect y={step * 0.32} width="60" height={step * 0.36} fill="#fff" fill-opacity="0.38" />
      <rect y={step * 0.94} width="60" height={step * 0.05} fill="#000" fill-opacity="0.2" />
      {#if cloth.repeat.uneven_across}
        <rect y={step * 0.72} width="60" height={step * 0.08} fill="#fff" fill-opacity="0.5" />
      {/if}
    </pattern>
  {/if}
  {#if along}
    <pattern
      id="{id}-bar"
      width={along}
      height="60"
      x={cloth.repeat.from_end - along / 2}
      patternUnits="userSpaceOnUse"
    >
      <rect x={along * 0.32} width={along * 0.36} height="60" fill="#000" fill-opacity="0.22" />
      {#if cloth.repeat.uneven_along}
        <rect x={along * 0.72} width={along * 0.08} height="60" fill="#fff" fill-opacity="0.45" />
      {/if}
    </pattern>
  {/if}
  <pattern id="{id}-lace" width="34" height="34" patternUnits="userSpaceOnUse">
    <circle
      cx="17"
      cy="17"
      r="9"
      fill="none"
      stroke="#fff"
      stroke-opacity="0.75"
      stroke-width="2"
    />
    <path d="M0 0 34 34M34 0 0 34" stroke="#fff" stroke-opacity="0.35" />
  </pattern>
</defs>
<!-- The cloth runs on to the right; it is shown a little beyond what is used. -->
<rect x="0" y="0" width={length} height={width} fill={cloth.colour ?? '#9aa4ad'} />
<rect x="0" y="0" width={length} height={width} fill="url(#{id}-weave)" />
{#if striped && (across || !along)}
  <rect x="0" y="0" width={length} height={width} fill="url(#{id}-stripe)" />
{/if}
{#if along}<rect x="0" y="0" width={length} height={width} fill="url(#{id}-bar)" />{/if}
{#if lace}<rect x="0" y="0" width={length} height={width} fill="url(#{id}-lace)" />{/if}
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
<path d="M0 {-band}V{width + (folded ? 0 : band)}" class="cutend" />
{#if owned !== null && owned < length}
  <path d="M{owned} {-band}V{width}" class="owned" />
  <text x={owned - 6 * px} y={width - 10 * px} font-size={13 * px} class="owned-to"
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
    fill: #fff;
    text-anchor: end;
    paint-order: stroke;
    stroke: #0009;
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
