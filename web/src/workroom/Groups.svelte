<script lang="ts">
  // Groups: one pattern for several people, and the sheet of what all of them need.
  import X from '@lucide/svelte/icons/x';
  import { data, DELETE, GET, POST, PUT, Refused } from '../api/client';
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
  import TextField from '../parts/TextField.svelte';
  import GroupCloths from './GroupCloths.svelte';
  import { Seek } from '../lay/seek.svelte';
  import { once } from '../parts/once';

  let { cupboard, group }: { cupboard: Cupboard; group: number } = $props();
  const note = placeNote();
  let groups = $state.raw<Groups['found']>([]);
  let sheet = $state.raw<Group | null>(null);
  let name = $state('');
  let pattern = $state(0);
  let chosen = $state<number[]>([]);
  let searching = $state('');
  /** How long a lay is searched for on a usual width (s). */
  const SECONDS = 3;

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
  const begin = once(() =>
    note.attempt(async () => {
      if (!name.trim()) throw new Refused('Give the group a name.');
      if (!pattern) throw new Refused('Choose a pattern.');
      if (!chosen.length) throw new Refused('Choose who gets one.');
      const body = { name: name.trim(), pattern, people: chosen };
      const made = await data(POST('/api/groups', { body }));
      [name, chosen] = ['', []];
      await load();
      route.go(`/groups/${made.id}`);
    }),
  );
  const add = once((person: number) =>
    note.attempt(async () => {
      if (!sheet) return;
      const path = { group_id: sheet.id };
      sheet = await data(
        POST('/api/groups/{group_id}/people', { params: { path }, body: { people: [person] } }),
      );
      await load();
    }),
  );
  const part = () =>
    note.attempt(async () => {
      if (!sheet || !confirm(`Part “${sheet.name}”? Everybody keeps their making.`)) return;
      await data(DELETE('/api/groups/{group_id}', { params: { path: { group_id: sheet.id } } }));
      sheet = null;
      await load();
      route.go('/groups');
    });
  const rename = (name: string) =>
    note.attempt(async () => {
      if (!sheet || !name.trim() || name.trim() === sheet.name) return;
      const path = { group_id: sheet.id };
      const body = { name: name.trim(), seen: sheet.name };
      sheet = await data(PUT('/api/groups/{group_id}', { params: { path }, body }));
      await load();
    });
  const leave = (row: Group['rows'][number]) =>
    note.attempt(async () => {
      if (!sheet || !confirm(`Let ${row.person} leave “${sheet.name}”? The making is kept.`))
        return;
      const path = { group_id: sheet.id, making_id: row.making };
      sheet = await data(
        DELETE('/api/groups/{group_id}/makings/{making_id}', { params: { path } }),
      );
      await load();
    });
  /** Lays searched for on a usual width, one after the other, for whom no cloth is chosen yet. */
  const search = () =>
    note.attempt(async () => {
      if (!sheet) return;
      const path = { group_id: sheet.id };
      const wanted = sheet.unsearched;
      try {
        for (const [at, each] of wanted.entries()) {
          searching = `${at + 1} of ${wanted.length}`;
          const seek = new Seek({
            path: { making_id: each.making },
            settled: async () => undefined,
          });
          await seek.look(each.role, { seconds: SECONDS, variants: [each.ask] }, () => undefined);
          sheet = await data(GET('/api/groups/{group_id}', { params: { path } }));
        }
      } finally {
        searching = '';
      }
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
        <TextField
          label="Name of the group"
          hidden
          wide="mb-2 w-full"
          placeholder="Name, such as “Spring tour”"
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
          <h2 class="display grow text-xl">{sheet.pattern}</h2>
          <button class="btn btn-xs btn-ghost" onclick={part}>Part the group</button>
        </div>
        <div class="w-72">
          <TextField label="Name of this group" value={sheet.name} set={rename} />
        </div>
        <DamagedList rows={sheet.damaged ?? []} {remove} />
        <table class="sums mt-2">
          <thead class="eyebrow">
            <tr>
              <th>who</th>
              <th>size</th>
              <th>done</th>
              <th class="num">paper</th>
              {#each roles as role (role)}<th class="num">{role}</th>{/each}
              <th></th>
            </tr>
          </thead>
          <tbody>
            {#each sheet.rows as row (row.making)}
              <tr class={[row.doubts.length && 'doubtful']}>
                <td
                  ><a class="link" href="/making/{row.making}/pick" onclick={route.follow}
                    >{row.person}</a
                  ></td
                >
                <td>{row.size}</td>
                <td>{row.done} of {row.stages}</td>
                <td class="num" title={row.paper.working?.map(say).join('; ')}
                  >{say(row.paper.text)}</td
                >
                {#each roles as role (role)}
                  {@const need = row.cloths.find((each) => each.role === role)}
                  <td class="num" title={need?.takes.working?.map(say).join('; ')}>
                    {need ? say(`[[${need.takes.value}|cloth]]`) : '–'}
                    {#if need && !need.laid}<span class="eyebrow block">at the least</span>{/if}
                  </td>
                {/each}
                <td class="num">
                  <button
                    class="btn btn-xs btn-ghost"
                    title="{row.person} leaves the group and keeps the making"
                    aria-label="{row.person} leaves the group"
                    onclick={() => leave(row)}><X size={14} /></button
                  >
                </td>
              </tr>
              {#if row.doubts.length}
                <tr>
                  <td></td>
                  <td class="doubt" colspan={4 + roles.length}>
                    {row.doubts.map(say).join(' ')}
                  </td>
                </tr>
              {/if}
            {/each}
          </tbody>
          <tfoot>
            <tr>
              <th scope="row" colspan="3">Laid, all together</th>
              <td class="num" title={sheet.paper.working?.map(say).join('; ')}
                >{say(sheet.paper.text)}</td
              >
              {#each sheet.totals as total (total.role)}
                <td class="num" title={total.laid.working?.map(say).join('; ')}
                  >{total.laid.value ? say(total.laid.text) : '–'}</td
                >
              {/each}
              <td></td>
            </tr>
            {#if sheet.totals.some((total) => total.least)}
              <tr>
                <th scope="row" colspan="3">Not laid yet, at the least</th>
                <td></td>
                {#each sheet.totals as total (total.role)}
                  <td class="num" title={total.least?.working?.map(say).join('; ')}>
                    {#if total.least}
                      {say(total.least.text)}
                      <span class="eyebrow block">for {total.open}</span>
                    {/if}
                  </td>
                {/each}
                <td></td>
              </tr>
            {/if}
          </tfoot>
        </table>
        {#if sheet.doubtful}
          <p class="doubt mt-2">
            {sheet.doubtful === 1 ? 'One size is' : `${sheet.doubtful} sizes are`} not settled: what
            {sheet.doubtful === 1 ? 'it takes' : 'they take'} may change.
          </p>
        {/if}
        <p class="eyebrow mt-2">
          Paper is the length of roll to trace every piece. Cloth is what each lay takes after
          washing, or the least the bare area needs until it is laid.
        </p>
        <GroupCloths cloths={sheet.shared} />
        <div class="mt-3 flex flex-wrap gap-2">
          <a class="btn btn-sm" href="/api/groups/{sheet.id}/shopping.txt" target="_blank"
            >Shopping list for everybody</a
          >
          <a class="btn btn-sm" href="/api/groups/{sheet.id}/sheets.pdf" target="_blank"
            >Print for everybody</a
          >
          {#if sheet.unsearched.length}
            <button class="btn btn-sm" disabled={searching !== ''} onclick={search}
              >{searching
                ? `Searching: ${searching}`
                : 'Lay what has no cloth on a usual width'}</button
            >
          {/if}
        </div>
        {#if sheet.people.length}
          <div class="mt-3 flex items-center gap-2">
            <span class="eyebrow" aria-hidden="true">One more:</span>
            <Choice
              label="One more:"
              bare
              wide="w-64"
              value={0}
              options={[
                { value: 0, name: 'choose' },
                ...sheet.people.map((person) => ({ value: person.id, name: person.name })),
              ]}
              set={(id) => id && add(id)}
            />
          </div>
        {/if}
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
  tfoot th,
  tfoot td {
    font-weight: 680;
    border-bottom: none;
  }
  tfoot tr:first-child > * {
    border-top: 2px solid var(--ink-soft);
  }
  tfoot tr + tr > * {
    font-weight: 400;
    padding-top: 0;
  }
  .doubtful td {
    border-bottom: none;
  }
  .doubt {
    color: var(--fault);
    font-size: 0.85em;
    font-weight: 400;
  }
</style>
