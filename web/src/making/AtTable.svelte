<script lang="ts">
  // Table mode: one thing at a time, the piece drawn large as it lies, with a map of the cloth beside it; ticked by
  // a tap or a key. It keeps the screen awake where the browser can.
  import X from '@lucide/svelte/icons/x';
  import type { Snippet } from 'svelte';

  import type { Again, ClothMap } from '../api/types';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import { together } from '../parts/ticks';
  import ClothMapView from '../table/ClothMap.svelte';
  import SketchDrawing from '../table/SketchDrawing.svelte';
  import AgainList from './AgainList.svelte';
  import { TableRun } from './atTable.svelte';
  import { KeepAwake } from './keepAwake.svelte';
  import { theMaking } from './making.svelte';
  import { pieceOf, type Drawings, type Order } from './sheets';

  let {
    stage,
    orders,
    drawings,
    maps = [],
    cut = new Set<string>(),
    again = [],
    done,
    empty,
    first,
  }: {
    stage: 'cut' | 'mark';
    orders: readonly Order[];
    /** By role and item. */
    drawings: Drawings;
    maps?: readonly ClothMap[];
    /** What is cut already, by role and item. */
    cut?: ReadonlySet<string>;
    again?: readonly Again[];
    /** What ticking says: "It is cut", "It is marked". */
    done: string;
    /** Said while there is nothing to do yet. */
    empty: string;
    /** A line before the step in hand, about the piece of that role and item. */
    first?: Snippet<[string]>;
  } = $props();

  const making = theMaking();
  const awake = new KeepAwake();
  // svelte-ignore state_referenced_locally
  const run = new TableRun(making, stage, () => orders);
  let width = $state(600);
  let height = $state(500);

  const sheet = $derived(run.sheet);
  const step = $derived(run.step);
  const sketch = $derived(drawings[run.piece]);
  const map = $derived(maps.find((each) => each.role === run.piece.split('/')[0]));
  const tick = $derived(step && together(step.ticks.map((each) => making.given.now(each))));
  const onPiece = $derived(
    sheet?.steps.filter((each) => pieceOf(sheet, each) === run.piece && run.isDone(each)) ?? [],
  );
  const doneMarks = $derived(
    new Set(onPiece.map((each) => each.mark.replace(/\/end$/, '')).filter(Boolean)),
  );
  const tall = $derived(!!map && map.width > 1.2 * map.length);
  const faded = $derived(
    new Set([...cut].filter((id) => id.startsWith(`${map?.role}/`)).map((id) => id.split('/')[1]!)),
  );
  const box = $derived.by(() => {
    const [x0, y0, x1, y1] = sketch?.box ?? [0, 0, 100, 100];
    const room = 0.05 * Math.max(x1 - x0, y1 - y0) + 8;
    return { x: x0 - room, y: y0 - room, width: x1 - x0 + 2 * room, height: y1 - y0 + 2 * room };
  });
  const px = $derived(Math.max(box.width / Math.max(width, 1), box.height / Math.max(height, 1)));

  function keys(event: KeyboardEvent) {
    const on = event.target as HTMLElement;
    if (on.closest('input, textarea, select, button, a, summary')) return;
    if (event.key === ' ' || event.key === 'Enter') {
      if (step) run.tick();
      else if (run.nextOpen) run.turn(run.nextOpen.id);
    } else if (event.key === 'ArrowRight' || event.key === 'ArrowDown') run.stepBy(1);
    else if (event.key === 'ArrowLeft' || event.key === 'ArrowUp') run.stepBy(-1);
    else if (event.key === 'PageDown') run.beside(1);
    else if (event.key === 'PageUp') run.beside(-1);
    else if (event.key === 'Escape') route.go(`/making/${making.id}/${stage}`);
    else return;
    event.preventDefault();
  }
</script>

<svelte:window onkeydown={keys} />
<div class="table-mode" role="group" aria-label="Table mode">
  <header>
    <button
      class="btn"
      disabled={run.here === 0}
      onclick={() => run.beside(-1)}
      aria-label={run.order ? 'Tool before' : 'Piece before'}>‹</button
    >
    <h1 class="display">{sheet?.title ?? ''}</h1>
    <button
      class="btn"
      disabled={run.here >= run.sheets.length - 1}
      onclick={() => run.beside(1)}
      aria-label={run.order ? 'Next tool' : 'Next piece'}>›</button
    >
    <p class="grow under">{sheet?.under ?? ''}</p>
    {#if orders.length > 1}
      <div class="join" role="group" aria-label="Order">
        {#each orders as order, number (order.name)}
          <button
            class={['btn join-item order', run.order === number && 'btn-neutral']}
            aria-pressed={run.order === number}
            onclick={() => run.choose(number)}>{order.name}</button
          >
        {/each}
      </div>
    {/if}
    <p class="left" role="status">
      <strong>{run.ticked}</strong> of {run.count}{#if run.ticked < run.count}, {run.minutes} min left{/if}
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
  <progress class="progress progress-accent" value={run.ticked} max={Math.max(1, run.count)}
  ></progress>
  {#if awake.said}<p class="tip">{awake.said}</p>{/if}
  <AgainList {again} />
  {#if sheet}
    <div class="one">
      <div class={['drawing', tall && 'tall']}>
        <div class="piece" bind:clientWidth={width} bind:clientHeight={height}>
          {#if sketch}
            <svg
              viewBox="{box.x} {box.y} {box.width} {box.height}"
              role="img"
              aria-label="{sheet.title}{step ? `, ${say(step.title)} in hand` : ''}"
            >
              <SketchDrawing
                {sketch}
                {px}
                lit={step?.mark.replace(/\/end$/, '') ?? ''}
                done={doneMarks}
                large
              />
            </svg>
          {/if}
        </div>
        {#if map}
          <div class="map">
            <ClothMapView {map} next={run.piece.split('/')[1]} {faded} high={tall ? 380 : 190} />
          </div>
        {/if}
      </div>
      <div class="doing">
        {@render first?.(run.piece)}
        {#if step}
          <p class="number">{run.index + 1} of {sheet.steps.length}</p>
          <h2 class={['display', run.isDone(step) && 'struck']}>{say(step.title)}</h2>
          <p class="facts">{step.facts.filter(Boolean).map(say).join('; ')}</p>
          <ul class="how">
            {#each step.how as line, at (at)}<li>{say(line)}</li>{/each}
          </ul>
          {#if tick?.state === 'look'}<p class="tip">Another look: {say(tick.why)}</p>{/if}
        {:else}
          <p class="how" role="status">{sheet.over}</p>
        {/if}
      </div>
    </div>
    {#if sheet.steps.length > 1}<ol
        class="dots"
        aria-label="Steps of this {run.order ? 'tool' : 'piece'}"
      >
        {#each sheet.steps as each, number (each.ticks[0]?.key ?? number)}
          <li>
            <button
              class={['btn', run.isDone(each) && 'ticked', number === run.index && 'btn-neutral']}
              aria-label="{number + 1}: {say(each.title)}{run.isDone(each) ? ', done' : ''}"
              aria-current={number === run.index ? 'step' : undefined}
              onclick={() => (run.picked = number)}>{run.isDone(each) ? '✓' : number + 1}</button
            >
          </li>
        {/each}
      </ol>{/if}
    <div class="bar">
      <button class="btn btn-lg" onclick={() => run.stepBy(-1)} disabled={run.index === 0}
        >Back</button
      >
      {#if step}
        <button class="btn btn-lg btn-primary grow" onclick={() => run.tick()}
          >{run.isDone(step) ? 'Take the tick back' : (step.done ?? done)}</button
        >
      {:else if run.nextOpen}
        {@const other = run.nextOpen}
        <button class="btn btn-lg btn-primary grow" onclick={() => run.turn(other.id)}
          >Next: {other.title}</button
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
        onclick={() => run.stepBy(1)}
        disabled={run.index < 0 || run.index >= sheet.steps.length - 1}>Leave it</button
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
  header .order {
    font-size: 1.05rem;
  }
  h1 {
    flex: none;
    max-width: 40%;
    font-size: clamp(1.6rem, 3vw, 2.4rem);
    line-height: 1.05;
  }
  .under {
    min-width: 0;
  }
  .left {
    flex: none;
    max-width: 13rem;
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
    display: flex;
    flex-direction: column;
    gap: 0.4rem;
    min-height: 0;
  }
  .piece {
    flex: 1;
    min-height: 0;
    background: var(--board);
    border-radius: 6px;
  }
  .map {
    flex: none;
  }
  .drawing.tall {
    flex-direction: row;
  }
  .tall .map {
    align-self: end;
    width: 11rem;
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
  .number {
    margin-top: auto;
  }
  .doing > :last-child {
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
    font-size: 1.3rem;
    display: flex;
    gap: 0.3rem;
    overflow-x: auto;
    flex: none;
  }
  .dots .btn {
    min-width: 44px;
    height: 44px;
    padding: 0 0.4rem;
    font-size: 1.3rem;
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
