<script lang="ts">
  // A number with its working behind a small disclosure.
  import type { Figure } from '../api/types';
  import { say } from './session.svelte';

  let {
    figure,
    name,
    large = false,
  }: { figure: Figure; name?: string; large?: boolean } = $props();
</script>

{#if figure.working?.length}
  <details class="figure">
    <summary class="flex items-baseline gap-2">
      <span class="grow">{say(name ?? figure.name)}</span>
      <strong class={['whitespace-nowrap', large && 'text-xl']}>{say(figure.text)}</strong>
    </summary>
    <ul class="working">
      {#each figure.working as line, index (index)}<li>{say(line)}</li>{/each}
    </ul>
  </details>
{:else}
  <p class="flex items-baseline gap-2">
    <span class="grow">{say(name ?? figure.name)}</span>
    <strong class={['whitespace-nowrap', large && 'text-xl']}>{say(figure.text)}</strong>
  </p>
{/if}

<style>
  summary {
    cursor: pointer;
    list-style: none;
    border-bottom: 1px dotted var(--ink-soft);
  }
  summary::-webkit-details-marker {
    display: none;
  }
  .working {
    font-size: 0.88rem;
    padding: 0.3rem 0 0.4rem 0.6rem;
    color: var(--ink-soft);
  }
</style>
