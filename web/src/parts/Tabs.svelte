<script lang="ts">
  // The parts of a stage, each with an address of its own.
  import { route } from './route.svelte';

  let {
    parts,
    part,
    base,
    label,
  }: {
    parts: readonly (readonly [string, string])[];
    part: string;
    /** Address of the stage; the first part has no name of its own. */
    base: string;
    label: string;
  } = $props();
</script>

<nav class="tabs-row" aria-label={label}>
  {#each parts as [id, name] (id)}
    <a
      href={id ? `${base}/${id}` : base}
      onclick={route.follow}
      aria-current={id === part ? 'page' : undefined}>{name}</a
    >
  {/each}
</nav>

<style>
  .tabs-row {
    display: flex;
    flex-wrap: wrap;
    margin: -0.2rem -0.4rem 0;
    border-bottom: 1px solid var(--color-base-300);
  }
  a {
    padding: 0.3rem 0.36rem 0.35rem;
    font-size: 0.96em;
    border-bottom: 3px solid transparent;
  }
  /* Beside a tablet's smaller panel five names still stand in one row. */
  @media (max-width: 1100px) {
    a {
      padding-inline: 0.22rem;
      font-size: 0.92em;
    }
  }
  a:hover {
    text-decoration: underline;
  }
  a[aria-current] {
    border-bottom-color: var(--thread);
    font-weight: 680;
  }
</style>
