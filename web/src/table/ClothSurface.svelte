<script lang="ts">
  // The face of a cloth: its tint, its weave, stripes and bars where they were measured, motifs of lace.
  import type { Cloth, ClothLay } from '../api/types';

  let {
    cloth,
    width,
    length,
    fold,
  }: { cloth: Cloth; width: number; length: number; fold: ClothLay['fold'] } = $props();

  const id = $props.id();
  // Folded cloth is folded on the middle of a stripe; open, the first is counted from the outer edge.
  const { across, along } = $derived(cloth.repeat);
  const firstStripe = $derived(
    width -
      (fold === 'single' || fold === 'crosswise'
        ? cloth.repeat.from_edge - (cloth.selvedge ?? 0)
        : 0),
  );
  const striped = $derived(cloth.traits.includes('striped') || across > 0 || along > 0);
  const lace = $derived(cloth.weave === 'lace');
  // Motifs stand where the repeat says, or close together where it says nothing.
  const stepX = $derived(along || 34);
  const stepY = $derived(across || stepX);
  const motif = $derived(Math.min(stepX, stepY, 160));
</script>

<defs>
  <pattern id="{id}-weave" width="9" height="9" patternUnits="userSpaceOnUse">
    {#if cloth.traits.includes('pile')}
      <circle cx="2.2" cy="2.2" r="1.2" fill="#000" fill-opacity="0.16" />
      <circle cx="6.7" cy="6.7" r="1.2" fill="#fff" fill-opacity="0.16" />
    {:else if cloth.weave === 'twill'}
      <path d="M0 9 9 0" stroke="#fff" stroke-opacity="0.22" stroke-width="1.6" />
      <path d="M-2 4 4 -2M5 11 11 5" stroke="#000" stroke-opacity="0.12" stroke-width="1.4" />
    {:else if cloth.weave === 'satin'}
      <path d="M0 2h9" stroke="#fff" stroke-opacity="0.2" stroke-width="2.4" />
    {:else if cloth.weave === 'knit'}
      <path
        d="M0 1 2.2 5.5 4.5 1 6.8 5.5 9 1"
        fill="none"
        stroke="#fff"
        stroke-opacity="0.28"
        stroke-width="1.2"
      />
    {:else if cloth.weave === 'lace'}
      <path d="M0 4.5 4.5 0 9 4.5 4.5 9Z" fill="none" stroke="#fff" stroke-opacity="0.3" />
    {:else}
      <path d="M0 2.2h4.5M4.5 6.7h4.5" stroke="#fff" stroke-opacity="0.16" stroke-width="1.4" />
      <path d="M2.2 4.5v4.5M6.7 0v4.5" stroke="#000" stroke-opacity="0.1" stroke-width="1.4" />
    {/if}
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
  <pattern
    id="{id}-lace"
    width={stepX}
    height={stepY}
    x={cloth.repeat.from_end - stepX / 2}
    y={firstStripe - stepY / 2}
    patternUnits="userSpaceOnUse"
  >
    <path d="M0 0 {stepX} {stepY}M{stepX} 0 0 {stepY}" stroke="#fff" stroke-opacity="0.28" />
    {#each [0, 60, 120, 180, 240, 300] as turn (turn)}
      <ellipse
        cx={stepX / 2}
        cy={stepY / 2 - motif * 0.18}
        rx={motif * 0.08}
        ry={motif * 0.16}
        class="petal"
        transform="rotate({turn} {stepX / 2} {stepY / 2})"
      />
    {/each}
  </pattern>
</defs>
<!-- The cloth runs on to the right; it is shown a little beyond what is used. -->
<rect x="0" y="0" width={length} height={width} fill={cloth.colour ?? '#9aa4ad'} />
<rect x="0" y="0" width={length} height={width} fill="url(#{id}-weave)" />
{#if striped && !lace && (across || !along)}
  <rect x="0" y="0" width={length} height={width} fill="url(#{id}-stripe)" />
{/if}
{#if along && !lace}<rect x="0" y="0" width={length} height={width} fill="url(#{id}-bar)" />{/if}
{#if lace}<rect x="0" y="0" width={length} height={width} fill="url(#{id}-lace)" />{/if}
{#if fold === 'single'}
  {#each cloth.motifs as [x, y], index (index)}
    <g transform="translate({x} {width - y + (cloth.selvedge ?? 0)})">
      {#each [0, 60, 120, 180, 240, 300] as turn (turn)}
        <ellipse cy="-14" rx="6" ry="13" class="petal own" transform="rotate({turn})" />
      {/each}
    </g>
  {/each}
{/if}

<style>
  .petal {
    fill: #fff;
    fill-opacity: 0.5;
    stroke: #fff;
    stroke-opacity: 0.8;
    stroke-width: 1;
  }
  .own {
    fill-opacity: 0.85;
    stroke: #0004;
  }
</style>
