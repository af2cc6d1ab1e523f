<script lang="ts">
  // Tracing by hand: the way advised, and everything to draw, once round the piece.
  import type { TraceStage, TracedPiece } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import TickBox from '../parts/TickBox.svelte';
  import Choice from '../parts/Choice.svelte';

  let {
    piece,
    stage,
    choose,
    light,
  }: {
    piece: TracedPiece;
    stage: TraceStage;
    choose: (number: number) => void;
    light: (what: { mark: string; edge: string }) => void;
  } = $props();
  const making = theMaking();
  const ticks = $derived(stage.ticks[String(piece.number)]);
  const way = $derived(stage.ways.find((each) => each.piece === piece.number));
  const isDone = (key: string) => {
    const tick = ticks?.things[key];
    return tick !== undefined && making.given.now(tick).state === 'done';
  };
  const done = $derived(piece.todo.filter((thing) => isDone(thing.key)).length);
  const next = $derived(
    stage.traced.pieces.find((each) => stage.ticks[String(each.number)]?.piece.state !== 'done'),
  );
  // What is being ticked stays on the table, even when its last thing is done.
  function tickThem(keys: string[], on: boolean) {
    choose(piece.number);
    return making.tick(keys, on);
  }
  const open = $derived(
    piece.todo
      .filter((thing) => !isDone(thing.key))
      .map((thing) => ticks?.things[thing.key]?.key ?? ''),
  );
</script>

<section>
  <Choice
    label="Piece"
    bare
    value={piece.number}
    options={stage.traced.pieces.map((each) => ({
      value: each.number,
      name: `${each.number} ${each.name}${
        stage.ticks[String(each.number)]?.piece.state === 'done' ? ', traced' : ''
      }`,
    }))}
    set={choose}
  />
</section>
<section>
  <h2 class="display mb-1 text-base">To draw: {done} of {piece.todo.length} done</h2>
  <ol>
    {#each piece.todo as thing (thing.key)}
      {@const tick = ticks?.things[thing.key]}
      {#if tick}
        <li
          class="thing"
          onpointerenter={() => light({ mark: thing.mark, edge: thing.edge })}
          onpointerleave={() => light({ mark: '', edge: '' })}
          onfocusin={() => light({ mark: thing.mark, edge: thing.edge })}
        >
          <TickBox
            tick={making.given.now(tick)}
            label={say(thing.what)}
            toggle={(on) => tickThem([tick.key], on)}
          />
        </li>
      {/if}
    {/each}
  </ol>
  {#if open.length}
    <button class="btn btn-xs mt-2" onclick={() => tickThem(open, true)}
      >Tick all {open.length} that are left</button
    >
  {:else}
    <p class="mt-2"><strong>Nothing is forgotten on this piece.</strong></p>
    {#if next}
      <button class="btn btn-sm btn-primary mt-1" onclick={() => choose(next.number)}
        >Next: {next.number} {next.name}</button
      >
    {/if}
  {/if}
  {#if piece.left_out.length}
    <p class="eyebrow mt-1">
      Left out on purpose: {piece.left_out.map((mark) => mark.name).join(', ')} (another view).
    </p>
  {/if}
</section>
{#if way}
  <section>
    <h2 class="display text-base">How: {way.way}</h2>
    <p>{way.how}</p>
    <p class="eyebrow">{way.because}</p>
    {#if way.missing}<p class="missing">{way.missing}</p>{/if}
    {#each way.passed as passed (passed)}<p class="eyebrow">{passed}</p>{/each}
    <ul class="mt-1 list-disc pl-5">
      {#each way.preparation as step (step)}<li>{step}</li>{/each}
    </ul>
    <a class="link mt-1 inline-block" href="/people" onclick={route.follow}>Tools at hand</a>
  </section>
{:else if piece.advice}
  <section>
    <h2 class="display text-base">No tracing needed</h2>
    <p>{say(piece.advice.because)}</p>
  </section>
{/if}

<style>
  .thing {
    border-bottom: 1px solid var(--color-base-300);
  }
  .thing:hover {
    background: var(--color-base-200);
  }
  .missing {
    border-left: 3px dashed var(--doubt);
    padding-left: 0.6rem;
  }
</style>
