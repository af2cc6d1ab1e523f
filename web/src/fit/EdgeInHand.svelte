<script lang="ts">
  // The chosen edge: lit, with its name and length; its pins; the handles to pull it by.
  import type { FitStage, Point, WorkingPiece } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import { formatLength } from '../parts/length';
  import { here } from '../parts/session.svelte';
  import { pathData } from '../table/draw';
  import { theHand, type Pull } from './hand.svelte';
  import { lengthOf, placeAt, snapped } from './near';
  import { pulled } from './ways';

  let {
    stage,
    piece,
    edge,
    px,
  }: { stage: FitStage; piece: WorkingPiece; edge: string; px: number } = $props();

  const making = theMaking();
  const hand = theHand();
  const drawn = $derived(piece.shape.edges.find((each) => each.name === edge));
  const long = $derived(drawn ? lengthOf(drawn.path) : 0);
  const offer = $derived(
    stage.edges.find((each) => each.piece === piece.number && each.edge === edge),
  );
  const middle = $derived(drawn && placeAt(drawn.path, long / 2));
  const tapped = $derived(Math.min(0.95, Math.max(0.05, hand.chosen?.share ?? 0.5)));
  const handles = $derived([
    ['start', 0],
    ['point', tapped],
    ['end', 1],
  ] as const);
  const WORDS = { start: 'Beginning', point: 'Middle', end: 'End' };

  let layer: SVGGElement | undefined = $state();
  let held = $state.raw<{ pull: Pull; from: Point; along: number; out: number } | null>(null);

  function mm(event: PointerEvent): Point {
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(
      layer!.getScreenCTM()!.inverse(),
    );
    return [at.x, at.y];
  }
  function grab(event: PointerEvent, part: Pull['part'], share: number) {
    if (event.button > 0) return;
    event.stopPropagation();
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    held = {
      pull: { piece: piece.number, edge, part, share },
      from: mm(event),
      along: 0,
      out: 0,
    };
  }
  function drag(event: PointerEvent) {
    if (!held || !drawn) return;
    event.stopPropagation();
    const [x, y] = mm(event);
    const { way } = placeAt(drawn.path, held.pull.share * long);
    const [dx, dy] = [x - held.from[0], y - held.from[1]];
    // Out is to the left of the way the outline is walked, along only at the ends.
    const out = dx * way[1] - dy * way[0];
    const ends = held.pull.part === 'start' || held.pull.part === 'end';
    const along = ends ? dx * way[0] + dy * way[1] : 0;
    const step = here.unit === 'cm' ? 5 : 6.35;
    const near = event.altKey ? 0 : 6 * px;
    const whole = held.pull.part === 'end' ? long : null;
    held = { ...held, ...snapped(along, out, whole, step, near) };
    pull(held);
  }
  function pull(by: NonNullable<typeof held>) {
    const changes = pulled(by.pull, by.along, by.out, stage.fitted.size)(making.inputs.fit.changes);
    void hand.look(changes);
  }
  async function drop(event: PointerEvent) {
    if (!held) return;
    event.stopPropagation();
    await made(held);
  }
  async function made(by: NonNullable<typeof held>) {
    if (by.along || by.out)
      await making.edit('fit', (now) => ({
        changes: pulled(by.pull, by.along, by.out, stage.fitted.size)(now.changes),
      }));
    // Another pull may have begun while this one was saved.
    if (held === by) held = null;
    if (!held) hand.looked();
  }
  /** The same by keys: 1 mm, with Shift 1 cm; up and right are out, along is left and down. */
  function keys(event: KeyboardEvent, part: Pull['part'], share: number) {
    const step = event.shiftKey ? 10 : 1;
    const ways: Record<string, [number, number]> = {
      ArrowUp: [0, step],
      ArrowDown: [0, -step],
      ArrowRight: [step, 0],
      ArrowLeft: [-step, 0],
    };
    const by = ways[event.key];
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    const pull = { piece: piece.number, edge, part, share };
    void made({ pull, from: [0, 0], along: part === 'point' ? 0 : by[0], out: by[1] });
  }
  const said = $derived.by(() => {
    if (!held) return '';
    const show = (value: number) => formatLength(Math.abs(value), here.unit);
    const ways = [
      held.out && `${show(held.out)} ${held.out > 0 ? 'out' : 'in'}`,
      held.along && `${show(held.along)} ${held.along > 0 ? 'on' : 'back'}`,
    ].filter(Boolean);
    return ways.join(', ') || 'where it was';
  });
  const pins = $derived.by(() => {
    const change = hand.pinning === null ? null : making.inputs.fit.changes[hand.pinning];
    if (change?.kind !== 'width' || !offer || !drawn) return [];
    return (change.pins ?? [])
      .map((pin) => (offer.backwards ? offer.long - pin.at + offer.begins : pin.at - offer.begins))
      .filter((along) => along >= 0 && along <= long)
      .map((along) => placeAt(drawn.path, along));
  });
</script>

{#if drawn}
  <g bind:this={layer}>
    <path d={pathData(drawn.path)} class="in-hand" />
    {#if hand.pulling}
      <!-- Taken hold of between its handles the whole edge moves; by keys there is a field for it. -->
      <path
        d={pathData(drawn.path)}
        class="whole"
        role="presentation"
        onpointerdown={(event) => grab(event, 'whole', tapped)}
        onpointermove={drag}
        onpointerup={drop}
        onpointercancel={() => {
          held = null;
          hand.looked();
        }}
      />
    {/if}
    {#each pins as { at, way }, index (index)}
      <path
        d="M{at[0] - way[1] * 9 * px} {at[1] + way[0] * 9 * px}L{at[0] + way[1] * 9 * px} {at[1] -
          way[0] * 9 * px}"
        class="needle"
      />
      <circle cx={at[0] + way[1] * 9 * px} cy={at[1] - way[0] * 9 * px} r={4 * px} class="head" />
    {/each}
    {#if hand.pulling}
      {#each handles as [part, share] (part)}
        {@const { at, way } = placeAt(drawn.path, share * long)}
        {@const mine = held?.pull.part === part ? held : null}
        {@const along = mine?.along ?? 0}
        {@const out = mine?.out ?? 0}
        <circle
          cx={at[0] + way[0] * along + way[1] * out}
          cy={at[1] + way[1] * along - way[0] * out}
          r={7 * px}
          class="handle"
          role="button"
          tabindex="0"
          aria-label="{WORDS[
            part
          ]} of the {edge}. Arrow up moves it out, down in, right on, left back."
          onpointerdown={(event) => grab(event, part, share)}
          onpointermove={drag}
          onpointerup={drop}
          onpointercancel={() => {
            held = null;
            hand.looked();
          }}
          onkeydown={(event) => keys(event, part, share)}
        />
      {/each}
    {/if}
    {#if middle}
      <text
        x={middle.at[0] - middle.way[1] * 14 * px}
        y={middle.at[1] + middle.way[0] * 14 * px}
        font-size={12 * px}
        stroke-width={3 * px}
        text-anchor={middle.way[1] > 0.4 ? 'end' : middle.way[1] < -0.4 ? 'start' : 'middle'}
        class="says">{held ? said : `${edge}, ${formatLength(Math.round(long), here.unit)}`}</text
      >
    {/if}
  </g>
{/if}

<style>
  .in-hand {
    fill: none;
    stroke: var(--thread);
    stroke-width: 4;
    stroke-linecap: round;
    vector-effect: non-scaling-stroke;
    opacity: 0.85;
    pointer-events: none;
  }
  .whole {
    fill: none;
    stroke: transparent;
    stroke-width: 18;
    vector-effect: non-scaling-stroke;
    pointer-events: stroke;
    cursor: move;
    touch-action: none;
  }
  .needle {
    stroke: var(--ink);
    stroke-width: 1.6;
    vector-effect: non-scaling-stroke;
  }
  .head {
    fill: var(--thread);
  }
  .handle {
    fill: var(--paper);
    stroke: var(--thread);
    stroke-width: 2.5;
    vector-effect: non-scaling-stroke;
    cursor: grab;
    touch-action: none;
  }
  .says {
    fill: var(--ink);
    paint-order: stroke;
    stroke: var(--paper);
    font-weight: 650;
    pointer-events: none;
  }
</style>
