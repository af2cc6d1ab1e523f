<script lang="ts" generics="Inputs extends object">
  // Where practitioners disagree: one side is in force, each says why.
  import type { School } from '../api/types';
  import Choice from './Choice.svelte';

  let {
    schools,
    inputs,
    set,
  }: {
    schools: readonly School[];
    inputs: Inputs;
    set: (some: Partial<Inputs>) => unknown;
  } = $props();

  const values = $derived(inputs as unknown as Record<string, string | null>);
  const BY_CLOTH = '';
  const chosen = (school: School) => values[school.name] ?? BY_CLOTH;
</script>

<div class={['grid gap-x-4 gap-y-2', schools.length > 1 && 'sm:grid-cols-2']}>
  {#each schools as school (school.name)}
    {@const side = school.sides.find((each) => each.code === chosen(school))}
    <div>
      <Choice
        label={school.asks}
        value={chosen(school)}
        options={[
          ...(school.proposed ? [] : [{ value: BY_CLOTH, name: 'as the cloth asks' }]),
          ...school.sides.map((each) => ({ value: each.code, name: each.words })),
        ]}
        set={(code) => set({ [school.name]: code || null } as Partial<Inputs>)}
      />
      <p class="eyebrow">
        {side ? `${side.because[0]?.toUpperCase()}${side.because.slice(1)}.` : school.by_cloth}
      </p>
    </div>
  {/each}
</div>
