<script lang="ts">
  import { GET } from '../api/client';
  import type { TraceStage, TracedPiece } from '../api/types';
  import { StageData, theMaking } from '../making/making.svelte';
  import StageLayout from '../making/StageLayout.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { say } from '../parts/session.svelte';
  import TickBox from '../parts/TickBox.svelte';
  import Board from '../table/Board.svelte';
  import { boxOf, labelSize, setOut } from '../table/draw';
  import PieceDrawing from '../table/PieceDrawing.svelte';

  const making = theMaking();
  const stage = new StageData<TraceStage>(making, () =>
    GET('/api/makings/{making_id}/trace', { params: { path: making.path } }),
  );
  let open = $state<number | null>(null);

  const cuttingOf = (piece: TracedPiece) => stage.value?.cutting[String(piece.number)] ?? [];
  const pieces = $derived(stage.value?.traced.pieces ?? []);
  const shown = $derived(open === null ? pieces : pieces.filter((piece) => piece.number === open));
  const layout = $derived(setOut(shown, (piece) => boxOf([cuttingOf(piece)])));
  const one = $derived(pieces.find((piece) => piece.number === open));
  const tickOf = (number: number) => stage.value?.ticks[String(number)];
</script>

<StageLayout title="Trace">
  {#snippet board()}
    <Board bounds={layout.bounds} label="The traced pieces in your size">
      {#snippet children(px)}
        {#each layout.spots as spot (spot.item.number)}
          <g transform="translate({spot.dx} {spot.dy})">
            <PieceDrawing
              shape={spot.item.shape}
              cutting={cuttingOf(spot.item)}
              outward={spot.item.outward}
              label={spot.item.label}
              labelAt={spot.item.label_at as number[]}
              labelRoom={spot.item.label_room}
              {px}
            />
            {#if !labelSize(spot.item.label, spot.item.label_room, px)}
              <text
                x={spot.box.x + spot.box.width / 2}
                y={spot.box.y - 5 * px}
                font-size={13 * px}
                class="name">{spot.item.number} {spot.item.name}</text
              >
            {/if}
          </g>
        {/each}
      {/snippet}
    </Board>
  {/snippet}
  {#snippet panel()}
    {#if stage.value}
      {#if one}
        <section>
          <button class="btn btn-xs mb-2" onclick={() => (open = null)}>All pieces</button>
          <h2 class="display text-lg">{one.number} {one.name}</h2>
          <ul class="mt-1">
            {#each one.label.slice(1) as line (line)}<li>{say(line)}</li>{/each}
          </ul>
        </section>
        <section>
          <h3 class="display text-base">Paper: {one.advice.treatment}</h3>
          <p>{say(one.advice.because)}</p>
        </section>
        <section>
          <h3 class="display text-base">Marks to carry over</h3>
          <ul class="list-disc pl-5">
            {#each one.shape.marks ?? [] as mark (mark.id)}<li>{mark.name}</li>{/each}
          </ul>
          {#if one.left_out.length}
            <p class="eyebrow mt-1">
              Left out, they belong to another view: {one.left_out
                .map((mark) => mark.name)
                .join(', ')}
            </p>
          {/if}
        </section>
        {#if tickOf(one.number)}
          {@const tick = tickOf(one.number)!}
          <TickBox
            {tick}
            label="Traced, with every mark"
            toggle={(on) => making.tick([tick.key], on)}
          />
        {/if}
      {:else}
        <section>
          <LengthField
            label="Seam allowance (plain seams)"
            mm={making.inputs.trace.allowance ?? null}
            empty
            placeholder="the pattern’s own"
            set={(mm) => making.trace({ allowance: mm })}
          />
          <p class="eyebrow mt-1">
            Solid line: cut here. Running stitch: sew here. Never added twice; a fold carries none.
          </p>
        </section>
        <section>
          <h2 class="display mb-1 text-base">
            {pieces.length} pieces, size {stage.value.traced.size}
          </h2>
          <ul>
            {#each pieces as piece (piece.number)}
              {@const tick = tickOf(piece.number)}
              <li class="flex items-start gap-2 border-b border-base-300 py-1.5">
                {#if tick}
                  <TickBox
                    {tick}
                    label="{piece.number} {piece.name} is traced"
                    bare
                    toggle={(on) => making.tick([tick.key], on)}
                  />
                {/if}
                <button class="grow text-left" onclick={() => (open = piece.number)}>
                  <strong>{piece.number} {piece.name}</strong>
                  <span class="treatment">{piece.advice.treatment}</span>
                  <span class="eyebrow block">{say(piece.advice.because)}</span>
                </button>
              </li>
            {/each}
          </ul>
        </section>
        <FindingList findings={stage.value.traced.findings} />
      {/if}
    {/if}
  {/snippet}
</StageLayout>

<style>
  .name {
    text-anchor: middle;
    fill: var(--ink);
    font-weight: 600;
  }
  .treatment {
    display: inline-block;
    margin-left: 0.3rem;
    padding: 0 0.4rem;
    border: 1px solid var(--ink-soft);
    border-radius: 3px;
    font-size: 0.85em;
  }
</style>
