<script lang="ts">
  // A drawing the server gives as lines and words: the same that is printed. Numbers stand beside the marks
  // as their list counts them; one of them may be in hand, and some are done.
  import type { Sketch } from '../api/types';
  import { say } from '../parts/session.svelte';
  import { pathData } from './draw';

  let {
    sketch,
    px,
    lit = '',
    done = new Set<string>(),
    large = false,
  }: {
    sketch: Sketch;
    /** Millimetres per pixel of the screen. */
    px: number;
    lit?: string;
    done?: ReadonlySet<string>;
    /** To be read from two steps away. */
    large?: boolean;
  } = $props();

  const id = $props.id();
  const grow = $derived(large ? 1.7 : 1);
  // A millimetre of a line on paper is so many pixels here.
  const LINE = 3.4;
  /** What is in hand lies on top of everything else. */
  const onTop = <T extends { mark: string }>(all: readonly T[]) =>
    lit
      ? [...all.filter((each) => each.mark !== lit), ...all.filter((each) => each.mark === lit)]
      : all;
  const lines = $derived(onTop(sketch.lines));
  const words = $derived(onTop(sketch.words));
</script>

<defs>
  <pattern id="{id}-back" width={7 * px} height={7 * px} patternUnits="userSpaceOnUse">
    <path class="hatch" d="M0 {7 * px}L{7 * px} 0" stroke-width="1" />
  </pattern>
</defs>
{#if sketch.double && lines[0]}
  <!-- The layer below looks out beside the upper one. -->
  <path
    class="below"
    d={pathData(lines[0].path, true)}
    transform="translate({5 * px} {5 * px})"
    stroke-width="1"
  />
{/if}
{#each lines as line, index (index)}
  <path
    d={pathData(line.path, line.closed)}
    class={[line.look, lit !== '' && line.mark === lit && 'lit', done.has(line.mark) && 'done']}
    stroke-width={line.width * LINE * (lit && line.mark === lit ? 2.6 : grow)}
    stroke-dasharray={line.dash.map((mm) => mm * LINE).join(' ')}
  />
  {#if line.look === 'cutting' && sketch.face_down}
    <path d={pathData(line.path, line.closed)} class="back" fill="url(#{id}-back)" />
  {/if}
{/each}
{#each words as word, index (index)}
  {@const inHand = lit !== '' && word.mark === lit}
  {@const size = word.high * LINE * px * (inHand ? 1.3 * grow : word.ringed ? 1 : grow)}
  {@const away = (size / word.high) * (inHand ? 1.25 : 1)}
  {@const x = word.at[0] + word.off[0] * away}
  {@const y = word.at[1] + word.off[1] * away}
  <g class={['word', inHand && 'lit', done.has(word.mark) && 'done']}>
    {#if word.ringed}<circle cx={x} cy={y} r={size * 0.86} />{/if}
    <text {x} y={y + size * 0.35} font-size={size}
      >{done.has(word.mark) && !inHand ? '✓' : say(word.words)}</text
    >
  </g>
{/each}

<style>
  path {
    fill: none;
    stroke: var(--ink);
    vector-effect: non-scaling-stroke;
  }
  .cutting {
    fill: var(--paper);
    stroke: var(--cutting);
  }
  .below {
    fill: var(--band);
    stroke: var(--ghost);
  }
  .hatch {
    stroke: var(--ghost);
  }
  .stitching {
    stroke: var(--stitch);
  }
  .back {
    fill: revert-layer;
    stroke: none;
  }
  .other {
    stroke: var(--ghost);
  }
  .fold,
  .grain {
    stroke: var(--thread);
  }
  .measure {
    stroke: var(--ink-soft);
  }
  path.done {
    stroke: var(--ghost);
  }
  path.lit {
    stroke: var(--thread);
  }
  circle {
    fill: var(--paper);
    stroke: var(--ink);
    stroke-width: 1.2;
    vector-effect: non-scaling-stroke;
  }
  text {
    fill: var(--ink);
    font-weight: 650;
    text-anchor: middle;
    pointer-events: none;
  }
  .word.done circle {
    stroke: var(--ghost);
  }
  .word.done text {
    fill: var(--ink-soft);
  }
  .word.lit circle {
    fill: var(--thread);
    stroke: var(--thread);
  }
  .word.lit text {
    fill: var(--paper);
  }
</style>
