<script lang="ts">
  import TextField from '../parts/TextField.svelte';
  import { untrack } from 'svelte';

  import { data, DELETE, GET, POST, sendFile } from '../api/client';
  import type { PatternCard, PersonCard, Shelf } from '../api/types';
  import { route } from '../parts/route.svelte';
  import Card from './Card.svelte';
  import DamagedList from './DamagedList.svelte';
  import { placeNote } from './note.svelte';
  import OpenFile from './OpenFile.svelte';
  import Choice from '../parts/Choice.svelte';
  import Problem from '../parts/Problem.svelte';
  import SaveAs from '../parts/SaveAs.svelte';
  import TableIn from './TableIn.svelte';
  import MoreBelow from './MoreBelow.svelte';
  import { Pages } from './pages.svelte';
  import { sizeWords } from '../parts/words';
  import { once } from '../parts/once';

  let { people, changed }: { people: readonly PersonCard[]; changed: () => Promise<void> } =
    $props();
  const note = placeNote();
  let search = $state('');
  const list = new Pages(
    (start) => data(GET('/api/cupboard/patterns', { params: { query: { search, start } } })),
    (answer: Shelf) => ({ rows: answer.patterns, matching: answer.matching }),
  );
  $effect(() => {
    void search;
    void untrack(list.load);
  });
  /** The shelf itself, and the names that are chosen from elsewhere. */
  const renew = () => Promise.all([list.load(), changed()]);

  const begin = once(async (card: PatternCard, id: number) => {
    const person = people.find((each) => each.id === id);
    const title = person ? `${card.name} for ${person.name}`.slice(0, 120) : card.name;
    await note.attempt(async () => {
      const body = { pattern: card.id, title, person: person?.id ?? null };
      const head = await data(POST('/api/makings', { body }));
      route.go(`/making/${head.id}/pick`);
    });
  });
  async function open(file: File) {
    await sendFile<PatternCard>('/api/cupboard/patterns/open', file, 20_000_000);
    await renew();
  }
  async function drop(card: PatternCard) {
    if (confirm(`Take “${card.name}” off the shelf?`)) await remove(card.id);
  }
  async function remove(id: number) {
    await note.attempt(async () => {
      const path = { pattern_id: id };
      await data(DELETE('/api/cupboard/patterns/{pattern_id}', { params: { path } }));
      await renew();
    });
  }
  /** Open it to be mended, or a copy of it. */
  const enter = once(async (card: PatternCard, how: 'mend' | 'copy') => {
    await note.attempt(async () => {
      const params = { path: { pattern_id: card.id } };
      const made = await data(POST(`/api/patterns/{pattern_id}/${how}` as const, { params }));
      route.go(`/pattern/${made.id}`);
    });
  });
  let whom = $state<Record<number, number>>({});
</script>

<div class="mx-auto max-w-6xl p-6">
  <div class="mb-4 flex items-center gap-3">
    <h1 class="display grow text-2xl">Patterns</h1>
    {#if search || (list.matching ?? 0) > 6}
      <TextField
        label="Search the shelf"
        hidden
        size="md"
        wide="w-64"
        placeholder="name of a pattern"
        most={100}
        bind:value={search}
      />
    {/if}
    <TableIn kind="patterns" what="patterns" changed={list.load} />
    <a class="btn btn-primary" href="/patterns/new" onclick={route.follow}>New pattern</a>
    <OpenFile label="Open a saved pattern" {open} />
  </div>
  <Problem text={note.text} />
  <Problem text={list.failed} />
  <DamagedList rows={list.answer?.damaged ?? []} {remove} />
  {#if list.matching === 0}
    <p class="text-lg">
      {search
        ? `No pattern on the shelf is called “${search}”.`
        : 'The shelf is empty. Enter a pattern of your own, or open a saved one.'}
    </p>
  {/if}
  <div class="grid grid-cols-2 gap-4 lg:grid-cols-3">
    {#each list.rows as card (card.id)}
      <Card drawing={card.drawing} title={card.name}>
        <p>{card.source}</p>
        <p class="eyebrow">
          {card.pieces}
          {card.pieces === 1 ? 'piece' : 'pieces'}{card.waiting
            ? `, ${card.waiting} not finished`
            : ''}, {card.sizes.length > 1
            ? `sizes ${card.sizes[0]} to ${card.sizes[card.sizes.length - 1]}`
            : sizeWords(card.sizes[0] ?? '')}
        </p>
        <div class="mt-2 flex gap-2">
          <Choice
            label="For whom"
            bare
            value={whom[card.id] ?? 0}
            options={[
              { value: 0, name: 'for nobody yet' },
              ...people.map((person) => ({ value: person.id, name: `for ${person.name}` })),
            ]}
            set={(id) => (whom[card.id] = id)}
          />
          <button
            class="btn btn-sm btn-primary"
            disabled={!card.usable}
            title={card.usable ? undefined : 'One piece with an outline and a name is enough'}
            onclick={() => begin(card, whom[card.id] ?? 0)}>Begin</button
          >
        </div>
        <div class="flex justify-end gap-1">
          {#if card.usable}
            <SaveAs
              small
              ask={() =>
                data(
                  GET('/api/patterns/{pattern_id}/save', {
                    params: { path: { pattern_id: card.id } },
                  }),
                )}
            />
          {/if}
          <button class="btn btn-xs btn-ghost" onclick={() => enter(card, 'mend')}
            >{card.usable ? 'Mend' : 'Go on'}</button
          >
          <button class="btn btn-xs btn-ghost" onclick={() => enter(card, 'copy')}>Copy</button>
          <button class="btn btn-xs btn-ghost" onclick={() => drop(card)}>Take away</button>
        </div>
      </Card>
    {/each}
  </div>
  <MoreBelow
    shown={list.rows.length}
    matching={list.matching}
    what={search ? 'found' : 'patterns'}
    next={list.next}
  />
</div>
