<script lang="ts">
  import { GET, POST, data } from '../api/client';
  import type { Cupboard, Inputs, Measurement, PickStage } from '../api/types';
  import { StageData, theMaking } from '../making/making.svelte';
  import StageLayout from '../making/StageLayout.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import { say } from '../parts/session.svelte';
  import Board from '../table/Board.svelte';
  import { boxOf, setOut } from '../table/draw';
  import Nested from './Nested.svelte';
  import SizeTable from './SizeTable.svelte';

  const making = theMaking();
  const stage = new StageData<PickStage>(making, () =>
    GET('/api/makings/{making_id}/pick', { params: { path: making.path } }),
  );
  let people = $state<Cupboard['people']>([]);
  data(GET('/api/cupboard'))
    .then((cupboard) => (people = cupboard.people))
    .catch((problem: Error) => (making.notice = problem.message));

  const inputs = $derived(making.inputs.pick);
  const layout = $derived(
    setOut(stage.value?.nests ?? [], (nest) => boxOf(Object.values(nest.outlines))),
  );

  async function attempt(change: Partial<Inputs['pick']>) {
    try {
      await making.pick({ ...inputs, ...change });
    } catch (problem) {
      making.notice = (problem as Error).message;
    }
  }

  function choosePerson(id: string) {
    const person = people.find((each) => String(each.id) === id);
    void attempt(
      person
        ? { person: person.name, measurements: person.measurements, size: null }
        : { person: '', measurements: {}, size: null },
    );
  }

  function setMeasurement(name: Measurement, mm: number | null) {
    const measurements = { ...inputs.measurements };
    if (mm === null) delete measurements[name];
    else measurements[name] = mm;
    return making.pick({ ...inputs, measurements });
  }

  async function keepPerson() {
    try {
      const body = { name: inputs.person || 'New person', measurements: inputs.measurements };
      const person = await data(POST('/api/cupboard/people', { body }));
      people = [...people, person];
    } catch (problem) {
      making.notice = (problem as Error).message;
    }
  }
  const known = $derived(people.find((each) => each.name === inputs.person));
</script>

<StageLayout title="Pick">
  {#snippet board()}
    {#if stage.value}
      {@const value = stage.value}
      <Board bounds={layout.bounds} label="The nested sizes of every piece">
        {#snippet children(px)}
          {#each layout.spots as spot (spot.item.number)}
            <g transform="translate({spot.dx} {spot.dy})">
              <Nested
                nest={spot.item}
                sizes={value.sizes}
                size={value.picked.size}
                box={spot.box}
                {px}
              />
            </g>
          {/each}
        {/snippet}
        {#snippet over()}
          <p class="tag">
            Size <strong class="display text-lg">{value.picked.size}</strong>, view {value.picked
              .view}
          </p>
        {/snippet}
      </Board>
    {/if}
  {/snippet}
  {#snippet panel()}
    {#if stage.value}
      {@const { picked, sizes, views, base_height } = stage.value}
      <section>
        <h2 class="display mb-1 text-base">For whom</h2>
        <label class="sr-only" for="person">Person</label>
        <select
          id="person"
          class="select select-sm w-full"
          value={known ? String(known.id) : ''}
          onchange={(event) => choosePerson(event.currentTarget.value)}
        >
          <option value=""
            >{inputs.person && !known ? inputs.person : 'Nobody yet: enter measurements'}</option
          >
          {#each people as person (person.id)}
            <option value={String(person.id)}>{person.name}</option>
          {/each}
        </select>
      </section>
      <section>
        <h2 class="display mb-1 text-base">Measurements</h2>
        <SizeTable
          {picked}
          inputs={inputs.measurements}
          baseHeight={base_height}
          set={setMeasurement}
        />
        {#if !known && Object.keys(inputs.measurements).length}
          <div class="mt-2 flex gap-2">
            <input
              class="input input-sm grow"
              aria-label="Name of the person"
              placeholder="Whose are they?"
              maxlength="120"
              value={inputs.person ?? ''}
              onchange={(event) => attempt({ person: event.currentTarget.value.trim() })}
            />
            <button class="btn btn-sm" disabled={!inputs.person} onclick={keepPerson}>Keep</button>
          </div>
        {/if}
      </section>
      <section>
        <h2 class="display mb-1 text-base">Size</h2>
        <div class="join w-full" role="group" aria-label="Size">
          {#each sizes as size (size)}
            <button
              class={['btn btn-sm join-item grow px-0', size === picked.size && 'btn-primary']}
              aria-pressed={size === picked.size}
              title={size === picked.proposed ? 'Proposed' : undefined}
              onclick={() => attempt({ size })}
              >{size}{#if size === picked.proposed}<span class="proposed" aria-label="proposed"
                  >•</span
                >{/if}</button
            >
          {/each}
        </div>
        <p class="mt-1">{say(picked.why)}</p>
        {#if inputs.size}
          <button class="btn btn-xs mt-1" onclick={() => attempt({ size: null })}>
            Take the proposal{picked.proposed ? ` (${picked.proposed})` : ''}
          </button>
        {/if}
      </section>
      <FindingList findings={picked.findings} />
      <section>
        <h2 class="display mb-1 text-base">View</h2>
        {#each views as view (view.id)}
          <label class="flex cursor-pointer items-center gap-2 py-1">
            <input
              type="radio"
              class="radio radio-sm"
              name="view"
              checked={view.id === picked.view}
              onchange={() => attempt({ view: view.id })}
            />
            <span><strong>{view.id}</strong> {view.name}</span>
          </label>
        {/each}
      </section>
    {/if}
  {/snippet}
</StageLayout>

<style>
  .proposed {
    font-size: 1.4em;
    line-height: 0;
    margin-left: 1px;
  }
</style>
