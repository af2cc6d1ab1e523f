<script lang="ts">
  // The sizes and their table: typed, or pasted from a spreadsheet and looked at row by row.
  import TextField from '../parts/TextField.svelte';
  import X from '@lucide/svelte/icons/x';

  import { data, POST } from '../api/client';
  import type { PatternPage, ReadTable } from '../api/types';
  import CheckBox from '../parts/CheckBox.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import Problem from '../parts/Problem.svelte';
  import { sentenceOf } from '../parts/problem';
  import { here, say } from '../parts/session.svelte';
  import { thePattern } from './pattern.svelte';

  type Rows = PatternPage['facts']['rows'];
  type Row = Rows[number];
  const pattern = thePattern();
  const page = $derived(pattern.now);
  const facts = $derived(page.facts);
  const drawLevels = (levels: PatternPage['levels']) =>
    pattern.edit({
      do: 'levels',
      levels: levels.map(({ piece, level, points }) => ({ piece, level, points })),
    });
  const nameOf = (id: number) => {
    const piece = page.pieces.find((each) => each.id === id);
    return piece ? `${piece.number} ${piece.name}` : '';
  };
  const MOST = 100_000; // bytes: longer than any size table
  const SAMPLE = 'size\tS\tM\tL\nbust\t84\t88\t92';
  let adding = $state('');
  let problem = $state('');
  let text = $state('');
  let read = $state.raw<ReadTable | null>(null);

  async function add() {
    const names = adding.split(/[,;\s]+/).filter(Boolean);
    for (const name of names) {
      if (!(await pattern.edit({ do: 'add size', name, before: null }))) return;
    }
    adding = '';
  }
  async function look() {
    problem = '';
    read = null;
    try {
      const body = { text, unit: here.unit };
      read = await data(
        POST('/api/patterns/{pattern_id}/table', { params: { path: pattern.path }, body }),
      );
    } catch (error) {
      problem = sentenceOf(error);
    }
  }
  const good = $derived(read?.rows.flatMap((each) => (each.row ? [each.row] : [])) ?? []);
  async function take() {
    if (!read) return;
    problem = '';
    try {
      for (const name of read.sizes)
        if (!pattern.now.facts.sizes.includes(name))
          await pattern.change({ do: 'add size', name, before: null });
      const kept = pattern.now.facts.rows.filter(
        (row) => !good.some((each) => each.measurement === row.measurement),
      );
      await pattern.change({ do: 'table', rows: [...kept, ...good] });
      text = '';
      read = null;
    } catch (error) {
      problem = sentenceOf(error);
    }
  }
  const set = (rows: () => Rows) => pattern.change(() => ({ do: 'table', rows: rows() }));
  /** The row as it is now, with something changed: other cells may have been typed meanwhile. */
  const change = (name: string, some: (row: Row) => Partial<Row>) =>
    set(() =>
      facts.rows.map((each) => (each.measurement === name ? { ...each, ...some(each) } : each)),
    );
  const lead = (name: string) =>
    pattern.attempt(() =>
      set(() => facts.rows.map((each) => ({ ...each, leads: each.measurement === name }))),
    );
</script>

<section>
  <h2 class="display mb-1 text-lg">Sizes</h2>
  {#if !facts.sizes.length}
    <p class="eyebrow mb-1">One size, yours. Name sizes only if the pattern has several.</p>
  {/if}
  <ul class="sizes">
    {#each facts.sizes as size (size)}
      <li>
        <TextField
          label="Name of size {size}"
          hidden
          size="xs"
          wide="w-20"
          value={size}
          set={(name) => !!name && pattern.edit({ do: 'rename size', old: size, name })}
        />
        <button
          class="btn btn-xs btn-ghost btn-square"
          title="Take out size {size}, with its lines"
          onclick={() => pattern.edit({ do: 'remove size', name: size })}
          ><X size={13} /><span class="sr-only">Take out size {size}</span></button
        >
      </li>
    {/each}
  </ul>
  <form
    class="mt-2 flex items-end gap-2"
    onsubmit={(event) => {
      event.preventDefault();
      void add();
    }}
  >
    <TextField
      label={facts.sizes.length ? 'More, from small to large' : 'Its sizes, from small to large'}
      wide="grow"
      bind:value={adding}
      placeholder="S, M, L"
      most={200}
    />
    <button class="btn btn-sm" disabled={!adding.trim()}>Add</button>
  </form>
</section>
<section>
  <h2 class="display mb-1 text-lg">Size table</h2>
  {#if facts.rows.length}
    <div class="overflow-x-auto">
      <table class="grid-table">
        <thead
          ><tr
            ><th scope="col">body</th>{#each facts.sizes as size (size)}<th scope="col">{size}</th
              >{/each}<th scope="col">ease</th><th><span class="sr-only">take out</span></th></tr
          ></thead
        >
        <tbody>
          {#each facts.rows as row (row.measurement)}
            <tr>
              <th scope="row">{row.measurement}{row.leads ? ' ★' : ''}</th>
              {#each facts.sizes as size (size)}
                <td
                  ><LengthField
                    hidden
                    label="{row.measurement} of size {size}"
                    mm={row.body[size] ?? null}
                    set={(mm) =>
                      change(row.measurement, (now) => ({
                        body: { ...now.body, [size]: mm ?? 0 },
                      }))}
                  /></td
                >
              {/each}
              <td
                ><LengthField
                  hidden
                  signed
                  empty
                  label="Ease at the {row.measurement}"
                  mm={row.ease ?? null}
                  set={(ease) => change(row.measurement, () => ({ ease }))}
                /></td
              >
              <td
                ><button
                  class="btn btn-xs btn-ghost btn-square"
                  onclick={() =>
                    pattern.attempt(() =>
                      set(() => facts.rows.filter((each) => each.measurement !== row.measurement)),
                    )}
                  ><X size={13} /><span class="sr-only">Take out the {row.measurement}</span
                  ></button
                ></td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    <p class="eyebrow mt-2">Which decides the size?</p>
    {#each facts.rows as row (row.measurement)}
      <CheckBox
        small
        label="the {row.measurement}"
        checked={row.leads ?? false}
        set={() => lead(row.measurement)}
      />
    {/each}
  {:else}
    <p class="eyebrow">
      Without one nothing is lost; with it a size is proposed from measurements.
    </p>
  {/if}
</section>
{#if page.levels.length || page.known_levels.length || page.unseen_levels.length}
  <section>
    <h2 class="display mb-1 text-lg">Levels of the body</h2>
    {#if page.known_levels.length}
      <p class="eyebrow">
        Known: {page.known_levels.join(', ')}. A size of its own may hold at each of them.
      </p>
    {/if}
    {#each page.levels as level (level.level)}
      <div class="flex items-center gap-2 py-1">
        <div class="min-w-0 grow">
          <strong>{level.level}</strong>
          <span class="eyebrow block"
            >on {nameOf(level.piece)}, {say(`[[${level.y}]]`)} down: {level.why}</span
          >
        </div>
        <button class="btn btn-xs" onclick={() => drawLevels([level])}
          >Draw<span class="sr-only"> the {level.level} level</span></button
        >
      </div>
    {/each}
    {#if page.levels.length > 1}
      <button class="btn btn-sm btn-primary mt-1" onclick={() => drawLevels(page.levels)}
        >Draw all {page.levels.length}</button
      >
    {/if}
    {#if page.unseen_levels.length}
      <p class="eyebrow mt-1">
        Not known yet: {page.unseen_levels.join(', ')}. Draw a body level line under Marks of a
        piece that reaches over it.
      </p>
    {/if}
    {#if page.levels.length}
      <p class="eyebrow mt-1">
        Drawn once on one piece; its partners and all sizes take it over. Move it under Marks where
        your pattern has it elsewhere.
      </p>
    {/if}
  </section>
{/if}
<section>
  <h2 class="display mb-1 text-lg">Rows from elsewhere</h2>
  <label>
    <span class="eyebrow block"
      >From a spreadsheet: sizes across, measurements down; {here.unit === 'cm' ? 'cm' : 'inches'} unless
      the first line says otherwise</span
    >
    <textarea
      class="textarea textarea-sm w-full font-mono"
      rows="4"
      bind:value={text}
      placeholder={SAMPLE}></textarea>
  </label>
  <div class="flex gap-2">
    <button class="btn btn-sm" disabled={!text.trim()} onclick={look}>Look at it</button>
    <label class="btn btn-sm"
      >From a table (CSV)
      <input
        type="file"
        class="sr-only"
        accept=".csv,.tsv,.txt,text/csv"
        onchange={async (event) => {
          const file = event.currentTarget.files?.[0];
          event.currentTarget.value = '';
          if (!file) return;
          text = (await file.slice(0, MOST).text()).trim();
          await look();
        }}
      /></label
    >
  </div>
  {#if read}
    <ul class="mt-2">
      <li class="eyebrow">Sizes {read.sizes.join(', ')}</li>
      {#each read.rows as row (row.line)}
        <li class={['row', !row.row && 'wrong']}>
          {#if row.row}✓ {row.row.measurement}{:else}<span role="alert"
              >Line {row.line}: {say(row.sentence ?? '')}</span
            >{/if}
        </li>
      {/each}
    </ul>
    <button class="btn btn-sm btn-primary mt-2" disabled={!good.length} onclick={take}
      >Take {good.length === 1 ? 'the row' : `the ${good.length} rows`}</button
    >
  {/if}
  <Problem text={problem} />
</section>

<style>
  .sizes {
    display: flex;
    flex-wrap: wrap;
    gap: 0.3rem 0.6rem;
  }
  .sizes li {
    display: flex;
    align-items: center;
  }
  .grid-table th {
    font-weight: 500;
    text-align: left;
    padding-right: 0.4rem;
    white-space: nowrap;
  }
  .grid-table td {
    min-width: 5.4rem;
    padding: 0.1rem 0.15rem;
  }
  .row {
    padding: 0.1rem 0;
  }
  .wrong {
    border-left: 3px solid var(--fault);
    padding-left: 0.5rem;
  }
</style>
