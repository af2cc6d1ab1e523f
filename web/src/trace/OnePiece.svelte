<script lang="ts">
  // One piece: what to do with its paper, what is lost or kept, its edges, its label.
  import type { Inputs, TraceStage, TracedPiece } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import type { Some } from '../parts/some';
  import FigureLine from '../parts/FigureLine.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { say } from '../parts/session.svelte';
  import TickBox from '../parts/TickBox.svelte';
  import SumForm from './SumForm.svelte';
  import Choice from '../parts/Choice.svelte';
  import CheckBox from '../parts/CheckBox.svelte';
  import { toggled } from '../parts/lists';

  let {
    piece,
    stage,
    edit,
    close,
  }: {
    piece: TracedPiece;
    stage: TraceStage;
    edit: (change: Some<Inputs['trace']>) => Promise<unknown>;
    close: () => void;
  } = $props();
  const making = theMaking();
  const inputs = $derived(making.inputs.trace);
  const tick = $derived(stage.ticks[String(piece.number)]?.piece);
  const sum = $derived(inputs.sums.find((each) => each.number === piece.number));
  const leftOut = $derived(stage.places[String(piece.number)]?.left_out ?? []);
  let changing = $state(false);

  function treat(treatment: TraceStage['treatments'][number]) {
    return edit((now) => {
      const treatments = { ...now.treatments };
      if (treatment === piece.advice?.proposed) delete treatments[String(piece.number)];
      else treatments[String(piece.number)] = treatment;
      return { treatments };
    });
  }
  const flip = (list: readonly number[]) => toggled(list, piece.number);
  function setEdge(name: string, mm: number | null) {
    return making.change('trace', (now) => {
      const edges = { ...now.edges };
      if (mm === null) delete edges[`${piece.number}/${name}`];
      else edges[`${piece.number}/${name}`] = mm;
      return { edges };
    });
  }
  function toggleOnCloth(name: string) {
    const key = `${piece.number}/${name}`;
    return edit((now) => ({ on_cloth: toggled(now.on_cloth, key) }));
  }
  function setLine(line: 'cutting' | 'stitching') {
    return edit((now) => {
      const lines = { ...now.lines };
      if (line === now.line) delete lines[String(piece.number)];
      else lines[String(piece.number)] = line;
      return { lines };
    });
  }
</script>

<section>
  <button class="btn btn-xs mb-2" onclick={close}>All pieces</button>
  <h2 class="display text-lg">{piece.number} {piece.name}</h2>
  <ul class="mt-1">
    {#each piece.label.slice(1) as line (line)}<li>{say(line)}</li>{/each}
    {#if leftOut.length}
      <li class="eyebrow">
        No room on the piece for {leftOut.map(say).join(', ')}: write it on a slip and pin it on.
      </li>
    {/if}
  </ul>
</section>
{#if piece.advice}
  {@const advice = piece.advice}
  <section>
    <h3 class="display text-base">Paper</h3>
    <Choice
      label="What to do with the paper"
      value={advice.treatment}
      options={stage.treatments.map((value) => ({
        value,
        name: value === advice.proposed ? `${value} (proposed)` : value,
      }))}
      set={treat}
    />
    <p class="mt-1">{say(advice.because)}</p>
    {#if advice.error}<FigureLine figure={advice.error} />{/if}
    {#if advice.lost.length}
      <p class="lost">
        Lost once it is cut: size {advice.lost.join(', ')}.
      </p>
    {/if}
    <p class="eyebrow">Stays obtainable: {advice.obtainable.join(', ') || 'no size'}.</p>
  </section>
{/if}
{#if piece.reckoned}
  <section>
    <h3 class="display text-base">The sum</h3>
    <FigureLine figure={piece.reckoned.long} />
    <FigureLine figure={piece.reckoned.wide} />
    <FigureLine figure={piece.reckoned.strips} name="strips" />
    {#if changing && sum}
      <SumForm {stage} {sum} done={() => (changing = false)} />
    {:else}
      <div class="mt-1 flex gap-1">
        <button class="btn btn-xs" onclick={() => (changing = true)}>Change</button>
        <button
          class="btn btn-xs"
          onclick={async () => {
            await edit((now) => ({
              sums: now.sums.filter((each) => each.number !== piece.number),
            }));
            close();
          }}>Take out</button
        >
      </div>
    {/if}
  </section>
{/if}
<section>
  <h3 class="display text-base">This piece of paper</h3>
  <CheckBox
    label="ends at the stitching line"
    checked={piece.line === 'stitching'}
    set={(on) => setLine(on ? 'stitching' : 'cutting')}
  />
  <CheckBox
    label="is used face down as well"
    checked={piece.face_down}
    disabled={piece.face_down && !inputs.face_down.includes(piece.number)}
    set={() => edit((now) => ({ face_down: flip(now.face_down) }))}
  />
  {#if piece.can_open}
    <CheckBox
      label="opened out into a whole piece"
      checked={piece.opened}
      set={() => edit((now) => ({ opened: flip(now.opened) }))}
    />
  {/if}
</section>
{#if !piece.reckoned && !piece.guide}
  <section>
    <h3 class="display mb-1 text-base">Allowance of each edge</h3>
    <div class="grid grid-cols-2 gap-2">
      {#each piece.shape.edges as edge (edge.name)}
        {#if edge.kind === 'fold'}
          <p><span class="eyebrow block">{edge.name}</span>on the fold: none</p>
        {:else if edge.kind !== 'dart'}
          <div>
            <LengthField
              label={edge.name}
              mm={edge.allowance ?? 0}
              empty
              set={(mm) => setEdge(edge.name, mm)}
            />
            {#if edge.allowance && piece.line === 'cutting'}
              <CheckBox
                small
                label="added on the cloth"
                checked={piece.on_cloth.includes(edge.name)}
                set={() => toggleOnCloth(edge.name)}
              />
            {/if}
          </div>
        {/if}
      {/each}
    </div>
  </section>
{/if}
<section>
  <h3 class="display text-base">Marks to carry over</h3>
  <ul class="list-disc pl-5">
    {#each piece.shape.marks ?? [] as mark (mark.id)}<li>{mark.name}</li>{/each}
  </ul>
  {#if piece.left_out.length}
    <p class="eyebrow mt-1">
      Left out, they belong to another view: {piece.left_out.map((mark) => mark.name).join(', ')}
    </p>
  {/if}
</section>
{#if tick}
  <TickBox
    tick={making.given.now(tick)}
    label="Traced, with every mark"
    toggle={(on) => making.tick([tick.key], on)}
  />
{/if}

<style>
  .lost {
    border-left: 3px dashed var(--doubt);
    padding-left: 0.6rem;
    margin: 0.3rem 0;
  }
</style>
