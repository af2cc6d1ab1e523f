<script lang="ts">
  // Stripes, checks, motifs, a border: what comes again, and where it begins.
  import CheckBox from '../parts/CheckBox.svelte';
  import Choice from '../parts/Choice.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { theCloth } from './cloth.svelte';
  import Measured from './Measured.svelte';

  const state = theCloth();
  const cloth = $derived(state.cloth);
  const repeat = (some: Partial<typeof cloth.repeat>) =>
    void state.set({ repeat: { ...cloth.repeat, ...some } });
  const WAYS = [
    {
      title: 'Stripes along the length',
      step: 'across',
      first: 'from_edge',
      uneven: 'uneven_across',
      asks: 'From the middle of one to the middle of the next',
      from: 'First one from the outer edge of the lower selvedge',
    },
    {
      title: 'Bars across, or a motif that comes again',
      step: 'along',
      first: 'from_end',
      uneven: 'uneven_along',
      asks: 'From one to the next along the selvedge',
      from: 'First one from the cut end',
    },
  ] as const;
</script>

{#each WAYS as way (way.step)}
  <section class="flex flex-col gap-2">
    <h2 class="font-semibold">{way.title}</h2>
    <LengthField
      fine
      label={way.asks}
      mm={cloth.repeat[way.step] || null}
      empty
      placeholder="none"
      error={state.at(way.step)}
      set={(mm) => repeat({ [way.step]: mm ?? 0 })}
    />
    {#if cloth.repeat[way.step]}
      <LengthField
        fine
        label={way.from}
        mm={cloth.repeat[way.first]}
        set={(mm) => repeat({ [way.first]: mm ?? 0 })}
      />
      <CheckBox
        label="Uneven: its two sides differ"
        checked={cloth.repeat[way.uneven]}
        set={(on) => repeat({ [way.uneven]: on })}
      />
    {/if}
  </section>
{/each}
<Measured measure="repeat" name="The repeat was" />
<section class="flex flex-col gap-2">
  <h2 class="font-semibold">A border or scalloped edge</h2>
  <Choice
    label="Along which selvedge"
    value={cloth.border}
    options={[
      { value: 'none', name: 'none' },
      { value: 'lower', name: 'the lower one' },
      { value: 'upper', name: 'the upper one' },
      { value: 'both', name: 'both' },
    ]}
    set={(border) => state.set({ border })}
  />
  {#if cloth.border !== 'none'}
    <LengthField
      label="How deep it is"
      mm={cloth.border_depth || null}
      empty
      set={(mm) => void state.set({ border_depth: mm ?? 0 })}
    />
    <Measured measure="border" name="Its depth was" />
  {/if}
</section>
<section>
  <h2 class="font-semibold">Single motifs</h2>
  <p class="eyebrow">Where they do not repeat, as in lace: set the middle of each on the cloth.</p>
  <div class="mt-1 flex flex-wrap gap-1">
    <button
      class={['btn btn-xs', state.setting === 'motif' && 'btn-neutral']}
      aria-pressed={state.setting === 'motif'}
      onclick={() => state.begin('motif')}>Set motifs</button
    >
    {#if cloth.motifs.length}
      <button
        class="btn btn-xs"
        onclick={() => state.set(({ motifs }) => ({ motifs: motifs.slice(0, -1) }))}
        >Take the last one out</button
      >
      <span class="eyebrow">{cloth.motifs.length} set</span>
    {/if}
  </div>
  <Measured measure="motifs" name="They were" />
</section>
