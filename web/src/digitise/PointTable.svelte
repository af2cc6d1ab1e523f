<script lang="ts">
  // The points by measure: x from the fold or grain line, y down from the top. Rows can be typed one below the
  // other; an empty last row adds one.
  import TextField from '../parts/TextField.svelte';
  import { data, POST } from '../api/client';
  import type { PlacedNode } from '../api/types';
  import { formatLength } from '../parts/length';
  import Choice from '../parts/Choice.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import Problem from '../parts/Problem.svelte';
  import { sentenceOf } from '../parts/problem';
  import { here } from '../parts/session.svelte';
  import { theHand } from './hand.svelte';
  import { thePattern } from './pattern.svelte';

  const pattern = thePattern();
  const hand = theHand();
  const drawn = $derived(pattern.drawn!);
  const page = $derived(pattern.now);
  const base = $derived(!page.base || page.size === page.base);
  let x = $state('');
  let y = $state('');
  let problem = $state('');
  let next = $state<'auto' | 'corner' | 'smooth'>('auto');
  const turn = (node: PlacedNode) =>
    pattern.edit({
      do: 'set points',
      piece: hand.piece,
      ids: [node.id],
      turn: node.corner ? 'smooth' : 'corner',
      then: null,
    });
  let first: HTMLInputElement | undefined = $state();

  // Where a point is now: others, or its other measure, may have been typed meanwhile.
  const now = (node: PlacedNode) => drawn.nodes.find((each) => each.id === node.id) ?? node;
  const move = (node: PlacedNode, axis: 0 | 1, mm: number | null) =>
    pattern.change(() => {
      const by: [number, number] = [0, 0];
      by[axis] = (mm ?? 0) - now(node).at[axis];
      const { size } = page;
      return { do: 'move points', piece: hand.piece, ids: [node.id], by, size, every: hand.every };
    });
  const length = async (text: string) => {
    const body = { text, unit: here.unit, signed: true };
    return (await data(POST('/api/measure/length', { body }))).mm;
  };
  async function add() {
    problem = '';
    try {
      const at: [number, number] = [await length(x), await length(y)];
      await pattern.change({
        do: 'add point',
        piece: hand.piece,
        at,
        after: drawn.nodes.at(-1)?.id ?? null,
        turn: next,
        then: 'auto',
      });
      x = y = '';
      first?.focus();
    } catch (error) {
      problem = sentenceOf(error);
    }
  }
  const off = (node: PlacedNode, axis: 0 | 1) => {
    const own = page.piece?.drawn.way === 'line' ? page.piece.drawn : null;
    const at = own?.nodes.findIndex((each) => each.id === node.id) ?? -1;
    const from = own?.lines[page.base]?.points[at];
    return from ? node.at[axis] - from[axis] : 0;
  };
  const shift = (node: PlacedNode, axis: 0 | 1, mm: number | null) =>
    pattern.change(() => {
      const by: [number, number] = [off(now(node), 0), off(now(node), 1)];
      by[axis] = mm ?? 0;
      return { do: 'shift points', piece: hand.piece, size: page.size, shifts: { [node.id]: by } };
    });
</script>

<section>
  <h2 class="eyebrow">
    {base
      ? 'Points: across from the fold or grain line, down from the top'
      : `Shifts from size ${page.base}: across, down`}
  </h2>
  <div class="rows" role="table" aria-label="Points">
    {#each drawn.nodes as node, index (node.id)}
      <div role="row" class={['points-row', hand.ids.includes(node.id) && 'held']}>
        <button
          class="number"
          aria-label="Hold point {index + 1}"
          aria-pressed={hand.ids.includes(node.id)}
          onclick={(event) => hand.take(node.id, event.shiftKey)}>{index + 1}</button
        >
        {#each [0, 1] as const as axis (axis)}
          <LengthField
            hidden
            signed
            label="Point {index + 1}, {axis ? 'down' : 'across'}"
            mm={base ? node.at[axis] : off(node, axis)}
            set={(mm) => (base ? move(node, axis, mm) : shift(node, axis, mm))}
          />
        {/each}
        <button
          class="turn"
          title={node.corner
            ? 'A corner; press for a curve through it'
            : 'On a curve; press for a corner'}
          aria-label="Point {index + 1} is {node.corner ? 'a corner' : 'on a curve'}; change it"
          onclick={() => turn(node)}>{node.corner ? 'corner' : 'curve'}</button
        >
      </div>
    {/each}
  </div>
  {#if base}
    <form
      class="points-row"
      onsubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <span class="number" aria-hidden="true">+</span>
      <TextField
        label="Next point, across"
        hidden
        placeholder={formatLength(0, here.unit)}
        bind:value={x}
        bind:field={first}
        autocomplete="off"
      />
      <TextField
        label="Next point, down"
        hidden
        placeholder={formatLength(200, here.unit)}
        bind:value={y}
        autocomplete="off"
      />
      <button class="btn btn-xs" disabled={!x.trim() || !y.trim()}>Add</button>
    </form>
    <Choice
      label="Points that are added"
      value={next}
      options={[
        { value: 'auto', name: 'corner or curve as it comes' },
        { value: 'corner', name: 'are corners' },
        { value: 'smooth', name: 'lie on a curve' },
      ]}
      set={(value) => (next = value)}
    />
    <Problem text={problem} small />
  {/if}
</section>

<style>
  .rows {
    max-height: 15rem;
    overflow-y: auto;
  }
  .points-row {
    display: grid;
    grid-template-columns: 1.6rem 1fr 1fr 3.2rem;
    align-items: center;
    gap: 0.3rem;
    padding: 0.1rem 0;
  }
  .number {
    text-align: right;
    padding-right: 0.3rem;
    color: var(--ink-soft);
    cursor: pointer;
  }
  .held .number {
    color: var(--thread);
    font-weight: 700;
  }
  .turn {
    cursor: pointer;
    font-size: 0.86em;
    color: var(--ink-soft);
    text-decoration: underline dotted;
    text-underline-offset: 3px;
  }
</style>
