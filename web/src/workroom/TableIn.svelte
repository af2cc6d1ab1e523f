<script lang="ts">
  // A table that somebody kept elsewhere: its columns matched by eye, its rows looked at, then taken in.
  import { sendFile } from '../api/client';
  import type { Schemas } from '../api/types';
  import { once } from '../parts/once';
  import { sentenceOf } from '../parts/problem';
  import { say } from '../parts/session.svelte';

  let {
    kind,
    what,
    changed,
  }: {
    kind: 'cloths' | 'people' | 'patterns' | 'makings';
    /** What a row becomes: "cloths". */
    what: string;
    changed: () => Promise<unknown>;
  } = $props();

  type Seen = Schemas['TableSeen'];
  const id = $props.id();
  let file = $state.raw<File | null>(null);
  let seen = $state.raw<Seen | null>(null);
  let holds = $state<string[]>([]);
  let without = $state<number[]>([]);
  let problem = $state('');
  let taken = $state('');
  const SHOWN = 200;

  async function send(take: boolean, asked: boolean) {
    if (!file) return;
    const columns = asked ? `&columns=${encodeURIComponent(holds.join(','))}` : '';
    const query = `take=${take}&without=${without.join(',')}${columns}`;
    problem = '';
    try {
      const answer = await sendFile<Seen>(`/api/tables/${kind}?${query}`, file, 2_000_000);
      holds = answer.columns.map((each) => each.holds);
      seen = answer;
      if (answer.taken) {
        taken = answer.taken;
        close();
        await changed();
      }
    } catch (error) {
      problem = sentenceOf(error);
    }
  }
  function close() {
    file = seen = null;
    without = [];
  }
  async function chosen(event: Event & { currentTarget: HTMLInputElement }) {
    file = event.currentTarget.files?.[0] ?? null;
    event.currentTarget.value = '';
    seen = null;
    without = [];
    taken = '';
    await send(false, false);
  }
  function hold(column: number, key: string) {
    holds = holds.map((each, at) => (at === column ? key : each === key ? '' : each));
    void send(false, true);
  }
  function leave(row: number, out: boolean) {
    without = out ? [...without, row] : without.filter((each) => each !== row);
    void send(false, true);
  }
  const take = once(() => send(true, true));
  const rowOf = $derived(new Map(seen?.rows.map((each) => [each.number, each])));
</script>

<div class="flex items-center gap-3">
  {#if taken}<span class="eyebrow" role="status">{taken}</span>{/if}
  <label class="btn" for={id}>From a table (CSV)</label>
  <input {id} type="file" class="sr-only" accept=".csv,.tsv,.txt,text/csv" onchange={chosen} />
</div>

{#if problem && !seen}
  <p class="text-error" role="alert">{problem}</p>
{/if}
{#if seen}
  <div class="veil">
    <section class="sheet window" aria-label="The table {file?.name}">
      <div class="flex items-baseline gap-3">
        <h2 class="display grow text-xl break-words">{file?.name}</h2>
        <button class="btn btn-sm btn-ghost" onclick={close}>Leave it</button>
      </div>
      <p class="eyebrow">
        Say above each column what it holds. Below every row stands what it comes to; nothing is
        taken in until you say so.
      </p>
      {#if problem || seen.sentence}
        <p class="text-error" role="alert">{problem || seen.sentence}</p>
      {/if}
      <div class="rows">
        <table>
          <thead>
            <tr>
              <th><span class="sr-only">Taken</span></th>
              {#each seen.columns as column, at (at)}
                <th>
                  <select
                    class="select select-xs w-full"
                    aria-label="What {column.header || `column ${at + 1}`} holds"
                    value={holds[at]}
                    onchange={(event) => hold(at, event.currentTarget.value)}
                  >
                    <option value="">nothing of use</option>
                    {#each seen.fields as field (field.key)}
                      <option value={field.key}>{field.name}{field.needed ? ' *' : ''}</option>
                    {/each}
                  </select>
                  <span class="block font-semibold">{column.header || '–'}</span>
                </th>
              {/each}
            </tr>
          </thead>
          <tbody>
            {#each seen.cells.slice(0, SHOWN) as cells, at (at)}
              {@const row = rowOf.get(at + 2)}
              {@const out = without.includes(at + 2)}
              <tr class={[(out || row?.sentence) && 'out']}>
                <td rowspan="2">
                  <input
                    type="checkbox"
                    class="checkbox checkbox-xs"
                    aria-label="Row {at + 2} is taken in"
                    checked={!out && !!row?.told}
                    disabled={!row?.told}
                    onchange={(event) => leave(at + 2, !event.currentTarget.checked)}
                  />
                </td>
                {#each cells as cell, column (column)}<td>{cell}</td>{/each}
              </tr>
              <tr class={['comes', (out || row?.sentence) && 'out']}>
                <td colspan={cells.length}>
                  {#if row?.sentence}<span class="text-error">{say(row.sentence)}</span>
                  {:else if row}{out ? 'left out' : `→ ${say(row.told)}`}{/if}
                </td>
              </tr>
            {/each}
          </tbody>
        </table>
        {#if seen.cells.length > SHOWN}
          <p class="eyebrow p-2">and {seen.cells.length - SHOWN} more rows</p>
        {/if}
      </div>
      <button class="btn btn-primary self-end" disabled={!seen.count} onclick={take}
        >Take in {seen.count} of {seen.cells.length}
        {what}</button
      >
    </section>
  </div>
{/if}

<style>
  .veil {
    position: fixed;
    inset: 0;
    z-index: 30;
    display: grid;
    place-items: center;
    padding: 2rem;
    background: rgb(20 20 18 / 0.45);
  }
  .window {
    display: flex;
    flex-direction: column;
    gap: 0.6rem;
    width: min(1080px, 100%);
    max-height: 100%;
    padding: 1.1rem 1.3rem;
    background: var(--color-base-100);
  }
  .rows {
    flex: 1;
    min-height: 0;
    overflow: auto;
    border: 1px solid var(--color-base-300);
  }
  table {
    border-collapse: collapse;
    width: 100%;
  }
  th {
    position: sticky;
    top: 0;
    padding: 0.4rem;
    min-width: 8rem;
    text-align: left;
    background: var(--color-base-200);
  }
  th:first-child {
    min-width: 0;
  }
  td {
    padding: 0.3rem 0.5rem 0;
    vertical-align: top;
    overflow-wrap: anywhere;
  }
  .comes td {
    padding: 0 0.5rem 0.35rem;
    border-bottom: 1px solid var(--color-base-300);
    font-size: 0.86rem;
  }
  .comes.out td {
    color: inherit;
  }
  .out {
    opacity: 0.75;
  }
</style>
