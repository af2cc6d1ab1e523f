<script lang="ts">
  // Every way in use is tried on a scrap first; how it came out is kept, and goes into the advice.
  import type { MarkStage, Role } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import TrialForm from './TrialForm.svelte';
  import { capital, untried } from './sheets';

  let { stage }: { stage: MarkStage } = $props();
  const making = theMaking();
  const tests = $derived(making.inputs.mark.tests ?? []);
  const roles = $derived([...new Set(stage.marking.lists.map((list) => list.role))] as Role[]);
  const cloth = (role: Role) => making.inputs.cloth.cloths?.[role]?.name ?? '';

  const take = (index: number) =>
    making.edit('mark', ({ tests: now = [] }) => ({ tests: now.filter((_, k) => k !== index) }));
</script>

{#each roles as role (role)}
  {@const left = untried(
    stage,
    role,
    tests.filter((test) => test.cloth === cloth(role)),
  )}
  <section class="mb-4">
    <h2 class="display text-base">{capital(role)}: {cloth(role)}</h2>
    {#each tests as test, index (index)}
      {#if test.role === role}
        <div class="test">
          {#if test.picture}
            <img src="/api/pictures/{test.picture}/first" alt="The scrap: {test.note}" />
          {/if}
          <p class="min-w-0 grow">
            <strong>{capital(stage.choices.ways[test.way] ?? test.way)}</strong>: {stage.choices
              .came[test.came]}.
            {test.note}
            {#if test.cloth !== cloth(role)}<span class="eyebrow">On {test.cloth}.</span>{/if}
          </p>
          <button class="btn btn-xs" onclick={() => take(index)}>Forget it</button>
        </div>
      {/if}
    {/each}
    {#each left as { code, way, colour } (code)}
      <TrialForm {stage} {role} {code} words="{capital(way)}{colour ? `, ${colour}` : ''}" />
    {:else}
      <p class="eyebrow">
        {tests.some((test) => test.role === role)
          ? 'Every way in use on this cloth is tried.'
          : 'Its edges are cut only: there is nothing to try.'}
      </p>
    {/each}
  </section>
{:else}
  <p>Choose the cloths first.</p>
{/each}

<style>
  .test {
    display: flex;
    align-items: center;
    gap: 0.8rem;
    padding: 0.3rem 0;
    border-bottom: 1px solid var(--color-base-300);
  }
  img {
    width: 84px;
    height: 64px;
    object-fit: cover;
    border: 1px solid var(--color-base-300);
  }
</style>
