<script lang="ts">
  // Allowances for all pieces, the list of pieces, and pieces that come from a sum.
  import { sizeWords } from '../parts/words';
  import type { Finding, Inputs, TraceStage } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import type { Some } from '../parts/some';
  import FigureLine from '../parts/FigureLine.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { say } from '../parts/session.svelte';
  import TickBox from '../parts/TickBox.svelte';
  import SumForm from './SumForm.svelte';
  import Choice from '../parts/Choice.svelte';
  import CheckBox from '../parts/CheckBox.svelte';
  import { toggled } from '../parts/lists';

  let {
    stage,
    edit,
    choose,
    point,
  }: {
    stage: TraceStage;
    edit: (change: Some<Inputs['trace']>) => Promise<unknown>;
    choose: (number: number) => void;
    point: (finding: Finding | null) => void;
  } = $props();
  const making = theMaking();
  const inputs = $derived(making.inputs.trace);
  /** What the papers really end at: paper cut from the original ends as it was printed. */
  const papers = $derived(stage.traced.pieces.filter((each) => !each.guide));
  const otherwise = $derived(papers.filter((each) => each.line !== inputs.line));
  const ending = $derived(
    !otherwise.length
      ? inputs.line
      : otherwise.length === papers.length
        ? otherwise[0]!.line
        : 'mixed',
  );
  const pieces = $derived(stage.traced.pieces);
  const tickOf = (number: number) => stage.ticks[String(number)]?.piece;
  let adding = $state(false);

  function setKind(sewn: string, name: string) {
    return edit((now) => {
      const kinds = { ...now.kinds };
      if (name) kinds[sewn] = name;
      else delete kinds[sewn];
      return { kinds };
    });
  }
  const keep = $derived(inputs.keep ?? stage.sizes);
  function toggleKeep(size: string) {
    return edit((now) => {
      const kept = now.keep ?? stage.sizes;
      const next = stage.sizes.filter((each) => (each === size) !== kept.includes(each));
      return { keep: next.length === stage.sizes.length ? null : next };
    });
  }
</script>

<section>
  <h2 class="display mb-1 text-base">
    {pieces.length}
    {pieces.length === 1 ? 'piece' : 'pieces'}, {sizeWords(stage.traced.size)}
  </h2>
  <ul>
    {#each pieces as piece (piece.number)}
      {@const tick = tickOf(piece.number)}
      <li class="flex items-start gap-2 border-b border-base-300 py-1.5">
        {#if tick}
          <TickBox
            tick={making.given.now(tick)}
            label="{piece.number} {piece.name} is traced"
            bare
            toggle={(on) => making.tick([tick.key], on)}
          />
        {/if}
        <button class="grow text-left" onclick={() => choose(piece.number)}>
          <strong>{piece.number} {piece.name}</strong>
          <span class="treatment">{piece.advice?.treatment ?? 'by sum'}</span>
          <span class="eyebrow block"
            >{say(piece.advice?.because ?? piece.reckoned?.long.working?.at(-1) ?? '')}</span
          >
        </button>
      </li>
    {/each}
  </ul>
  {#if adding}
    <SumForm {stage} done={() => (adding = false)} />
  {:else}
    <button class="btn btn-sm mt-2" onclick={() => (adding = true)}>Add a piece by sum</button>
    <p class="eyebrow mt-1">Strap, tie, ruffle, casing, flap, band or binding: no paper needed.</p>
  {/if}
</section>
<section>
  <h2 class="display mb-1 text-base">Allowances</h2>
  <div class="join w-full" role="group" aria-label="Where the paper ends">
    {#each [['cutting', 'Paper to the cutting line'], ['stitching', 'to the stitching line']] as const as [line, name] (line)}
      <button
        class={['btn btn-xs join-item grow', ending === line && 'btn-neutral']}
        aria-pressed={ending === line}
        onclick={() => edit({ line, lines: {} })}>{name}</button
      >
    {/each}
  </div>
  <p class="eyebrow my-1">
    {ending === 'mixed'
      ? `Not all alike: ${otherwise.map((each) => `piece ${each.number} ends at the ${each.line} line`).join(', ')}.`
      : ending === 'cutting'
        ? 'Solid line: cut here. Running stitch: sew here. Never added twice; a fold carries none.'
        : 'The allowance is drawn on the cloth, on both layers if it lies double.'}
  </p>
  {#each stage.traced.rules as rule (rule.sewn)}
    <Choice
      label={rule.sewn === 'seam' ? 'Seams' : 'Hems'}
      value={rule.chosen}
      options={[
        { value: '', name: 'the pattern’s own' },
        ...stage.kinds
          .filter((kind) => kind.sewn === rule.sewn)
          .map((kind) => ({ value: kind.name, name: `${kind.name}, ${say(kind.allowance.text)}` })),
      ]}
      set={(name) => setKind(rule.sewn, name)}
    />
    {#if rule.allowance}<FigureLine figure={rule.allowance} />{/if}
    {#if rule.proposal && rule.proposal !== rule.chosen}
      <p class="mt-1">
        {say(rule.because)}
        <button class="btn btn-xs ml-1" onclick={() => setKind(rule.sewn, rule.proposal)}
          >Take {rule.proposal}</button
        >
      </p>
    {/if}
  {/each}
  {#if !stage.traced.rules[0]?.chosen}
    <LengthField
      label="Seam allowance (plain seams)"
      mm={inputs.allowance ?? null}
      empty
      placeholder="the pattern’s own"
      set={(mm) => making.change('trace', { allowance: mm })}
    />
  {/if}
  {#if stage.traced.what_if.length}
    <details class="mt-2">
      <summary>What if they are forgotten, or added twice?</summary>
      <table class="w-full">
        <thead class="eyebrow">
          <tr>
            <th class="text-left font-normal">finished</th>
            <th class="text-right font-normal">sewn right</th>
            <th class="text-right font-normal">forgotten</th>
            <th class="text-right font-normal">twice</th>
          </tr>
        </thead>
        <tbody>
          {#each stage.traced.what_if as row (row.measurement)}
            <tr title={row.forgotten.working?.map(say).join('; ')}>
              <td>{row.measurement}</td>
              <td class="text-right">{say(row.finished.text)}</td>
              <td class="text-right">{say(row.forgotten.text)}</td>
              <td class="text-right">{say(row.doubled.text)}</td>
            </tr>
          {/each}
        </tbody>
      </table>
      {#if stage.traced.what_if[0]}
        <p class="eyebrow">{say(stage.traced.what_if[0].forgotten.working?.[0] ?? '')}</p>
      {/if}
    </details>
  {/if}
</section>
<section>
  <h2 class="display mb-1 text-base">Sizes to keep</h2>
  <div class="flex flex-wrap gap-1">
    {#each stage.sizes as size (size)}
      <button
        class={['btn btn-xs', keep.includes(size) && 'btn-neutral']}
        aria-pressed={keep.includes(size)}
        onclick={() => toggleKeep(size)}>{size}</button
      >
    {/each}
  </div>
  <p class="eyebrow mt-1">No paper is cut in a way that loses a size you keep.</p>
</section>
<section>
  <h2 class="display mb-1 text-base">Marks the original lacks</h2>
  {#each ['body levels', 'extra notches'] as const as mark (mark)}
    <CheckBox
      label={mark}
      checked={inputs.offered.includes(mark)}
      set={() => edit((now) => ({ offered: toggled(now.offered, mark) }))}
    />
  {/each}
</section>
<FindingList findings={stage.traced.findings} {point} />

<style>
  .treatment {
    display: inline-block;
    margin-left: 0.3rem;
    padding: 0 0.4rem;
    border: 1px solid var(--ink-soft);
    border-radius: 3px;
    font-size: 0.85em;
  }
  details summary {
    cursor: pointer;
    text-decoration: underline dotted;
  }
</style>
