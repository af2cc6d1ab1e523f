<script lang="ts">
  // The lay being cut.
  import type { CutStage, ClothLay } from '../api/types';
  import LaidPiece from '../lay/LaidPiece.svelte';
  import LayLetters from '../lay/LayLetters.svelte';
  import Board from '../table/Board.svelte';
  import ClothDrawing from '../table/ClothDrawing.svelte';

  let {
    lay,
    names,
    done,
    chosen,
    drawings,
  }: {
    lay: ClothLay;
    names: CutStage['names'];
    done: ReadonlySet<string>;
    chosen: string | null;
    drawings: CutStage['drawings'];
  } = $props();

  const laid = $derived(
    lay.placed.flatMap((judged) => {
      const item = lay.items.find((each) => each.key === judged.placement.item);
      return item ? [{ item, judged }] : [];
    }),
  );
  /** The edges of the piece in hand, named as its sentences name them. */
  const letters = $derived(
    (chosen && drawings[`${lay.role}/${chosen}`]?.words.filter((each) => !each.ringed)) || [],
  );
  const length = $derived((lay.used?.value ?? 500) + 60);
</script>

<Board
  bounds={{ x: 0, y: -24, width: length, height: lay.width + 48 }}
  label="The lay being cut"
  upward={lay.width}
  grid={false}
>
  {#snippet children(px)}
    <ClothDrawing cloth={lay.cloth!} width={lay.width} {length} fold={lay.fold} {px} />
    {#each laid as { item, judged } (item.key)}
      <LaidPiece
        {item}
        {judged}
        width={lay.width}
        {px}
        chosen={chosen === item.key}
        cut={done.has(item.key)}
      />
      {#if chosen === item.key}
        {#each judged.motifs ?? [] as [x, y], index (index)}
          <circle class="motif" cx={x} cy={lay.width - y} r={9 * px} />
        {/each}
      {/if}
    {/each}
    {#each letters as { words, at, off } (words + at)}
      <text
        class="letter"
        x={at[0] + off[0] * 3.4 * px}
        y={lay.width + at[1] + (off[1] * 3.4 + 4) * px}
        font-size={13 * px}>{words}</text
      >
    {/each}
    <LayLetters {laid} places={names[lay.role] ?? {}} width={lay.width} {px} />
  {/snippet}
</Board>

<style>
  .letter {
    fill: var(--ink);
    font-weight: 700;
    text-anchor: middle;
    pointer-events: none;
  }
  .motif {
    fill: none;
    stroke: var(--thread);
    stroke-width: 2;
    stroke-dasharray: 4 3;
    vector-effect: non-scaling-stroke;
  }
</style>
