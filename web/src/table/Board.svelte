<script lang="ts">
  // The drawing surface shared by all stages: pan, zoom to the pointer, fit, rulers, keyboard.
  import type { Snippet } from 'svelte';
  import Maximize from '@lucide/svelte/icons/maximize';
  import Minus from '@lucide/svelte/icons/minus';
  import Plus from '@lucide/svelte/icons/plus';

  import { here } from '../parts/session.svelte';
  import type { Box } from './draw';
  import { rulerTicks } from './ruler';

  let {
    bounds,
    label,
    children,
    over,
    onkey,
    upward = null,
    grid = true,
  }: {
    /** What to show when the drawing is fitted, mm. */
    bounds: Box;
    label: string;
    /** The drawing; gets mm per screen pixel. */
    children: Snippet<[number]>;
    /** Things laid over the board, at its upper left. */
    over?: Snippet;
    /** Keys for the stage; true when it used the key. */
    onkey?: (event: KeyboardEvent) => boolean;
    /** On cloth the vertical ruler counts upwards from this y. */
    upward?: number | null;
    grid?: boolean;
  } = $props();

  const RULER = 24;
  const id = $props.id();
  let width = $state(900);
  let height = $state(600);
  // The view: where the upper left corner lies (mm) and how many pixels a mm has.
  let view = $state({ x: 0, y: 0, scale: 1 });
  let moved = $state(false);
  let pointer = $state<{ x: number; y: number } | null>(null);
  let held: { x: number; y: number; id: number } | null = null;
  // Fingers on the board, where each is and what it came down on.
  let fingers: { id: number; x: number; y: number; on: EventTarget | null }[] = [];
  let svg: SVGSVGElement;

  const fitted = $derived.by(() => {
    const room = 30;
    const scale = Math.min(
      (width - RULER - 2 * room) / Math.max(bounds.width, 1),
      (height - RULER - 2 * room) / Math.max(bounds.height, 1),
    );
    const safe = Math.max(scale, 0.02);
    return {
      scale: safe,
      x: bounds.x - ((width + RULER) / safe - bounds.width) / 2,
      y: bounds.y - ((height + RULER) / safe - bounds.height) / 2,
    };
  });
  $effect(() => {
    if (!moved) view = fitted;
  });

  export function fit() {
    moved = false;
    view = fitted;
  }

  function zoom(factor: number, at = { x: width / 2, y: height / 2 }) {
    const scale = Math.min(12, Math.max(0.03, view.scale * factor));
    view = {
      scale,
      x: view.x + at.x / view.scale - at.x / scale,
      y: view.y + at.y / view.scale - at.y / scale,
    };
    moved = true;
  }

  function pan(dx: number, dy: number) {
    view = { ...view, x: view.x - dx / view.scale, y: view.y - dy / view.scale };
    moved = true;
  }

  function place(event: PointerEvent | WheelEvent) {
    const box = svg.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  }

  function wheel(event: WheelEvent) {
    event.preventDefault();
    if (event.shiftKey) pan(-event.deltaY, 0);
    else zoom(Math.exp(-event.deltaY * 0.0014), place(event));
  }

  /** The middle between two fingers, and how far they are apart. */
  function spread() {
    const [a, b] = fingers;
    return {
      x: (a!.x + b!.x) / 2,
      y: (a!.y + b!.y) / 2,
      apart: Math.max(1, Math.hypot(a!.x - b!.x, a!.y - b!.y)),
    };
  }

  // Two fingers move and zoom the board, whatever lies under them: seen before anybody else sees it.
  function fingerDown(event: PointerEvent) {
    if (event.pointerType !== 'touch') return;
    fingers.push({ id: event.pointerId, ...place(event), on: event.target });
    if (fingers.length < 2) return;
    event.stopPropagation();
    held = null;
    // What the first finger had taken hold of is let go where it lay.
    for (const { id, on } of fingers)
      if (id !== event.pointerId)
        on?.dispatchEvent(new PointerEvent('pointercancel', { pointerId: id, bubbles: true }));
  }
  function fingerMove(event: PointerEvent) {
    const finger = fingers.find((each) => each.id === event.pointerId);
    if (!finger) return;
    if (fingers.length !== 2) return void Object.assign(finger, place(event));
    event.stopPropagation();
    const before = spread();
    Object.assign(finger, place(event));
    const now = spread();
    pan(now.x - before.x, now.y - before.y);
    zoom(now.apart / before.apart, now);
  }
  function fingerUp(event: PointerEvent) {
    // The event of our own that lets a piece go lifts no finger.
    if (event.isTrusted || fingers.length < 2)
      fingers = fingers.filter((each) => each.id !== event.pointerId);
  }

  function down(event: PointerEvent) {
    if (event.button > 1) return;
    held = { ...place(event), id: event.pointerId };
    svg.setPointerCapture(event.pointerId);
  }

  function move(event: PointerEvent) {
    const at = place(event);
    pointer = at;
    if (!held || held.id !== event.pointerId) return;
    pan(at.x - held.x, at.y - held.y);
    held = { ...at, id: held.id };
  }

  function keys(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (onkey?.(event)) return event.preventDefault();
    const step = event.shiftKey ? 200 : 50;
    const actions: Record<string, () => void> = {
      '+': () => zoom(1.25),
      '=': () => zoom(1.25),
      '-': () => zoom(0.8),
      '0': fit,
      ArrowLeft: () => pan(step, 0),
      ArrowRight: () => pan(-step, 0),
      ArrowUp: () => pan(0, step),
      ArrowDown: () => pan(0, -step),
    };
    const action = actions[event.key];
    if (action) {
      event.preventDefault();
      action();
    }
  }

  const across = $derived(rulerTicks(view.x, width, view.scale, here.unit, 1, 0));
  const along = $derived(
    upward === null
      ? rulerTicks(view.y, height, view.scale, here.unit, 1, 0)
      : rulerTicks(view.y, height, view.scale, here.unit, -1, upward),
  );
  const cell = $derived(here.unit === 'cm' ? 10 : 12.7);
</script>

<div class="relative h-full overflow-hidden" bind:clientWidth={width} bind:clientHeight={height}>
  <!-- The surface takes the focus because it is panned and zoomed by keys. -->
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
  <svg
    bind:this={svg}
    class="board"
    {width}
    {height}
    tabindex="0"
    role="application"
    aria-label="{label}. Arrow keys pan, plus and minus zoom, 0 fits."
    onwheel={wheel}
    onpointerdowncapture={fingerDown}
    onpointermovecapture={fingerMove}
    onpointerupcapture={fingerUp}
    onpointercancelcapture={fingerUp}
    onpointerdown={down}
    onpointermove={move}
    onpointerup={() => (held = null)}
    onpointercancel={() => (held = null)}
    onpointerleave={() => (pointer = null)}
    onkeydown={keys}
  >
    <defs>
      <pattern id="{id}-grid" width={cell} height={cell} patternUnits="userSpaceOnUse">
        <path d="M{cell} 0H0V{cell}" class="gridline" />
      </pattern>
      <radialGradient
        id="{id}-near"
        gradientUnits="userSpaceOnUse"
        cx={pointer?.x ?? -999}
        cy={pointer?.y ?? -999}
        r="150"
      >
        <stop offset="0" stop-color="#fff" stop-opacity="0.9" />
        <stop offset="1" stop-color="#fff" stop-opacity="0" />
      </radialGradient>
      <mask id="{id}-mask" maskUnits="userSpaceOnUse" x="0" y="0" {width} {height}>
        <rect {width} {height} fill="url(#{id}-near)" />
      </mask>
    </defs>
    <g transform="scale({view.scale}) translate({-view.x} {-view.y})">
      {@render children(1 / view.scale)}
    </g>
    {#if grid && view.scale > 0.25 && pointer}
      <g mask="url(#{id}-mask)" class="pointer-events-none">
        <g transform="scale({view.scale}) translate({-view.x} {-view.y})">
          <rect
            x={view.x}
            y={view.y}
            width={width / view.scale}
            height={height / view.scale}
            fill="url(#{id}-grid)"
          />
        </g>
      </g>
    {/if}
    <g class="ruler" aria-hidden="true">
      <rect {width} height={RULER} />
      {#each across as tick (tick.at)}
        <path d="M{tick.at} {RULER}v{tick.text === null ? -5 : -9}" />
        {#if tick.text !== null}<text x={tick.at + 3} y="12">{tick.text}</text>{/if}
      {/each}
      <rect width={RULER} {height} />
      {#each along as tick (tick.at)}
        <path d="M{RULER} {tick.at}h{tick.text === null ? -5 : -9}" />
        {#if tick.text !== null}
          <text x="10" y={tick.at - 3} transform="rotate(-90 10 {tick.at - 3})">{tick.text}</text>
        {/if}
      {/each}
      <rect width={RULER} height={RULER} />
      <text x="5" y="16">{here.unit}</text>
    </g>
  </svg>
  {#if over}<div class="pointer-events-none absolute bottom-3 left-9">{@render over()}</div>{/if}
  <div class="absolute right-3 bottom-3 flex gap-1">
    <button class="btn btn-sm btn-square" title="Zoom out (−)" onclick={() => zoom(0.8)}
      ><Minus size={16} /><span class="sr-only">Zoom out</span></button
    >
    <button class="btn btn-sm btn-square" title="Show everything (0)" onclick={fit}
      ><Maximize size={16} /><span class="sr-only">Show everything</span></button
    >
    <button class="btn btn-sm btn-square" title="Zoom in (+)" onclick={() => zoom(1.25)}
      ><Plus size={16} /><span class="sr-only">Zoom in</span></button
    >
  </div>
</div>

<style>
  .board {
    display: block;
    background: var(--board);
    cursor: grab;
    touch-action: none;
    user-select: none;
  }
  .board:active {
    cursor: grabbing;
  }
  .board:focus-visible {
    outline-offset: -3px;
  }
  .gridline {
    fill: none;
    stroke: var(--paper-grid);
    stroke-width: 1;
    vector-effect: non-scaling-stroke;
  }
  .ruler rect {
    fill: var(--color-secondary);
  }
  .ruler path {
    stroke: var(--color-secondary-content);
    fill: none;
  }
  .ruler text {
    font-size: 10.5px;
    fill: var(--color-secondary-content);
  }
</style>
