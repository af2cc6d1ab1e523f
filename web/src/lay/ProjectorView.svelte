<script lang="ts">
  // The lay thrown onto the cloth at its true size: corners first, then piece by piece; the screen asks for nothing
  // while it projects.
  import { onMount } from 'svelte';

  import { data, GET } from '../api/client';
  import type { Point, Schemas } from '../api/types';
  import { KeepAwake } from '../making/keepAwake.svelte';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import { theLay } from './lay.svelte';
  import { inTheLight, line, Projector, seen } from './projector.svelte';
  import ProjectorCorners from './ProjectorCorners.svelte';

  const table = theLay();
  const lay = table.lay!;
  const projector = new Projector(table.making.id, lay.role);
  new KeepAwake();
  let gone = $state<string[]>([]);
  let lists = $state.raw<Schemas['CutStage']['lists']>([]);
  onMount(() => {
    void projector.open(innerWidth, innerHeight);
    data(GET('/api/makings/{making_id}/cut', { params: { path: table.making.path } }))
      .then((stage) => (lists = stage.lists))
      .catch(() => {}); // without it nothing is known of what is cut
  });
  const list = $derived(lists.find((each) => each.role === lay.role));
  const cut = $derived(
    new Set([
      ...gone,
      ...(list?.items ?? [])
        .filter((each) => table.making.given.now(each.tick).state === 'done')
        .map((each) => each.item),
    ]),
  );
  const step = $derived(projector.step);
  const pieces = $derived(
    lay.placed
      .map((each) => table.itemOf(each.placement.item))
      .filter((each) => !!each)
      .map((each) => ({
        value: each.key,
        name: `${each.piece} ${each.name}, copy ${each.copy_number}, alone`,
      })),
  );
  const over = $derived(projector.shows && !step);
  const onScreen = (points: readonly Point[]) =>
    projector.found ? line(points.map((each) => seen(projector.found!, each))) : '';
  /** The pieces that the step's light falls on, the one in hand last. */
  const shown = $derived.by(() => {
    if (!step || !projector.found) return [];
    const order = [...lay.placed].sort(
      (a, b) => Number(a.placement.item === step.item) - Number(b.placement.item === step.item),
    );
    return order.flatMap((judged) => {
      const item = table.itemOf(judged.placement.item);
      if (!item || (projector.alone && projector.alone !== item.key)) return [];
      const through = (curves: typeof item.cutting) =>
        onScreen(inTheLight(curves, judged.matrix, step.window as Point, projector.found!));
      const grain = judged.numbers.line ?? item.grain;
      return [
        {
          key: item.key,
          here: item.key === step.item,
          gone: cut.has(item.key),
          cutting: through(item.cutting),
          stitching: through(item.stitching),
          grain: through([grain as never, [grain[1], grain[1]] as never]),
        },
      ];
    });
  });
  const item = $derived(step && table.itemOf(step.item));
  const numbers = $derived(
    step && lay.placed.find((each) => each.placement.item === step.item)?.numbers,
  );
  const SQUARE = 100;
  const square = $derived.by(() => {
    if (!projector.found) return '';
    const [, near, right] = projector.found.light as [number, number, number, number];
    const [x, y] = [right - SQUARE - 10, near + 10];
    return onScreen([
      [x, y],
      [x + SQUARE, y],
      [x + SQUARE, y + SQUARE],
      [x, y + SQUARE],
    ]);
  });
  const edges = $derived.by(() => {
    const found = projector.found;
    if (!found) return '';
    const [left, near, right, far] = found.light as [number, number, number, number];
    return onScreen([
      [left, far],
      [left, near],
      [right, near],
    ]);
  });

  /** On to the next piece: the one in the light is cut. */
  function next() {
    if (!step) return;
    if (step.part === step.parts && !projector.alone) {
      const known = list?.items.find((each) => each.item === step.item);
      if (known && list?.allowed && known.tick.state !== 'done')
        void table.making.tick([known.tick.key], true);
      gone = [...gone, step.item];
    }
    projector.go(1);
  }
  function back() {
    projector.go(-1);
  }
  const leave = () => {
    if (document.fullscreenElement) void document.exitFullscreen();
    route.go(`/making/${table.making.id}/lay/numbers`);
  };
  const whole = () => void document.documentElement.requestFullscreen?.().catch(() => {});
  async function show() {
    whole();
    await projector.show(cut);
  }
  function keys(event: KeyboardEvent) {
    if (!projector.shows) return;
    if (event.key === 'ArrowRight' || event.key === ' ') next();
    else if (event.key === 'ArrowLeft') back();
    else if (event.key === 'c') projector.shows = false;
    else if (event.key === 'f') whole();
    else return;
    event.preventDefault();
  }
</script>

<svelte:window onkeydown={keys} />

<div class="dark-room" data-theme="lamp">
  {#if projector.shows}
    <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
    <svg class="light" role="img" aria-label="The pieces in the light" onclick={next}>
      <polyline class="edges" points={edges} />
      {#each shown as piece (piece.key)}
        <g class={[piece.here && 'here', piece.gone && 'gone']} data-piece={piece.key}>
          <polygon class="cutting" points={piece.cutting} />
          <polygon class="stitching" points={piece.stitching} />
          <polyline class="grain" points={piece.grain} />
        </g>
      {/each}
      <polygon class="square" points={square} data-square />
    </svg>
    <div class="told">
      {#if step && item && numbers}
        <p class="name">
          {projector.alone ? '' : `${numbers.order}: `}{item.piece}
          {item.name}{step.parts > 1 ? `, part ${step.part} of ${step.parts}` : ''}
        </p>
        <p class={[step.move && 'move']}>{say(step.move || step.lies)}</p>
        {#if !projector.alone}<p>
            {numbers.edge}: {say(numbers.upper.text)} / {say(numbers.lower.text)}; cut end: {say(
              numbers.to_end.text,
            )}
          </p>{/if}
      {:else if over}
        <p class="name">Everything has been in the light.</p>
      {/if}
      <p class="quiet">
        10 cm square below right · tap or space: {projector.alone ? 'on' : 'it is cut, next'} · left arrow:
        back · c: corners
      </p>
    </div>
    <nav class="ways">
      <button class="btn btn-sm btn-ghost" disabled={!projector.at} onclick={back}>Back</button>
      <button class="btn btn-sm btn-ghost" onclick={() => (projector.shows = false)}>Corners</button
      >
      <button class="btn btn-sm btn-ghost" onclick={leave}>Leave</button>
    </nav>
  {:else}
    <ProjectorCorners {projector} {pieces} {show} {leave} />
  {/if}
</div>

<style>
  .dark-room {
    position: fixed;
    inset: 0;
    z-index: 50;
    background: #000;
    color: var(--ink);
    user-select: none;
  }
  .light {
    width: 100%;
    height: 100%;
    touch-action: none;
    cursor: none;
  }
  polygon,
  polyline {
    fill: none;
    stroke-linejoin: round;
  }
  .cutting {
    stroke: #6f7f8f;
    stroke-width: 2.5;
  }
  .stitching {
    stroke: #4c5966;
    stroke-width: 1.5;
    stroke-dasharray: 10 7;
  }
  .grain {
    stroke: #4c5966;
    stroke-width: 2;
  }
  .here .cutting {
    stroke: #fff;
    stroke-width: 5;
  }
  .here .stitching {
    stroke: #ffc857;
    stroke-width: 2.5;
  }
  .here .grain {
    stroke: #ff8f73;
    stroke-width: 3.5;
  }
  .gone:not(.here) {
    opacity: 0.4;
  }
  .edges {
    stroke: #5fd38d;
    stroke-width: 4;
  }
  .square {
    stroke: #7fc8ff;
    stroke-width: 2.5;
  }
  .told {
    position: absolute;
    top: 0.8rem;
    left: 1.2rem;
    max-width: 60vw;
    pointer-events: none;
    font-size: 1.2rem;
    text-shadow: 0 0 6px #000;
  }
  .name {
    font-size: 2rem;
    font-weight: 700;
  }
  .move {
    font-size: 1.45rem;
    color: #5fd38d;
  }
  .quiet {
    font-size: 0.9rem;
    opacity: 0.6;
  }
  .ways {
    position: absolute;
    top: 0.6rem;
    right: 0.8rem;
    opacity: 0.75;
  }
</style>
