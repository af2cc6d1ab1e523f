<script lang="ts">
  // The drawing surface shared by all stages: pan, zoom to the pointer, fit, rulers, keyboard. Where taps set
  // points, keys do so too: the board is moved under a cross in its middle, and Enter sets one there.
  import type { Snippet } from 'svelte';
  import Maximize from '@lucide/svelte/icons/maximize';
  import Minus from '@lucide/svelte/icons/minus';
  import Plus from '@lucide/svelte/icons/plus';

  import { here } from '../parts/session.svelte';
  import type { Box } from './draw';
  import { GAP, readable, rulerTicks } from './ruler';

  let {
    bounds,
    label,
    children,
    over,
    onkey,
    onpoint,
    onhover,
    upward = null,
    grid = true,
    rulers = true,
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
    /** A tap or click on the board that did not move it, mm; and mm per screen pixel. */
    onpoint?: (at: [number, number], px: number) => void;
    /** Where the pointer is, mm and pixels; null when it left. */
    onhover?: (at: { mm: [number, number]; px: [number, number]; touch: boolean } | null) => void;
    /** On cloth the vertical ruler counts upwards from this y. */
    upward?: number | null;
    grid?: boolean;
    /** Off where the board has no measure yet. */
    rulers?: boolean;
  } = $props();

  const RULER = 24;
  const id = $props.id();
  let width = $state(900);
  let height = $state(600);
  // The view: where the upper left corner lies (mm) and how many pixels a mm has.
  let view = $state({ x: 0, y: 0, scale: 1 });
  let moved = $state(false);
  let pointer = $state<{ x: number; y: number } | null>(null);
  // The cross that stands for the pointer while the board is used by keys.
  let crossed = $state(false);
  let held: { x: number; y: number; id: number } | null = null;
  // Where the hold began, while it has not moved the board.
  let tapped: { x: number; y: number } | null = null;
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

  function zoom(factor: number, at: { x: number; y: number } = middle) {
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
    tapped = place(event);
    svg.setPointerCapture(event.pointerId);
  }

  function move(event: PointerEvent) {
    const at = place(event);
    pointer = at;
    crossed = false;
    hover(at, event.pointerType === 'touch');
    if (tapped && Math.hypot(at.x - tapped.x, at.y - tapped.y) > 5) tapped = null;
    if (tapped && onpoint) return; // a hand that trembles does not move the board
    if (!held || held.id !== event.pointerId) return;
    pan(at.x - held.x, at.y - held.y);
    held = { ...at, id: held.id };
  }

  const inMm = (at: { x: number; y: number }): [number, number] => [
    view.x + at.x / view.scale,
    view.y + at.y / view.scale,
  ];
  const middle = $derived({
    x: Math.round((width + RULER) / 2),
    y: Math.round((height + RULER) / 2),
  });
  function hover(at: { x: number; y: number }, touch = false) {
    onhover?.({ mm: inMm(at), px: [at.x, at.y], touch });
  }

  function up(event: PointerEvent) {
    if (held && tapped && fingers.length === 0) onpoint?.(inMm(place(event)), 1 / view.scale);
    held = tapped = null;
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
    const byCross: typeof actions = {
      h: () => pan(1, 0),
      l: () => pan(-1, 0),
      k: () => pan(0, 1),
      j: () => pan(0, -1),
      Enter: () => crossed && onpoint?.(inMm(middle), 1 / view.scale),
    };
    const action = actions[event.key] ?? (onpoint ? byCross[event.key] : undefined);
    if (!action) return;
    event.preventDefault();
    action();
    if (!onpoint) return;
    crossed = true;
    hover(middle);
  }

  const across = $derived(
    readable(rulerTicks(view.x, width, view.scale, here.unit, 1, 0), RULER, width, 1),
  );
  const along = $derived.by(() => {
    const [way, zero] = upward === null ? ([1, 0] as const) : ([-1, upward] as const);
    return readable(
      rulerTicks(view.y, height, view.scale, here.unit, way, zero),
      RULER,
      height,
      -1,
    );
  });
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
    aria-label="{label}. Arrow keys pan, plus and minus zoom, 0 fits.{onpoint
      ? ' H, J, K and L move it finely, Enter sets a point at the cross.'
      : ''}"
    onwheel={wheel}
    onpointerdowncapture={fingerDown}
    onpointermovecapture={fingerMove}
    onpointerupcapture={fingerUp}
    onpointercancelcapture={fingerUp}
    onpointerdown={down}
    onpointermove={move}
    onpointerup={up}
    onpointercancel={() => (held = tapped = null)}
    onpointerleave={() => {
      pointer = null;
      onhover?.(null);
    }}
    onkeydown={keys}
    onblur={() => {
      if (crossed) onhover?.(null);
      crossed = false;
    }}
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
    {#if crossed}
      <g class="cross" transform="translate({middle.x} {middle.y})">
        <path d="M-16 0H-4M4 0H16M0 -16V-4M0 4V16" class="halo" />
        <path d="M-16 0H-4M4 0H16M0 -16V-4M0 4V16" />
      </g>
    {/if}
    {#if rulers}<g class="ruler" aria-hidden="true">
        <rect {width} height={RULER} />
        {#each across as tick (tick.at)}
          <path d="M{tick.at} {RULER}v{tick.text === null ? -5 : -9}" />
          {#if tick.text !== null}<text x={tick.at + GAP} y="12">{tick.text}</text>{/if}
        {/each}
        <rect width={RULER} {height} />
        {#each along as tick (tick.at)}
          <path d="M{RULER} {tick.at}h{tick.text === null ? -5 : -9}" />
          {#if tick.text !== null}
            <text x="10" y={tick.at - GAP} transform="rotate(-90 10 {tick.at - GAP})"
              >{tick.text}</text
            >
          {/if}
        {/each}
        <rect width={RULER} height={RULER} />
        <text x="5" y="16">{here.unit}</text>
      </g>{/if}
  </svg>
  <div class="pointer-events-none absolute bottom-3 left-9">
    {#if crossed}
      <p class="tag">
        Arrows move the board under the cross, H J K L finely; Enter sets a point there.
      </p>
    {/if}
    {@render over?.()}
  </div>
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
  .cross {
    pointer-events: none;
  }
  .cross path {
    stroke: var(--thread);
    stroke-width: 2;
  }
  .cross .halo {
    stroke: var(--board);
    stroke-width: 5;
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
