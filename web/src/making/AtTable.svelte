<script lang="ts">
  // Table mode: one piece at a time, drawn large, with the next thing to do in hand; ticked by a tap or a key. It
  // goes on where it was left, on this screen or another, and keeps the screen awake where the browser can.
  import X from '@lucide/svelte/icons/x';
  import type { Snippet } from 'svelte';

  import type { Sketch, Tick } from '../api/types';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import SketchDrawing from '../table/SketchDrawing.svelte';
  import { KeepAwake } from './keepAwake.svelte';
  import { theMaking } from './making.svelte';

  interface Step {
    tick: Tick;
    title: string;
    how: readonly string[];
    /** Short facts: layers, colour, passes. */
    facts: readonly string[];
    minutes: number;
    /** What it is on the drawing. */
    mark: string;
  }
  export interface Sheet {
    id: string;
    title: string;
    under: string;
    steps: readonly Step[];
    sketch: Sketch;
    /** Said when all of it is ticked. */
    over: string;
  }
  let {
    stage,
    sheets,
    done,
    empty,
    first,
    waits = () => false,
    pass = () => {},
  }: {
    stage: 'cut' | 'mark';
    sheets: readonly Sheet[];
    /** What ticking says: "Cut", "Marked". */
    done: string;
    /** Said while there is nothing to do yet. */
    empty: string;
    /** Something to be done before anything else of a piece, as long as it waits for it. */
    first?: Snippet<[Sheet]>;
    waits?: (sheet: Sheet) => boolean;
    /** Go on without it. */
    pass?: (sheet: Sheet) => void;
  } = $props();

  const making = theMaking();
  const awake = new KeepAwake();
  const name = $derived(`dove-tack/at-table/${making.id}/${stage}`);
  const isDone = (step: Step) => making.given.now(step.tick).state === 'done';
  const open = (sheet: Sheet) => sheet.steps.some((step) => !isDone(step));

  function left(): string {
    try {
      return localStorage.getItem(name) ?? '';
    } catch {
      return '';
    }
  }
  // The piece in hand: where it was left, else the first with something left to do.
  // svelte-ignore state_referenced_locally
  let at = $state(
    [left()].find((id) => sheets.some((each) => each.id === id && open(each))) ??
      sheets.find(open)?.id ??
      sheets[0]?.id ??
      '',
  );
  let picked = $state<number | null>(null);
  let width = $state(600);
  let height = $state(500);

  const here = $derived(
    Math.max(
      0,
      sheets.findIndex((each) => each.id === at),
    ),
  );
  const sheet = $derived(sheets[here]);
  const next = $derived(sheet?.steps.findIndex((step) => !isDone(step)) ?? -1);
  const index = $derived(picked ?? next);
  const waiting = $derived(!!sheet && waits(sheet));
  const step = $derived(index >= 0 ? sheet?.steps[index] : undefined);
  const all = $derived(sheets.flatMap((each) => each.steps));
  const ticked = $derived(all.filter(isDone).length);
  const minutes = $derived(
    Math.ceil(all.filter((each) => !isDone(each)).reduce((sum, each) => sum + each.minutes, 0)),
  );
  const doneMarks = $derived(
    new Set(sheet?.steps.filter(isDone).map((each) => each.mark.replace(/\/end$/, '')) ?? []),
  );
  const box = $derived.by(() => {
    const [x0, y0, x1, y1] = sheet?.sketch.box ?? [0, 0, 100, 100];
    const room = 0.05 * Math.max(x1 - x0, y1 - y0) + 8;
    return { x: x0 - room, y: y0 - room, width: x1 - x0 + 2 * room, height: y1 - y0 + 2 * room };
  });
  const px = $derived(Math.max(box.width / Math.max(width, 1), box.height / Math.max(height, 1)));

  function turn(id: string) {
    at = id;
    picked = null;
    try {
      localStorage.setItem(name, id);
    } catch {
      // It begins with the first open piece next time.
    }
  }
  const beside = (by: number) => {
    const other = sheets[here + by];
    if (other) turn(other.id);
  };
  const nextOpen = $derived(
    [...sheets.slice(here + 1), ...sheets.slice(0, here)].find((each) => open(each)),
  );

  function tick() {
    if (!step || !sheet) return;
    const on = !isDone(step);
    void making.tick([step.tick.key], on);
    // What was picked out of order leads back to the first that is left.
    picked = on ? null : index;
  }
  function step_(by: number) {
    if (!sheet) return;
    const from = index < 0 ? sheet.steps.length : index;
    picked = Math.min(sheet.steps.length - 1, Math.max(0, from + by));
  }
  function keys(event: KeyboardEvent) {
    const on = event.target as HTMLElement;
    if (on.closest('input, textarea, select, button, a')) return;
    if (waiting) return;
    if (event.key === ' ' || event.key === 'Enter') {
      if (step) tick();
      else if (nextOpen) turn(nextOpen.id);
    } else if (event.key === 'ArrowRight' || event.key === 'ArrowDown') step_(1);
    else if (event.key === 'ArrowLeft' || event.key === 'ArrowUp') step_(-1);
    else if (event.key === 'PageDown') beside(1);
    else if (event.key === 'PageUp') beside(-1);
    else if (event.key === 'Escape') route.go(`/making/${making.id}/${stage}`);
    else return;
    event.preventDefault();
  }
</script>

<svelte:window onkeydown={keys} />
<div class="table-mode" role="group" aria-label="Table mode">
  <header>
    <button class="btn" disabled={here === 0} onclick={() => beside(-1)} aria-label="Piece before"
      >‹</button
    >
    <h1 class="display">{sheet?.title ?? ''}</h1>
    <button
      class="btn"
      disabled={here >= sheets.length - 1}
      onclick={() => beside(1)}
      aria-label="Next piece">›</button
    >
    <p class="grow under">{sheet?.under ?? ''}</p>
    <p class="left" role="status">
      <strong>{ticked}</strong> of {all.length}{#if ticked < all.length}, {minutes} min left{/if}
      {#if making.given.waiting}
        <span class="kept">{making.given.waiting} kept here</span>
      {/if}
    </p>
    <a
      class="btn btn-square"
      href="/making/{making.id}/{stage}"
      onclick={route.follow}
      aria-label="Leave table mode"><X size={26} /></a
    >
  </header>
  <progress class="progress progress-accent" value={ticked} max={Math.max(1, all.length)}
  ></progress>
  {#if awake.said}<p class="tip">{awake.said}</p>{/if}
  {#if sheet}
    <div class="one">
      <div class="drawing" bind:clientWidth={width} bind:clientHeight={height}>
        <svg
          viewBox="{box.x} {box.y} {box.width} {box.height}"
          role="img"
          aria-label="{sheet.title}{step ? `, ${say(step.title)} in hand` : ''}"
        >
          <SketchDrawing
            sketch={sheet.sketch}
            {px}
            lit={step?.mark.replace(/\/end$/, '') ?? ''}
            done={doneMarks}
            large
          />
        </svg>
      </div>
      <div class="doing">
        {#if first && waiting}
          {@render first(sheet)}
        {:else if step}
          <p class="number">{index + 1} of {sheet.steps.length}</p>
          <h2 class={['display', isDone(step) && 'struck']}>{say(step.title)}</h2>
          <p class="facts">{step.facts.filter(Boolean).map(say).join('; ')}</p>
          <ul class="how">
            {#each step.how as line (line)}<li>{say(line)}</li>{/each}
          </ul>
          {#if making.given.now(step.tick).state === 'look'}
            <p class="tip">Another look: {say(step.tick.why)}</p>
          {/if}
        {:else}
          <p class="how" role="status">{sheet.over}</p>
        {/if}
      </div>
    </div>
    {#if sheet.steps.length > 1}<ol class="dots" aria-label="Steps of this piece">
        {#each sheet.steps as each, number (each.tick.key)}
          <li>
            <button
              class={['btn', isDone(each) && 'ticked', number === index && 'btn-neutral']}
              aria-label="{number + 1}: {say(each.title)}{isDone(each) ? ', done' : ''}"
              aria-current={number === index ? 'step' : undefined}
              onclick={() => (picked = number)}>{isDone(each) ? '✓' : number + 1}</button
            >
          </li>
        {/each}
      </ol>{/if}
    <div class="bar">
      <button class="btn btn-lg" onclick={() => step_(-1)} disabled={index === 0}>Back</button>
      {#if waiting}
        <button class="btn btn-lg grow" onclick={() => pass(sheet)}>Go on without</button>
      {:else if step}
        <button class="btn btn-lg btn-primary grow" onclick={tick}
          >{isDone(step) ? 'Take the tick back' : done}</button
        >
      {:else if nextOpen}
        <button class="btn btn-lg btn-primary grow" onclick={() => turn(nextOpen.id)}
          >Next: {nextOpen.title}</button
        >
      {:else}
        <a
          class="btn btn-lg btn-primary grow"
          href="/making/{making.id}/{stage}"
          onclick={route.follow}>All is ticked</a
        >
      {/if}
      <button
        class="btn btn-lg"
        onclick={() => step_(1)}
        disabled={index < 0 || index >= sheet.steps.length - 1}>Leave it</button
      >
    </div>
  {:else}
    <p class="how" role="status">{empty}</p>
    <div class="bar">
      <a class="btn btn-lg" href="/making/{making.id}/{stage}" onclick={route.follow}
        >Back to the list</a
      >
    </div>
  {/if}
</div>

<style>
  .table-mode {
    display: flex;
    flex-direction: column;
    gap: 0.5rem;
    height: 100%;
    padding: 0.7rem 1.1rem 0.9rem;
    background: var(--color-base-100);
  }
  header {
    display: flex;
    align-items: center;
    gap: 0.7rem;
  }
  header .btn {
    min-width: 48px;
    min-height: 48px;
    font-size: 1.6rem;
  }
  h1 {
    flex: none;
    max-width: 46%;
    font-size: clamp(1.6rem, 3vw, 2.4rem);
    line-height: 1.05;
  }
  .under,
  .left {
    font-size: clamp(1rem, 1.7vw, 1.35rem);
  }
  .kept {
    border-left: 4px dashed var(--doubt);
    padding-left: 0.5rem;
    margin-left: 0.5rem;
  }
  .progress {
    flex: none;
    height: 10px;
  }
  .tip {
    padding: 0.2rem 0.8rem;
    border-left: 4px dashed var(--doubt);
  }
  .one {
    display: grid;
    grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr);
    gap: 1.2rem;
    flex: 1;
    min-height: 0;
  }
  .drawing {
    min-height: 0;
    background: var(--board);
    border-radius: 6px;
  }
  svg {
    display: block;
    width: 100%;
    height: 100%;
  }
  .doing {
    overflow-y: auto;
    display: flex;
    flex-direction: column;
    gap: 0.6rem;
  }
  .doing > :global(:first-child) {
    margin-top: auto;
  }
  .doing > :global(:last-child) {
    margin-bottom: auto;
  }
  .number {
    color: var(--ink-soft);
    font-size: 1.2rem;
  }
  h2 {
    font-size: clamp(2.1rem, 4.6vw, 3.6rem);
    line-height: 1.08;
    overflow-wrap: anywhere;
  }
  .struck {
    text-decoration: line-through;
    text-decoration-thickness: 2px;
  }
  .facts {
    font-size: clamp(1.2rem, 2.2vw, 1.8rem);
    font-weight: 620;
    line-height: 1.25;
  }
  .how {
    font-size: clamp(1.2rem, 2.1vw, 1.7rem);
    line-height: 1.3;
  }
  .how li + li {
    margin-top: 0.25rem;
  }
  .dots {
    display: flex;
    gap: 0.3rem;
    overflow-x: auto;
    flex: none;
  }
  .dots .btn {
    min-width: 44px;
    height: 44px;
    padding: 0 0.4rem;
    font-size: 1.1rem;
  }
  .ticked {
    color: var(--ink-soft);
  }
  .bar {
    display: flex;
    gap: 0.7rem;
  }
  .bar .btn {
    min-height: 60px;
    font-size: 1.35rem;
  }
</style>
