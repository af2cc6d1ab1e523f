<script lang="ts">
  // The register: every filed making, found by any word on its label.
  import TextField from '../parts/TextField.svelte';
  import { sizeWords } from '../parts/words';
  import { untrack } from 'svelte';

  import { data, DELETE, GET } from '../api/client';
  import { saveFile } from '../api/save';
  import type { Makings } from '../api/types';
  import { route } from '../parts/route.svelte';
  import Thumbnail from '../parts/Thumbnail.svelte';
  import DamagedList from './DamagedList.svelte';
  import Problem from '../parts/Problem.svelte';
  import MoreBelow from './MoreBelow.svelte';
  import { placeNote } from './note.svelte';
  import { Pages } from './pages.svelte';
  import TableIn from './TableIn.svelte';

  let search = $state('');
  const note = placeNote();
  const list = new Pages(
    (start) => data(GET('/api/makings', { params: { query: { search, filed: true, start } } })),
    (answer: Makings) => ({ rows: answer.found, matching: answer.matching }),
  );
  const remove = async (id: number) => {
    await note.attempt(async () => {
      await data(DELETE('/api/makings/{making_id}', { params: { path: { making_id: id } } }));
      await list.load();
    });
  };
  const found = $derived(list.answer);
  $effect(() => {
    void search;
    void untrack(list.load);
  });
</script>

<div class="mx-auto max-w-6xl p-6">
  <div class="mb-4 flex items-center gap-4">
    <h1 class="display grow text-2xl">Register</h1>
    <TextField
      label="Search the register"
      hidden
      size="md"
      wide="w-80"
      placeholder="garment, person, size, cloth, box"
      most={100}
      bind:value={search}
    />
    <button
      class="btn"
      disabled={!found?.total}
      onclick={() => note.attempt(() => saveFile('/api/register/saved/register.csv'))}
      >Save as CSV</button
    >
    <TableIn kind="makings" what="makings" changed={list.load} />
  </div>
  <Problem text={note.text || list.failed} />
  <DamagedList rows={found?.damaged ?? []} {remove} />
  {#if found && !found.total}
    <p class="text-lg">
      Nothing is filed yet. A making gets its label and its envelope under <strong>Keep</strong>.
    </p>
  {:else if found && !list.rows.length}
    <p class="text-lg">Nothing in the register says “{search}”.</p>
  {:else if found}
    <ul class="flex flex-col gap-2">
      {#each list.rows as card (card.id)}
        <li class="entry">
          <div class="h-20 w-28 shrink-0">
            <Thumbnail drawing={card.drawing} label="Pieces of {card.title}" />
          </div>
          <div class="min-w-0 grow">
            <h2 class="display text-lg">
              <a href="/making/{card.id}/keep" onclick={route.follow}>{card.title}</a>
            </h2>
            <p>{card.pattern}, {sizeWords(card.size)}{card.person ? `, for ${card.person}` : ''}</p>
            <p class="eyebrow">{card.cloths}</p>
          </div>
          <p class="text-right whitespace-nowrap">
            {#if card.box}box <strong>{card.box}</strong>{/if}<br />
            {#if card.envelope}envelope <strong>{card.envelope}</strong>{/if}
          </p>
        </li>
      {/each}
    </ul>
    <MoreBelow
      shown={list.rows.length}
      matching={list.matching}
      what={search ? 'found' : 'filed'}
      next={list.next}
    />
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
