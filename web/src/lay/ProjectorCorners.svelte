<script lang="ts">
  // Four corners dragged onto a measured rectangle, so that the projector knows where it looks from.
  import CheckBox from '../parts/CheckBox.svelte';
  import Choice from '../parts/Choice.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { say } from '../parts/session.svelte';
  import type { Point } from '../api/types';
  import { CORNERS, line, type Projector } from './projector.svelte';

  let {
    projector,
    pieces,
    show,
    leave,
  }: {
    projector: Projector;
    /** What can be shown alone. */
    pieces: readonly { value: string; name: string }[];
    show: () => unknown;
    leave: () => void;
  } = $props();

  const SIDES = [
    ['width', 'Wide, left to right'],
    ['height', 'High, near to far'],
  ] as const;
  let wide = $state(innerWidth);
  let high = $state(innerHeight);
  let standIn = $state(false);
  let aside = $state(false);
  let held = $state<number | null>(null);
  const measured = $derived(projector.measured);
  const handles = $derived<{ at: Point; name: string }[]>([
    ...measured.corners.map((at, k) => ({ at, name: CORNERS[k]! })),
    ...(measured.middle ? [{ at: measured.middle, name: 'middle' }] : []),
  ]);

  /** A mat seen aslant, to try it on without a projector. */
  const MAT = $derived<Point[]>([
    [wide * 0.22, high * 0.21],
    [wide * 0.57, high * 0.24],
    [wide * 0.63, high * 0.78],
    [wide * 0.15, high * 0.73],
  ]);

  function grab(event: PointerEvent, corner: number) {
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    held = corner;
  }
  function drag(event: PointerEvent) {
    if (held !== null) projector.put(held, [event.clientX, event.clientY]);
  }
  function drop() {
    if (held === null) return;
    held = null;
    void projector.reckon();
  }
  function nudge(event: KeyboardEvent, corner: number) {
    const by = event.shiftKey ? 10 : 1;
    const way = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }[
      event.key
    ];
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    const [x, y] = handles[corner]!.at;
    projector.put(corner, [x + way[0]!, y + way[1]!]);
    void projector.reckon();
  }
  function middle(on: boolean) {
    const corners = measured.corners;
    const mean = (k: 0 | 1) => corners.reduce((sum, each) => sum + each[k], 0) / 4;
    projector.measured.middle = on ? [mean(0), mean(1)] : null;
    void projector.reckon();
  }
</script>

<svelte:window bind:innerWidth={wide} bind:innerHeight={high} />

<svg class="light" role="group" aria-label="The corners" onpointermove={drag} onpointerup={drop}>
  {#if standIn}
    <polygon class="mat" points={line(MAT)} />
    {#each MAT as at, k (k)}<circle class="pin" cx={at[0]} cy={at[1]} r="5" />{/each}
  {/if}
  <polygon class="frame" points={line(measured.corners)} />
  {#each handles as { at, name }, k (name)}
    <g
      class={['handle', held === k && 'held']}
      role="button"
      tabindex="0"
      aria-label="Corner {name}"
      onpointerdown={(event) => grab(event, k)}
      onkeydown={(event) => nudge(event, k)}
    >
      <circle cx={at[0]} cy={at[1]} r="26" />
      <path d="M{at[0] - 16} {at[1]}h32M{at[0]} {at[1] - 16}v32" />
    </g>
  {/each}
</svg>
<section class={['sheet panel', aside && 'aside']}>
  <div class="flex items-baseline">
    <h1 class="display grow text-xl">Over the table</h1>
    <button class="btn btn-xs btn-ghost" onclick={() => (aside = !aside)}
      >{aside ? 'To the right' : 'To the left'}</button
    >
  </div>
  <p>
    Lay a rectangle that you have measured under the projector, a cutting mat or a sheet of paper,
    and drag each cross onto its corner. Arrow keys move it by a pixel.
  </p>
  <div class="grid grid-cols-2 gap-2">
    {#each SIDES as [side, label] (side)}
      <LengthField
        fine
        {label}
        mm={measured[side]}
        set={(mm) => {
          projector.measured[side] = mm ?? measured[side];
          void projector.reckon();
        }}
      />
    {/each}
  </div>
  <CheckBox label="check its middle as well" checked={!!measured.middle} set={middle} />
  <CheckBox
    label="try it without a projector"
    checked={standIn}
    set={(on) => {
      standIn = on;
    }}
  />
  {#if projector.problem}
    <p class="text-error" role="alert">{projector.problem}</p>
  {:else if projector.found}
    <p role="status">
      Lines lie <strong>{say(projector.found.error.text)}</strong>.
      <span class="eyebrow block">{projector.found.error.working.map(say).join(' ')}</span>
    </p>
    <FindingList findings={projector.found.findings} />
  {/if}
  <Choice
    label="What is shown"
    value={projector.alone}
    options={[{ value: '', name: 'the lay, piece after piece' }, ...pieces]}
    set={(item) => (projector.alone = item)}
  />
  <div class="mt-1 flex gap-2">
    <button class="btn btn-primary grow" disabled={!projector.found} onclick={show}
      >{projector.alone ? 'Show the piece' : 'Show the pieces'}</button
    >
    <button class="btn" onclick={leave}>Leave</button>
  </div>
  <p class="eyebrow">Measure the 10 cm square on the cloth before you cut by the light.</p>
</section>

<style>
  .light {
    width: 100%;
    height: 100%;
    touch-action: none;
  }
  polygon,
  path {
    fill: none;
    stroke-linejoin: round;
  }
  .frame {
    stroke: #fff;
    stroke-width: 2;
    stroke-dasharray: 8 6;
  }
  .mat {
    fill: #2f4a3c;
    stroke: #8fbf9f;
    stroke-width: 1;
  }
  .pin {
    fill: #ffc857;
  }
  .handle {
    cursor: grab;
    outline: none;
  }
  .handle circle {
    fill: rgb(255 255 255 / 0.08);
    stroke: #ffc857;
    stroke-width: 2;
  }
  .handle path {
    stroke: #fff;
    stroke-width: 1.5;
  }
  .handle:focus-visible circle,
  .held circle {
    stroke-width: 4;
  }
  .panel {
    position: absolute;
    top: 50%;
    right: 1rem;
    translate: 0 -50%;
    width: 19rem;
    padding: 1rem 1.1rem;
    display: flex;
    flex-direction: column;
    gap: 0.55rem;
    background: var(--color-base-100);
    color: var(--color-base-content);
  }
  .aside {
    right: auto;
    left: 1rem;
  }
</style>
