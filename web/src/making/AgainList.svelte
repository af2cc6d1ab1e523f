<script lang="ts">
  // Only what has to be done again since something changed; nothing where all still holds.
  import type { Again } from '../api/types';
  import { say } from '../parts/session.svelte';

  let { again }: { again: readonly Again[] } = $props();
  const whys = $derived([...new Set(again.map((each) => each.why))]);
</script>

{#if again.length}
  <section class="again" aria-label="To do again">
    {#each whys as why (why)}
      <p class="eyebrow">{say(why)}</p>
      <ul>
        {#each again.filter((each) => each.why === why) as each (each.sentence)}
          <li>{say(each.sentence)} <span class="eyebrow">{each.role}</span></li>
        {/each}
      </ul>
    {/each}
  </section>
{/if}

<style>
  .again {
    border-left: 4px dashed var(--doubt);
    padding: 0.2rem 0.8rem;
    font-size: 1.1rem;
    max-height: 7.5rem;
    overflow-y: auto;
  }
</style>
