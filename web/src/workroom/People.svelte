<script lang="ts">
  import { data, DELETE, POST, PUT } from '../api/client';
  import type { Measurement, PersonCard } from '../api/types';
  import LengthField from '../parts/LengthField.svelte';
  import { placeNote } from './note.svelte';

  let { people, changed }: { people: readonly PersonCard[]; changed: () => Promise<void> } =
    $props();
  const note = placeNote();
  let name = $state('');
  const MEASUREMENTS: Measurement[] = ['bust', 'waist', 'hip', 'back waist length', 'height'];

  async function add() {
    await note.attempt(async () => {
      if (!name.trim()) throw new Error('Enter a name first.');
      await data(POST('/api/cupboard/people', { body: { name: name.trim(), measurements: {} } }));
      name = '';
      await changed();
    });
  }
  async function save(
    person: PersonCard,
    body: { name: string; measurements: PersonCard['measurements'] },
  ) {
    const path = { person_id: person.id };
    await data(PUT('/api/cupboard/people/{person_id}', { params: { path }, body }));
    await changed();
  }
  function measure(person: PersonCard, measurement: Measurement, mm: number | null) {
    const measurements = { ...person.measurements };
    if (mm === null) delete measurements[measurement];
    else measurements[measurement] = mm;
    return save(person, { name: person.name, measurements });
  }
  async function drop(person: PersonCard) {
    if (!confirm(`Forget ${person.name}? Makings keep the measurements they were made with.`))
      return;
    await note.attempt(async () => {
      const path = { person_id: person.id };
      await data(DELETE('/api/cupboard/people/{person_id}', { params: { path } }));
      await changed();
    });
  }
</script>

<div class="mx-auto max-w-6xl p-6">
  <div class="mb-4 flex items-center gap-2">
    <h1 class="display grow text-2xl">People</h1>
    <label class="sr-only" for="new-person">Name</label>
    <input
      id="new-person"
      class="input w-64"
      placeholder="Name"
      maxlength="120"
      bind:value={name}
      onkeydown={(event) => event.key === 'Enter' && add()}
    />
    <button class="btn btn-primary" onclick={add}>Add</button>
  </div>
  {#if note.text}<p class="mb-3 text-error" role="alert">{note.text}</p>{/if}
  {#if !people.length}<p class="text-lg">
      Nobody yet. Add a name, then measure: the size follows from it.
    </p>{/if}
  <div class="flex flex-col gap-3">
    {#each people as person (person.id)}
      <article class="sheet">
        <div class="flex items-center gap-2">
          <input
            class="display min-w-0 grow text-lg"
            aria-label="Name of {person.name}"
            value={person.name}
            maxlength="120"
            onchange={(event) => {
              const next = event.currentTarget.value.trim();
              if (next)
                void note.attempt(() =>
                  save(person, { name: next, measurements: person.measurements }),
                );
              else event.currentTarget.value = person.name;
            }}
          />
          <button class="btn btn-xs btn-ghost" onclick={() => drop(person)}>Forget</button>
        </div>
        <div class="grid grid-cols-5 gap-3">
          {#each MEASUREMENTS as measurement (measurement)}
            <LengthField
              label={measurement}
              mm={person.measurements[measurement] ?? null}
              empty
              set={(mm) => measure(person, measurement, mm)}
            />
          {/each}
        </div>
      </article>
    {/each}
  </div>
</div>

<style>
  .sheet {
    background: var(--color-base-100);
    border: 1px solid var(--board-line);
    padding: 0.8rem 1rem 1rem;
  }
</style>
