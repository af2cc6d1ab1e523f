<script lang="ts">
  // The register: every filed making, found by any word on its label.
  import { data, DELETE, GET } from '../api/client';
  import type { Makings } from '../api/types';
  import { route } from '../parts/route.svelte';
  import Thumbnail from '../parts/Thumbnail.svelte';
  import DamagedList from './DamagedList.svelte';

  let search = $state('');
  let found = $state.raw<Makings | null>(null);
  let failed = $state('');
  let asked = 0;
  let removed = $state(0);

  async function remove(id: number) {
    try {
      await data(DELETE('/api/makings/{making_id}', { params: { path: { making_id: id } } }));
      removed += 1;
    } catch (problem) {
      failed = (problem as Error).message;
    }
  }

  $effect(() => {
    const mine = ++asked + 0 * removed;
    const query = { search, filed: true };
    data(GET('/api/makings', { params: { query } }))
      .then((value) => {
        if (mine === asked) found = value;
      })
      .catch((problem: Error) => (failed = problem.message));
  });
</script>

<div class="mx-auto max-w-6xl p-6">
  <div class="mb-4 flex items-center gap-4">
    <h1 class="display grow text-2xl">Register</h1>
    <label class="sr-only" for="search">Search the register</label>
    <input
      id="search"
      class="input w-80"
      placeholder="garment, person, size, cloth, box"
      maxlength="100"
      bind:value={search}
    />
  </div>
  {#if failed}<p class="text-error" role="alert">{failed}</p>{/if}
  <DamagedList rows={found?.damaged ?? []} {remove} />
  {#if found && !found.total}
    <p class="text-lg">
      Nothing is filed yet. A making gets its label and its envelope under <strong>Keep</strong>.
    </p>
  {:else if found && !found.found.length}
    <p class="text-lg">Nothing in the register says “{search}”.</p>
  {:else if found}
    <ul class="flex flex-col gap-2">
      {#each found.found as card (card.id)}
        <li class="entry">
          <div class="h-20 w-28 shrink-0">
            <Thumbnail drawing={card.drawing} label="Pieces of {card.title}" />
          </div>
          <div class="min-w-0 grow">
            <h2 class="display text-lg">
              <a href="/making/{card.id}/keep" onclick={route.follow}>{card.title}</a>
            </h2>
            <p>{card.pattern}, size {card.size}{card.person ? `, for ${card.person}` : ''}</p>
            <p class="eyebrow">{card.cloths}</p>
          </div>
          <p class="text-right whitespace-nowrap">
            box <strong>{card.box}</strong><br />envelope <strong>{card.envelope}</strong>
          </p>
        </li>
      {/each}
    </ul>
  {/if}
</div>

<style>
  .entry {
    display: flex;
    gap: 1rem;
    align-items: center;
    padding: 0.7rem 1rem;
    background: var(--color-base-100);
    border-left: 4px dashed var(--thread);
    overflow-wrap: anywhere;
  }
  a:hover {
    text-decoration: underline;
  }
</style>
