<script lang="ts">
  // Flaws where they lie, and the outline of a remnant: set on the cloth, or by measure.
  import PhotoPanel from './PhotoPanel.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import type { Point } from '../api/types';
  import { theCloth } from './cloth.svelte';
  import Measured from './Measured.svelte';

  const state = theCloth();
  const cloth = $derived(state.cloth);
  const rings = $derived([
    ...cloth.flaws.map((ring, at) => ({ key: `flaw ${at + 1}`, name: `Flaw ${at + 1}`, ring, at })),
    ...(cloth.remnant
      ? [{ key: 'remnant', name: 'The remnant’s outline', ring: cloth.remnant, at: -1 }]
      : []),
  ]);
  const put = (at: number, ring: readonly Point[] | null) => {
    if (at < 0) return state.set({ remnant: ring && [...ring] });
    const flaws = cloth.flaws.flatMap((old, k) => (k === at ? (ring ? [[...ring]] : []) : [old]));
    return state.set({ flaws: flaws as typeof cloth.flaws });
  };
  const move = (at: number, ring: readonly Point[], corner: number, axis: 0 | 1, mm: number) =>
    put(
      at,
      ring.map((point, k) => {
        if (k !== corner) return point;
        const moved: Point = [point[0], point[1]];
        moved[axis] = mm;
        return moved;
      }),
    );
  /** A square to begin with, for those who measure instead of tapping. */
  const square: Point[] = [
    [100, 100],
    [150, 100],
    [150, 150],
    [100, 150],
  ];
</script>

<section>
  <p class="eyebrow">
    Measured along from the cut end, and across from the outer edge of the lower selvedge.
  </p>
  <div class="mt-2 flex flex-wrap gap-1">
    {#each [['flaw', 'A flaw'], ['remnant', cloth.remnant ? 'Another outline' : 'A remnant’s outline']] as const as [setting, words] (setting)}
      <button
        class={['btn btn-xs', state.setting === setting && 'btn-neutral']}
        aria-pressed={state.setting === setting}
        onclick={() => state.begin(setting)}>{words}</button
      >
    {/each}
    <button
      class="btn btn-xs"
      onclick={() => state.set(({ flaws }) => ({ flaws: [...flaws, square] }))}
      >A flaw by measure</button
    >
    {#if state.setting === 'flaw' || state.setting === 'remnant'}
      <button
        class="btn btn-xs btn-primary"
        disabled={state.ring.length < 3}
        onclick={() => state.close()}>Close it ({state.ring.length} set)</button
      >
    {/if}
  </div>
</section>
<Measured measure="flaws" name="Flaws were" />
<Measured measure="remnant" name="The outline was" />
{#each rings as { key, name, ring, at } (key)}
  <section>
    <div class="flex items-center">
      <h2 class="grow font-semibold">{name}</h2>
      <button class="btn btn-xs btn-ghost" onclick={() => put(at, null)}>Take it out</button>
    </div>
    {#each ring as [x, y], corner (corner)}
      <div class="grid grid-cols-[1.5rem_1fr_1fr] items-center gap-1">
        <span class="eyebrow">{corner + 1}</span>
        <LengthField
          hidden
          label="{name}, corner {corner + 1}, along"
          mm={x}
          set={(mm) => void move(at, ring, corner, 0, mm ?? 0)}
        />
        <LengthField
          hidden
          label="{name}, corner {corner + 1}, across"
          mm={y}
          set={(mm) => void move(at, ring, corner, 1, mm ?? 0)}
        />
      </div>
    {/each}
  </section>
{:else}
  <p>No flaw is known, and it is as long as it is wide all over.</p>
{/each}
<PhotoPanel />
