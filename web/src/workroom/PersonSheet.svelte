<script lang="ts">
  // One person: the newest measurements, every day they were measured, standing adjustments.
  import TextField from '../parts/TextField.svelte';
  import { data, DELETE, PUT, Refused } from '../api/client';
  import type { HowTo as How, PersonCard } from '../api/types';
  import { connection } from '../parts/connection.svelte';
  import { formatLength } from '../parts/length';
  import LengthField from '../parts/LengthField.svelte';
  import { here, say } from '../parts/session.svelte';
  import HowTo from './HowTo.svelte';
  import { placeNote } from './note.svelte';
  import Problem from '../parts/Problem.svelte';

  let {
    person,
    how,
    changed,
    drop,
  }: {
    person: PersonCard;
    how: readonly How[];
    changed: () => Promise<void>;
    drop: () => void;
  } = $props();
  const note = placeNote();
  const FIRST = [
    'height',
    'bust',
    'waist',
    'hip',
    'back waist length',
    'upper arm',
    'rise',
    'knee',
  ];
  let more = $state(false);
  let shown = $state('bust');
  const today = new Date().toLocaleDateString('sv');
  let day = $state(today);
  let level = $state('waist');

  const path = $derived({ person_id: person.id });
  const names = $derived([
    ...FIRST,
    ...how
      .map((each) => each.name)
      .filter((name) => !FIRST.includes(name) && (more || name in person.measurements)),
    ...Object.keys(person.measurements).filter(
      (name) => !FIRST.includes(name) && !how.some((each) => each.name === name),
    ),
  ]);
  const explained = $derived(how.find((each) => each.name === shown));

  /** What is there now is shown, also where another window was quicker. */
  async function told(send: () => Promise<unknown>) {
    try {
      await send();
    } catch (problem) {
      if (problem instanceof Refused && problem.moved) await changed();
      throw problem;
    }
    await changed();
  }
  async function save(name: string, measurements: PersonCard['measurements'], what: string) {
    // Only what differs from what was seen here is changed.
    const { measurements: seen, name: seen_name } = person;
    const body = { name, measurements, day: day || null, seen, seen_name };
    await told(() =>
      connection.through(what, () =>
        data(PUT('/api/cupboard/people/{person_id}', { params: { path }, body })),
      ),
    );
  }
  function measure(name: string, mm: number | null) {
    const measurements = { ...person.measurements };
    if (mm === null) delete measurements[name];
    else measurements[name] = mm;
    const said = mm === null ? 'nothing' : formatLength(mm, here.unit);
    return save(person.name, measurements, `${name} of ${person.name}: ${said}`);
  }
  const forget = (when: string) =>
    note.attempt(async () => {
      await data(
        DELETE('/api/cupboard/people/{person_id}/sittings/{day}', {
          params: { path: { ...path, day: when } },
        }),
      );
      await changed();
    });
  async function adjust(adjustments: readonly PersonCard['adjustments'][number][]) {
    const body = { adjustments: [...adjustments], seen: [...person.adjustments] };
    await connection.through(`what ${person.name} has on every garment`, () =>
      data(PUT('/api/cupboard/people/{person_id}/adjustments', { params: { path }, body })),
    );
    await changed();
  }
  /** The growth the server found, as words behind the measurement. */
  function grown(by: number | undefined): string {
    if (!by) return '';
    return ` (${by > 0 ? '+' : '−'}${formatLength(Math.abs(by), here.unit)})`;
  }
</script>

<article class="sheet">
  <div class="flex items-center gap-2">
    <input
      class="display min-w-0 grow text-xl"
      aria-label="Name of {person.name}"
      value={person.name}
      maxlength="120"
      onchange={(event) => {
        const next = event.currentTarget.value.trim();
        if (next) void note.attempt(() => save(next, person.measurements, `the name ${next}`));
        else event.currentTarget.value = person.name;
      }}
    />
    <button class="btn btn-xs btn-ghost" onclick={drop}>Forget</button>
  </div>
  <Problem text={note.text} />
  <div class="mt-2 grid grid-cols-[minmax(0,1fr)_17rem] gap-5">
    <div>
      <div class="mb-2 flex items-end justify-between gap-2">
        <h2 class="display text-base">Measurements</h2>
        <label class="flex items-center gap-2">
          <span class="eyebrow">taken on</span>
          <input
            type="date"
            class="input input-xs w-36"
            aria-label="Day of the measurements"
            max={today}
            bind:value={day}
          />
        </label>
      </div>
      <div class="grid grid-cols-3 gap-x-3 gap-y-2">
        {#each names as name (name)}
          <div onfocusin={() => (shown = name)}>
            <LengthField
              label={name}
              mm={person.measurements[name] ?? null}
              empty
              set={(mm) => measure(name, mm)}
            />
          </div>
        {/each}
      </div>
      <button class="btn btn-xs mt-2" onclick={() => (more = !more)}
        >{more ? 'Fewer measurements' : 'More measurements'}</button
      >
    </div>
    <div>
      <h2 class="display mb-1 text-base">How to measure: {shown}</h2>
      {#if explained}<HowTo how={explained} />{:else}<p>As the pattern’s own table says.</p>{/if}
    </div>
  </div>
  <div class="mt-4 grid grid-cols-[minmax(0,1fr)_17rem] gap-5">
    <section>
      <h2 class="display mb-1 text-base">Measured</h2>
      {#if !person.sittings.length}<p>Not yet.</p>{/if}
      {#each person.sittings as sitting (sitting.day)}
        <div class="day">
          <strong class="w-24 flex-none">{sitting.day}</strong>
          <span class="grow"
            >{#each Object.entries(sitting.measurements) as [name, mm], at (name)}{at
                ? ', '
                : ''}{name}
              {formatLength(mm, here.unit)}{grown(sitting.grown[name])}{/each}</span
          >
          <button
            class="btn btn-xs btn-ghost"
            aria-label="Take out {sitting.day}"
            onclick={() => forget(sitting.day)}>Take out</button
          >
        </div>
      {/each}
    </section>
    <section>
      <h2 class="display mb-1 text-base">On every garment</h2>
      {#each person.adjustments as change, index (index)}
        <p class="flex items-center gap-2">
          <span class="grow">{say(person.standing[index] ?? change.kind)}</span>
          <button
            class="btn btn-xs"
            onclick={() =>
              note.attempt(() => adjust(person.adjustments.filter((_, at) => at !== index)))}
            >Take out</button
          >
        </p>
      {/each}
      <div class="mt-1 flex items-end gap-2">
        <TextField label="at the" wide="w-24" bind:value={level} most={60} />
        <div class="grow">
          <LengthField
            label="longer (minus: shorter)"
            mm={null}
            signed
            empty
            set={async (mm) => {
              if (mm !== null && level.trim())
                await adjust([
                  ...person.adjustments,
                  {
                    kind: 'length',
                    level: level.trim(),
                    by: 'amount',
                    amount: mm,
                    stay: [],
                    on: true,
                  },
                ]);
            }}
          />
        </div>
      </div>
      <p class="eyebrow mt-1">Proposed under Fit on every new making.</p>
    </section>
  </div>
</article>

<style>
  .sheet {
    padding: 0.8rem 1rem 1rem;
  }
  .day {
    display: flex;
    gap: 0.5rem;
    align-items: baseline;
    padding: 0.2rem 0;
    border-bottom: 1px solid var(--color-base-300);
  }
</style>
