<script lang="ts">
  // The few numbers a part from a sum asks for, each a plain question.
  import type { NumberAsked } from '../api/types';
  import Choice from './Choice.svelte';
  import LengthField from './LengthField.svelte';
  import NumberField from './NumberField.svelte';

  let {
    numbers,
    values,
    set,
  }: {
    numbers: readonly NumberAsked[];
    /** What was typed, by name; what is usual stands where nothing was. */
    values: Record<string, number | null | undefined>;
    set: (name: string, value: number | null) => void | Promise<void>;
  } = $props();
</script>

{#each numbers as number (number.name)}
  {@const value = values[number.name] ?? number.usual ?? null}
  {#if Object.keys(number.choices ?? {}).length}
    <Choice
      label={number.words}
      value={value ?? 0}
      options={Object.entries(number.choices ?? {}).map(([name, own]) => ({ value: own, name }))}
      set={(chosen) => set(number.name, chosen)}
    />
  {:else if number.length}
    <LengthField
      label={number.words}
      mm={value}
      empty={number.usual !== null}
      set={(mm) => set(number.name, mm)}
    />
  {:else}
    <NumberField
      label={number.words}
      {value}
      empty={number.usual !== null}
      set={(times) => set(number.name, times)}
    />
  {/if}
{/each}
