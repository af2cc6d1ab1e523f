<script lang="ts">
  // The sizes of one piece as they lie on the original, the chosen one brought forward.
  import type { PickStage } from '../api/types';
  import { pathData, type Box } from '../table/draw';

  let {
    nest,
    sizes,
    size,
    wanted = null,
    state,
    box,
    px,
  }: {
    nest: PickStage['nests'][number];
    sizes: readonly string[];
    size: string;
    /** The blended outline, where sizes differ between the levels. */
    wanted?: PickStage['wanted'][string] | null;
    state: PickStage['picked']['pieces'][number]['state'];
    box: Box;
    px: number;
  } = $props();

  const largest = $derived(sizes[sizes.length - 1] ?? size);
  // Every size has a line style of its own, so that lines can be told apart without colour.
  const DASHES = ['1 3', '5 3', '9 3', '12 3 2 3', '3 3', '14 4', '7 2 1 2 1 2'];
  const NOTE = {
    needed: '',
    borrowed: ', borrowed',
    left: ', not in this view',
    missing: ', missing',
    guide: '',
  };
  const name = $derived(`${nest.number} ${nest.name}${NOTE[state]}`);
  const outline = (of: string) => pathData(nest.outlines[of] ?? [], true);
</script>

<g class={[!nest.needed && 'unneeded']}>
  <path d={outline(largest)} class="leaf" />
  {#each sizes as each, index (each)}
    {#if each !== size}
      <path d={outline(each)} class="ghost" stroke-dasharray={DASHES[index % DASHES.length]}>
        <title>size {each}</title>
      </path>
    {/if}
  {/each}
  <path
    d={outline(size)}
    class={wanted ? 'ghost' : 'chosen'}
    stroke-dasharray={wanted ? DASHES[sizes.indexOf(size) % DASHES.length] : undefined}
  />
  {#if wanted}<path d={pathData(wanted, true)} class="chosen" />{/if}
  <text x={box.x + box.width / 2} y={box.y - 6 * px} font-size={13 * px} class="name">
    {name}
  </text>
</g>

<style>
  .leaf {
    fill: var(--paper);
    stroke: none;
  }
  .chosen {
    fill: none;
    stroke: var(--ink);
    stroke-width: 2.2;
    vector-effect: non-scaling-stroke;
  }
  .unneeded .chosen {
    stroke-width: 1;
  }
  .unneeded .leaf {
    opacity: 0.45;
  }
</style>
