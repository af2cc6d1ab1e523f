<script lang="ts">
  // Getting it ready: the steps that suit it, in order, to be ticked.
  import CheckBox from '../parts/CheckBox.svelte';
  import Choice from '../parts/Choice.svelte';
  import { toggled } from '../parts/lists';
  import { theCloth } from './cloth.svelte';

  const state = theCloth();
  const cloth = $derived(state.cloth);
  const CARES = {
    unsure: 'not said: as is usual for it',
    hot: 'washed at 60 degrees',
    warm: 'washed at 30 or 40 degrees',
    hand: 'washed by hand',
    dry: 'cleaned dry',
  };
</script>

<section>
  <Choice
    label="How it will be cared for"
    value={cloth.care}
    options={state.choices.cares.map((care) => ({ value: care, name: CARES[care] }))}
    set={(care) => state.set({ care })}
  />
</section>
<ol class="flex flex-col gap-2">
  {#each state.seen?.steps ?? [] as step (step.name)}
    <li>
      <CheckBox
        label={step.do}
        checked={cloth.prepared.includes(step.name)}
        set={() => state.set(({ prepared }) => ({ prepared: toggled(prepared, step.name) }))}
      />
      <p class="eyebrow pl-8">{step.because}</p>
      {#if step.caution}<p class="caution pl-8">{step.caution}</p>{/if}
    </li>
  {/each}
</ol>

<style>
  .caution {
    color: var(--fault);
    font-size: 0.9em;
  }
</style>
