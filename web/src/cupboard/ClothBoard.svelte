<script lang="ts">
  // The cloth as it lies open: along to the right from its cut end, the lower selvedge nearest.
  import Magnifier from '../digitise/Magnifier.svelte';
  import Board from '../table/Board.svelte';
  import ClothDrawing from '../table/ClothDrawing.svelte';
  import type { Point } from '../api/types';
  import { theCloth } from './cloth.svelte';

  let { picture = false }: { picture?: boolean } = $props();
  const mine = theCloth();
  const photo = $derived(picture && mine.photo.card?.flat ? mine.photo.card : null);
  let hover = $state.raw<{ mm: Point; px: Point; touch: boolean } | null>(null);
  /** With every place as it lies now; a name that is missing stays so. */
  const cloth = $derived({ ...(mine.seen?.lying ?? mine.cloth), name: mine.cloth.name });
  const width = $derived(Math.max(50, cloth.width - 2 * (cloth.selvedge ?? 0)));
  const shown = $derived(mine.length * 1.06 + 60);
  // Straightening a large picture takes a moment.
  let loaded = $state('');
  const box = $derived<readonly [number, number, number, number]>(photo?.seen?.box ?? [0, 0, 0, 0]);
  /** Where the picture's upper edge lies in the drawing. */
  const top = $derived(width - box[1] + (cloth.selvedge ?? 0));
  /** From the drawing's place to the cloth's own, whose y counts from the lower selvedge's outer edge. */
  const onCloth = ([x, y]: Point): Point => [x, width - y + (cloth.selvedge ?? 0)];
  const ring = $derived(mine.ring.map(([x, y]): Point => [x, width - y + (cloth.selvedge ?? 0)]));
  const WORDS = {
    flaw: 'Tap round the flaw, three points or more; then close it.',
    remnant: 'Tap the corners of the remnant in turn; then close it.',
    motif: 'Tap the middle of every motif.',
  };
</script>

<Board
  bounds={{ x: 0, y: -30, width: shown, height: width + 60 }}
  label="The cloth {cloth.name}"
  upward={width + (cloth.selvedge ?? 0)}
  grid={false}
  onhover={(at) => (hover = at)}
  onpoint={mine.setting ? (at) => void mine.tap(onCloth(at)) : undefined}
>
  {#snippet children(px)}
    <ClothDrawing
      {cloth}
      {width}
      length={shown}
      fold="single"
      owned={cloth.remnant ? null : (cloth.owned ?? null)}
      open
      {px}
    />
    {#if photo}
      <image
        href={photo.flat}
        onload={() => (loaded = photo.flat!)}
        x={box[0]}
        y={top}
        width={box[2]}
        height={box[3]}
        preserveAspectRatio="none"
        opacity={mine.photo.opacity}
        class="under"
      />
      <!-- What was traced is seen over it. -->
      {#each cloth.flaws as flaw, index (index)}
        <path
          d="M{flaw.map(([x, y]) => `${x} ${width - y + (cloth.selvedge ?? 0)}`).join('L')}Z"
          class="ring"
        />
      {/each}
    {/if}
    {#if ring.length}
      <path d="M{ring.map((point) => point.join(' ')).join('L')}" class="ring" />
      {#each ring as [x, y], index (index)}
        <circle cx={x} cy={y} r={4 * px} class="corner" />
      {/each}
    {/if}
  {/snippet}
  {#snippet over()}
    {#if photo && loaded !== photo.flat}<p class="tag" role="status">
        The picture is being straightened…
      </p>
    {:else if mine.setting}<p class="tag">{WORDS[mine.setting]}</p>
    {:else}<p class="tag">
        Open, wrong side up; the cut end at the left, a selvedge along each side.
      </p>{/if}
  {/snippet}
</Board>
{#if photo && mine.setting && hover}
  <Magnifier at={hover.mm} px={hover.px} touch={hover.touch} half={40}>
    <image
      href={photo.fine}
      x={box[0]}
      y={top}
      width={box[2]}
      height={box[3]}
      preserveAspectRatio="none"
    />
  </Magnifier>
{/if}

<style>
  .under {
    pointer-events: none;
  }
  .ring {
    fill: none;
    stroke: var(--thread);
    stroke-width: 2.5;
    vector-effect: non-scaling-stroke;
  }
  .corner {
    fill: var(--thread);
  }
</style>
