<script lang="ts">
  // Everybody who is sewn for, and the tools at hand.
  import TextField from '../parts/TextField.svelte';
  import { data, DELETE, POST, Refused } from '../api/client';
  import type { Cupboard, PersonCard } from '../api/types';
  import { route } from '../parts/route.svelte';
  import DamagedList from './DamagedList.svelte';
  import KitList from './KitList.svelte';
  import NameList from './NameList.svelte';
  import { placeNote } from './note.svelte';
  import PersonSheet from './PersonSheet.svelte';
  import Problem from '../parts/Problem.svelte';
  import TableIn from './TableIn.svelte';
  import { draftOf, keepDraft } from '../parts/drafts';
  import { once } from '../parts/once';

  let {
    cupboard,
    chosen,
    changed,
  }: { cupboard: Cupboard; chosen: number; changed: () => Promise<void> } = $props();
  const people = $derived(cupboard.people);
  const note = placeNote();
  let name = $state(draftOf<{ name: string }>('person')?.name ?? '');
  $effect(() => keepDraft('person', name ? { name } : null));
  const person = $derived(people.find((each) => each.id === chosen) ?? people[0]);

  const named = $derived(
    people.map(({ id, name, sittings }) => ({
      id,
      name,
      note: sittings[0] ? `measured ${sittings[0].day}` : 'not measured yet',
    })),
  );

  const add = once(async () => {
    await note.attempt(async () => {
      if (!name.trim()) throw new Refused('Enter a name first.');
      const body = { name: name.trim(), measurements: {} };
      const card = await data(POST('/api/cupboard/people', { body }));
      name = '';
      await changed();
      route.go(`/people/${card.id}`);
    });
  });
  const remove = async (id: number) => {
    await note.attempt(async () => {
      const path = { person_id: id };
      await data(DELETE('/api/cupboard/people/{person_id}', { params: { path } }));
      await changed();
    });
  };
  async function drop(person: PersonCard) {
    if (!confirm(`Forget ${person.name}? Makings keep the measurements they were made with.`))
      return;
    await note.attempt(async () => {
      const path = { person_id: person.id };
      await data(DELETE('/api/cupboard/people/{person_id}', { params: { path } }));
      route.go('/people');
      await changed();
    });
  }
</script>

<div class="mx-auto max-w-6xl p-6">
  <div class="mb-4 flex items-center gap-2">
    <h1 class="display grow text-2xl">People</h1>
    <TableIn kind="people" what="rows" {changed} />
    <TextField
      label="Name"
      hidden
      size="md"
      wide="w-64"
      placeholder="Name"
      bind:value={name}
      onkeydown={(event) => event.key === 'Enter' && add()}
    />
    <button class="btn btn-primary" onclick={add}>Add</button>
  </div>
  <Problem text={note.text} />
  <DamagedList rows={cupboard.damaged_people ?? []} {remove} />
  {#if !people.length}<p class="mb-4 text-lg">
      Nobody yet. Add a name, then measure: the size follows from it.
    </p>{/if}
  <div class="grid grid-cols-[15rem_minmax(0,1fr)] items-start gap-4">
    <div class="flex flex-col gap-4">
      {#if people.length}
        <NameList names={named} chosen={person?.id} base="/people" label="People" />
      {/if}
      <KitList kit={cupboard.kit} tools={cupboard.tools} {changed} />
    </div>
    {#if person}
      {#key person.id}
        <PersonSheet {person} how={cupboard.how} {changed} drop={() => drop(person)} />
      {/key}
    {/if}
  </div>
</div>
