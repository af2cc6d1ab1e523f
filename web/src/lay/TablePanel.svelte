<script lang="ts">
  // Searching, what the lay comes to, the chosen piece, and what is found.
  import { data, POST } from '../api/client';
  import CheckBox from '../parts/CheckBox.svelte';
  import Choice from '../parts/Choice.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import { theLay } from './lay.svelte';
  import PieceNumbers from './PieceNumbers.svelte';

  const table = theLay();
  const { hand, seek, making } = table;
  const lay = $derived(table.lay!);
  const item = $derived(hand.chosen ? table.itemOf(hand.chosen) : null);
  const judged = $derived(table.chosen);
  const nudges = $derived(table.nudges);
  const ready = $derived(table.lays.filter((each) => each.cloth).map((each) => each.role));
  const SECONDS = [5, 20, 60, 300];
  /** The cloth in the cupboard that is what is left of this one. */
  let put = $state.raw({ of: '', id: 0 });
  const of = $derived(`${lay.role}/${table.cut.join()}`);
  const back = $derived(put.of === of ? put.id : 0);
  const putBack = () =>
    making.attempt(async () => {
      const path = { ...making.path, role: lay.role };
      const address = '/api/makings/{making_id}/lay/{role}/remnant';
      if (!back) put = { of, id: (await data(POST(address, { params: { path } }))).id };
    });
  const rest = $derived(Boolean(table.pins.length || table.cut.length));
</script>

{#if table.laying}
  <section aria-live="polite">
    <p>
      {seek.waiting ? seek.standing : `Searching the ${seek.role ?? lay.role}: ${seek.standing}`}
    </p>
    <progress class="progress w-full" value={seek.share} max="1"></progress>
    <button class="btn btn-sm mt-1" onclick={() => seek.stop()}>Stop and keep the best</button>
  </section>
{:else}
  <section class="flex flex-wrap items-end gap-2">
    <button
      class="btn btn-primary btn-sm grow"
      disabled={!ready.length}
      onclick={() => table.layAll(ready)}>Lay all cloths</button
    >
    <button class="btn btn-sm grow" disabled={!lay.cloth} onclick={() => table.layAll([lay.role])}
      >{rest ? 'Lay the rest' : `Lay the ${lay.role}`}</button
    >
    <Choice
      label="Searching for"
      value={seek.seconds}
      options={SECONDS.map((value) => ({
        value,
        name: value < 60 ? `${value} seconds` : `${value / 60} minute${value > 60 ? 's' : ''}`,
      }))}
      set={(seconds) => (seek.seconds = seconds)}
    />
  </section>
{/if}
{#if lay.used}
  <section>
    <FigureLine figure={lay.used} large />
    {#if lay.buy}<FigureLine figure={lay.buy} />{/if}
    {#if lay.price}<FigureLine figure={lay.price} />{/if}
  </section>
{/if}
{#if judged && item}
  <PieceNumbers {item} {judged} />
{:else if Object.keys(hand.placed).length}
  <p class="eyebrow">
    Choose a piece (or step through them with the keys [ and ]) to read its ruler numbers. Drag it,
    or nudge it with the arrow keys ({say(`[[${nudges[0]}]], with Shift [[${nudges[1]}]]`)}). Shift
    and a press, or Shift with the bracket keys, choose several.
  </p>
{/if}
{#if table.cut.length}
  <section class="flex flex-col gap-1">
    <h2 class="font-semibold">{table.cut.length} cut out already</h2>
    <CheckBox
      small
      label="The cloth was cut straight across behind them"
      checked={table.inputs.squared.includes(lay.role)}
      set={(squared) => table.hold({ squared })}
    />
    <button class="btn btn-xs self-start" onclick={putBack}
      >{back ? 'What is left lies in the cupboard' : 'Put what is left into the cupboard'}</button
    >
    {#if back}
      <a class="link" href="/cupboard/{back}" onclick={route.follow}>Look at it there</a>
    {/if}
  </section>
{/if}
<FindingList
  findings={table.findings}
  mend={table.mend}
  offers={table.stage.value?.offers}
  point={(finding) => (table.pointed = finding)}
/>
{#if lay.cloth && !table.laying}
  <section class="flex flex-col gap-1">
    <CheckBox
      small
      label="Let pieces find fold, edge, stripe and neighbour"
      checked={hand.snap}
      set={(on) => (hand.snap = on)}
    />
    <LengthField
      label="Room for the shears between pieces"
      mm={table.stage.value?.gap ?? 3}
      set={(mm) => making.gap(mm ?? 0)}
    />
  </section>
{/if}
{#if lay.complete && !table.findings.length}
  <p>Every piece lies on the grain, inside the cloth, and clear of the others.</p>
{/if}
