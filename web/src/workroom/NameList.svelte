<script lang="ts">
  // Names to choose from, each with an address of its own and a line about it.
  import { route } from '../parts/route.svelte';

  let {
    names,
    chosen,
    base,
    label,
  }: {
    names: readonly { id: number; name: string; note: string }[];
    chosen: number | undefined;
    base: string;
    label: string;
  } = $props();
</script>

<ul class="sheet" aria-label={label}>
  {#each names as each (each.id)}
    <li>
      <a
        class={['who', each.id === chosen && 'chosen']}
        href="{base}/{each.id}"
        onclick={route.follow}
        aria-current={each.id === chosen ? 'page' : undefined}
      >
        <strong class="block truncate">{each.name}</strong>
        <span class="eyebrow">{each.note}</span>
      </a>
    </li>
  {/each}
</ul>

<style>
  .who {
    display: block;
    padding: 0.5rem 0.8rem;
    border-left: 4px solid transparent;
  }
  .who:hover {
    background: var(--color-base-200);
  }
  .chosen {
    border-left-color: var(--thread);
    background: var(--color-base-200);
  }
</style>
