<script lang="ts">
  // For whom, the measurements against the table, the size, and a blend of sizes where they differ.
  import TextField from '../parts/TextField.svelte';
  import { data, GET, POST } from '../api/client';
  import type { Cupboard, Inputs, PickStage } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import type { Some } from '../parts/some';
  import FindingList from '../parts/FindingList.svelte';
  import { say } from '../parts/session.svelte';
  import SizeTable from './SizeTable.svelte';
  import Choice from '../parts/Choice.svelte';
  import { once } from '../parts/once';

  let {
    stage,
    edit,
  }: { stage: PickStage; edit: (change: Some<Inputs['pick']>) => Promise<unknown> } = $props();
  const making = theMaking();
  let people = $state<Cupboard['people']>([]);
  data(GET('/api/cupboard'))
    .then((cupboard) => (people = cupboard.people))
    .catch(making.complain);

  const inputs = $derived(making.inputs.pick);
  const picked = $derived(stage.picked);
  const known = $derived(people.find((each) => each.name === inputs.person));
  /** Levels whose own measurement asks for another size than the one in force. */
  const asked = $derived(
    Object.fromEntries(
      Object.entries(picked.proposed_at).filter(([level, size]) => size !== picked.at[level]),
    ),
  );
  const offer = $derived(
    Object.entries(picked.proposed_at)
      .map(([level, size]) => `${size} at the ${level}`)
      .join(', '),
  );

  function choosePerson(id: number) {
    const person = people.find((each) => each.id === id);
    void edit(
      person
        ? { person: person.name, measurements: person.measurements, size: null, at: {} }
        : { person: '', measurements: {}, size: null, at: {} },
    );
  }
  function setMeasurement(name: string, mm: number | null) {
    return making.change('pick', (now) => {
      const measurements = { ...now.measurements };
      if (mm === null) delete measurements[name];
      else measurements[name] = mm;
      return { measurements };
    });
  }
  function setLevel(level: string, size: string) {
    const whole = picked.size;
    void edit((now) => {
      const at = { ...now.at, [level]: size };
      if (size === whole) delete at[level];
      return { at };
    });
  }
  const keepPerson = once(async () => {
    await making.attempt(async () => {
      const body = { name: inputs.person || 'New person', measurements: inputs.measurements ?? {} };
      const person = await data(POST('/api/cupboard/people', { body }));
      people = [...people, person];
    });
  });
</script>

<section>
  <h2 class="display mb-1 text-base">For whom</h2>
  <Choice
    label="Person"
    bare
    value={known?.id ?? 0}
    options={[
      {
        value: 0,
        name: inputs.person && !known ? inputs.person : 'Nobody yet: enter measurements',
      },
      ...people.map((person) => ({ value: person.id, name: person.name })),
    ]}
    set={choosePerson}
  />
  {#if known?.sittings[0]}
    <p class="eyebrow mt-1">Last measured on {known.sittings[0].day}.</p>
  {/if}
</section>
<section>
  <h2 class="display mb-1 text-base">Measurements</h2>
  <SizeTable
    {picked}
    inputs={inputs.measurements ?? {}}
    baseHeight={stage.base_height}
    set={setMeasurement}
  />
  {#if !known && Object.keys(inputs.measurements ?? {}).length}
    <div class="mt-2 flex gap-2">
      <TextField
        label="Name of the person"
        hidden
        wide="grow"
        placeholder="Whose are they?"
        value={inputs.person ?? ''}
        set={(person) => edit({ person })}
      />
      <button class="btn btn-sm" disabled={!inputs.person} onclick={keepPerson}>Keep</button>
    </div>
  {/if}
</section>
<section>
  <h2 class="display mb-1 text-base">Size</h2>
  <div class="join w-full" role="group" aria-label="Size">
    {#each stage.sizes as size (size)}
      <button
        class={['btn btn-sm join-item grow px-0', size === picked.size && 'btn-primary']}
        aria-pressed={size === picked.size}
        title={size === picked.proposed ? 'Proposed' : undefined}
        onclick={() => edit({ size })}
        >{size}{#if size === picked.proposed}<span class="proposed" aria-label="proposed">•</span
          >{/if}</button
      >
    {/each}
  </div>
  <p class="mt-1">{say(picked.why)}</p>
  {#if inputs.size}
    <button class="btn btn-xs mt-1" onclick={() => edit({ size: null })}>
      Take the proposal{picked.proposed ? ` (${picked.proposed})` : ''}
    </button>
  {/if}
</section>
{#if picked.levels.length > 1}
  <section>
    <h2 class="display mb-1 text-base">A size for each level</h2>
    <div class="levels">
      {#each picked.levels as level (level)}
        <Choice
          label={level}
          spoken="Size at the {level}"
          size="xs"
          marked={picked.at[level] !== picked.size}
          value={picked.at[level] ?? picked.size}
          options={stage.sizes}
          set={(size) => setLevel(level, size)}
        />
      {/each}
    </div>
    {#if picked.graded}
      <p class="mt-1">
        Between two levels your line runs smoothly from one size to the other; partner pieces get
        the same blend.
      </p>
      <button class="btn btn-xs mt-1" onclick={() => edit({ at: {} })}>One size throughout</button>
    {/if}
    {#if Object.keys(asked).length}
      <p class="mt-1">Your measurements ask for {offer}.</p>
      <button
        class="btn btn-xs mt-1"
        onclick={() => edit((now) => ({ at: { ...now.at, ...picked.proposed_at } }))}
        >Blend the sizes so</button
      >
    {/if}
  </section>
{/if}
<FindingList findings={picked.findings} />

<style>
  .proposed {
    font-size: 1.4em;
    line-height: 0;
    margin-left: 1px;
  }
  .levels {
    display: flex;
    gap: 0.4rem;
  }
</style>
