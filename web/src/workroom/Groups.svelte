<script lang="ts">
  // Groups: one pattern for several people, and the sheet of what all of them need.
  import { data, DELETE, GET, POST, Refused } from '../api/client';
  import type { Cupboard, Group, Groups } from '../api/types';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import DamagedList from './DamagedList.svelte';
  import NameList from './NameList.svelte';
  import { placeNote } from './note.svelte';
  import Choice from '../parts/Choice.svelte';
  import CheckBox from '../parts/CheckBox.svelte';
  import { toggled } from '../parts/lists';
  import Problem from '../parts/Problem.svelte';

  let { cupboard, group }: { cupboard: Cupboard; group: number } = $props();
  const note = placeNote();
  let groups = $state.raw<Groups['found']>([]);
  let sheet = $state.raw<Group | null>(null);
  let name = $state('');
  let pattern = $state(0);
  let chosen = $state<number[]>([]);

  const named = $derived(
    groups.map(({ id, name, pattern, people }) => ({
      id,
      name,
      note: `${pattern}, ${people.length} people`,
    })),
  );

  const load = async () => {
    groups = (await data(GET('/api/groups'))).found;
  };
  void note.attempt(load);
  let asked = 0;
  $effect(() => {
    const id = group || groups[0]?.id;
    if (!id) {
      sheet = null;
      return;
    }
    const mine = ++asked;
    void note.attempt(async () => {
      const found = await data(
        GET('/api/groups/{group_id}', { params: { path: { group_id: id } } }),
      );
      if (mine === asked) sheet = found; // an older answer may come last
    });
  });
  const outside = $derived(
    cupboard.people.filter((person) => !sheet?.rows.some((row) => row.person === person.name)),
  );

  const begin = () =>
    note.attempt(async () => {
      if (!name.trim()) throw new Refused('Give the group a name.');
      if (!pattern) throw new Refused('Choose a pattern.');
      if (!chosen.length) throw new Refused('Choose who gets one.');
      const body = { name: name.trim(), pattern, people: chosen };
      const made = await data(POST('/api/groups', { body }));
      [name, chosen] = ['', []];
      await load();
      route.go(`/groups/${made.id}`);
    });
  const add = (person: number) =>
    note.attempt(async () => {
      if (!sheet) return;
      const path = { group_id: sheet.id };
      sheet = await data(
        POST('/api/groups/{group_id}/people', { params: { path }, body: { people: [person] } }),
      );
      await load();
    });
  const part = () =>
    note.attempt(async () => {
      if (!sheet || !confirm(`Part “${sheet.name}”? Everybody keeps their making.`)) return;
      await data(DELETE('/api/groups/{group_id}', { params: { path: { group_id: sheet.id } } }));
      sheet = null;
      await load();
      route.go('/groups');
    });
  const remove = async (id: number) => {
    await note.attempt(async () => {
      await data(DELETE('/api/makings/{making_id}', { params: { path: { making_id: id } } }));
      await load();
    });
  };
  const roles = $derived(sheet?.totals.map((total) => total.role) ?? []);
</script>

<div class="mx-auto max-w-6xl p-6">
  <h1 class="display mb-4 text-2xl">Groups</h1>
  <Problem text={note.text} />
  <div class="grid grid-cols-[17rem_minmax(0,1fr)] items-start gap-4">
    <div class="flex flex-col gap-4">
      {#if groups.length}
        <NameList names={named} chosen={sheet?.id} base="/groups" label="Groups" />
      {/if}
      <section class="sheet padded">
        <h2 class="display mb-1 text-base">A new group</h2>
        <input
          class="input input-sm mb-2 w-full"
          aria-label="Name of the group"
          placeholder="Name, such as “Spring tour”"
          maxlength="120"
          bind:value={name}
        />
        <Choice
          label="Pattern"
          bare
          value={pattern}
          options={[
            { value: 0, name: 'which pattern?' },
            ...cupboard.shelf.map((each) => ({ value: each.id, name: each.name })),
          ]}
          set={(id) => (pattern = id)}
        />
        <div class="mt-2"></div>
        {#each cupboard.people as person (person.id)}
          <CheckBox
            label={person.name}
            checked={chosen.includes(person.id)}
            set={() => (chosen = toggled(chosen, person.id))}
          />
        {/each}
        <button class="btn btn-sm btn-primary mt-2" onclick={begin}>Begin for all of them</button>
      </section>
    </div>
    {#if sheet}
      <section class="sheet padded" aria-label="The group’s sheet">
        <div class="flex items-baseline gap-2">
          <h2 class="display grow text-xl">{sheet.name}: {sheet.pattern}</h2>
          <button class="btn btn-xs btn-ghost" onclick={part}>Part the group</button>
        </div>
        <DamagedList rows={sheet.damaged ?? []} {remove} />
        <table class="mt-2 w-full">
          <thead class="eyebrow">
            <tr>
              <th>who</th>
              <th>size</th>
              <th>done</th>
              <th class="num">paper</th>
              {#each roles as role (role)}<th class="num">{role}</th>{/each}
            </tr>
          </thead>
          <tbody>
            {#each sheet.rows as row (row.making)}
              <tr>
                <td
                  ><a class="link" href="/making/{row.making}/pick" onclick={route.follow}
                    >{row.person || row.title}</a
                  ></td
                >
                <td>{row.size}</td>
                <td>{row.done} of {row.stages}</td>
                <td class="num" title={row.paper.working?.map(say).join('; ')}
                  >{say(row.paper.text)}</td
                >
                {#each roles as role (role)}
                  {@const need = row.cloths.find((each) => each.role === role)}
                  <td class="num" title={need?.length.working?.map(say).join('; ')}>
                    {need ? say(`[[${need.length.value}|cloth]]`) : '–'}
                    {#if need && !need.laid}<span class="eyebrow block">at the least</span>{/if}
                  </td>
                {/each}
              </tr>
            {/each}
          </tbody>
          <tfoot>
            <tr>
              <th scope="row" colspan="3">All together</th>
              <td class="num" title={sheet.paper.working?.map(say).join('; ')}
                >{say(sheet.paper.text)}</td
              >
              {#each sheet.totals as total (total.role)}
                <td class="num" title={total.length.working?.map(say).join('; ')}
                  >{say(total.length.text)}
                  {#if total.open}<span class="eyebrow block">{total.open} not laid yet</span>{/if}
                </td>
              {/each}
            </tr>
          </tfoot>
        </table>
        <a class="btn btn-sm mt-3" href="/api/groups/{sheet.id}/shopping.txt" target="_blank"
          >Shopping list for everybody</a
        >
        {#if outside.length}
          <div class="mt-3 flex items-center gap-2">
            <span class="eyebrow" aria-hidden="true">One more:</span>
            <Choice
              label="One more:"
              bare
              wide="w-64"
              value={0}
              options={[
                { value: 0, name: 'choose' },
                ...outside.map((person) => ({ value: person.id, name: person.name })),
              ]}
              set={(id) => id && add(id)}
            />
          </div>
        {/if}
        <p class="eyebrow mt-2">
          Paper is the length of roll to trace every piece; cloth is what each lay takes, or the
          least the bare area needs until it is laid.
        </p>
      </section>
    {:else}
      <p class="text-lg">
        Several people, one pattern: each gets a making in their own size, and one sheet says what
        all of them need.
      </p>
    {/if}
  </div>
</div>

<style>
  .padded {
    padding: 0.7rem 0.9rem 0.9rem;
  }
  th,
  td {
    padding: 0.35rem 0.5rem;
    text-align: left;
    vertical-align: top;
    border-bottom: 1px solid var(--color-base-300);
  }
  th {
    font-weight: 400;
  }
  tfoot th,
  tfoot td {
    font-weight: 680;
    border-top: 2px solid var(--ink-soft);
    border-bottom: none;
  }
  .num {
    text-align: right;
    white-space: nowrap;
  }
</style>
