<script lang="ts">
  import { data, DELETE, POST, sendFile } from '../api/client';
  import type { DamagedRow, PatternCard, PersonCard } from '../api/types';
  import { route } from '../parts/route.svelte';
  import Card from './Card.svelte';
  import DamagedList from './DamagedList.svelte';
  import { placeNote } from './note.svelte';
  import OpenFile from './OpenFile.svelte';

  let {
    patterns,
    damaged,
    people,
    changed,
  }: {
    patterns: readonly PatternCard[];
    damaged: readonly DamagedRow[];
    people: readonly PersonCard[];
    changed: () => Promise<void>;
  } = $props();
  const note = placeNote();

  async function begin(card: PatternCard, id: string) {
    const person = people.find((each) => String(each.id) === id);
    const title = person ? `${card.name} for ${person.name}`.slice(0, 120) : card.name;
    await note.attempt(async () => {
      const body = { pattern: card.id, title, person: person?.id ?? null };
      const head = await data(POST('/api/makings', { body }));
      route.go(`/making/${head.id}/pick`);
    });
  }
  async function open(file: File) {
    await sendFile<PatternCard>('/api/cupboard/patterns/open', file);
    await changed();
  }
  async function drop(card: PatternCard) {
    if (confirm(`Take “${card.name}” off the shelf?`)) await remove(card.id);
  }
  async function remove(id: number) {
    await note.attempt(async () => {
      const path = { pattern_id: id };
      await data(DELETE('/api/cupboard/patterns/{pattern_id}', { params: { path } }));
      await changed();
    });
  }
  let whom = $state<Record<number, string>>({});
</script>

<div class="mx-auto max-w-6xl p-6">
  <div class="mb-4 flex items-center gap-3">
    <h1 class="display grow text-2xl">Patterns</h1>
    <OpenFile label="Open a saved pattern" {open} />
  </div>
  {#if note.text}<p class="mb-3 text-error" role="alert">{note.text}</p>{/if}
  <DamagedList rows={damaged} {remove} />
  {#if !patterns.length}
    <p class="text-lg">The shelf is empty. Open a saved pattern to begin.</p>
  {/if}
  <div class="grid grid-cols-2 gap-4 lg:grid-cols-3">
    {#each patterns as card (card.id)}
      <Card drawing={card.drawing} title={card.name}>
        <p>{card.source}</p>
        <p class="eyebrow">
          {card.pieces} pieces, sizes {card.sizes[0]} to {card.sizes[card.sizes.length - 1]}
        </p>
        <div class="mt-2 flex gap-2">
          <label class="sr-only" for="whom-{card.id}">For whom</label>
          <select id="whom-{card.id}" class="select select-sm grow" bind:value={whom[card.id]}>
            <option value={undefined}>for nobody yet</option>
            {#each people as person (person.id)}<option value={String(person.id)}
                >for {person.name}</option
              >{/each}
          </select>
          <button class="btn btn-sm btn-primary" onclick={() => begin(card, whom[card.id] ?? '')}
            >Begin</button
          >
        </div>
        <div class="flex justify-end gap-1">
          <a class="btn btn-xs btn-ghost" href="/api/cupboard/patterns/{card.id}/file" download
            >Save to a file</a
          >
          <button class="btn btn-xs btn-ghost" onclick={() => drop(card)}>Take away</button>
        </div>
      </Card>
    {/each}
  </div>
</div>
