<script lang="ts">
  // One more piece: the way in, and which kind of part it is.
  import type { PatternChoices } from '../api/types';
  import Problem from '../parts/Problem.svelte';
  import { WAYS, type Way } from './ways';
  import WayPicture from './WayPicture.svelte';

  let {
    choices,
    add,
    problem = '',
    large = false,
    first = null,
  }: {
    choices: PatternChoices;
    add: (way: Way, kind: string) => Promise<unknown>;
    problem?: string;
    /** As the page of a new pattern, not a corner of a panel. */
    large?: boolean;
    first?: Way | null;
  } = $props();
  // svelte-ignore state_referenced_locally
  let chosen = $state<Way | null>(first);
  let busy = $state(false);

  async function go(way: Way, kind = '') {
    if (busy) return;
    busy = true;
    await add(way, kind);
    busy = false;
  }
  const pick = (way: Way) =>
    way === 'garment' || way === 'sum' ? (chosen = chosen === way ? null : way) : void go(way);
  const kinds = $derived(
    chosen === 'garment'
      ? choices.parts.map((part) => ({ name: part.name, title: part.title, why: '' }))
      : chosen === 'sum'
        ? choices.sums.map((sum) => ({ name: sum.name, title: sum.title, why: sum.why }))
        : [],
  );
</script>

<div class={['ways', large && 'large']}>
  {#each WAYS as { way, name, why } (way)}
    <button
      class="way"
      aria-expanded={way === 'garment' || way === 'sum' ? chosen === way : undefined}
      onclick={() => pick(way)}
    >
      <WayPicture {way} />
      <span class="said">
        <strong>{name}</strong>
        {#if large}<span class="eyebrow block">{why}</span>{/if}
      </span>
    </button>
  {/each}
</div>
{#if chosen && kinds.length}
  <h3 class="mt-2 font-semibold">Which part is it?</h3>
  <div class={['kinds', large && 'large']} role="group" aria-label="Kinds of parts">
    {#each kinds as kind (kind.name)}
      <button class="btn btn-sm h-auto py-1" title={kind.why} onclick={() => go(chosen!, kind.name)}
        >{kind.title}</button
      >
    {/each}
  </div>
{/if}
<Problem text={problem} />

<style>
  .ways {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.5rem;
  }
  .ways.large {
    grid-template-columns: repeat(5, 1fr);
    gap: 1rem;
  }
  .way {
    display: flex;
    flex-direction: column;
    text-align: left;
    background: var(--color-base-100);
    border: 1px solid var(--board-line);
    cursor: pointer;
  }
  .way:hover,
  .way[aria-expanded='true'] {
    border-color: var(--thread);
  }
  .way :global(svg) {
    width: 100%;
    background: color-mix(in oklab, var(--board) 45%, var(--color-base-200));
  }
  .said {
    padding: 0.35rem 0.5rem 0.45rem;
    line-height: 1.25;
  }
  .large .said {
    padding: 0.7rem 0.9rem 0.9rem;
  }
  .kinds {
    display: flex;
    flex-wrap: wrap;
    gap: 0.35rem;
    margin-top: 0.35rem;
  }
  @media (max-width: 1100px) {
    .ways.large {
      grid-template-columns: repeat(3, 1fr);
    }
  }
</style>
