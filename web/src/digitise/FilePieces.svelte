<script lang="ts">
  // The pieces that were found in a file: what is said and marked on each, and which are taken.
  import type { FileOffer } from '../api/types';
  import Choice from '../parts/Choice.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import TextField from '../parts/TextField.svelte';
  import Lettering from './Lettering.svelte';
  import type { FileOfferState } from './file.svelte';

  let {
    offer,
    file,
    light,
  }: {
    offer: FileOffer;
    file: FileOfferState;
    light: (piece: number | null, mark?: string) => void;
  } = $props();

  const CUTS = [
    { value: 'one', name: 'as it is' },
    { value: 'pair', name: 'a pair of' },
    { value: 'fold', name: 'on the fold' },
  ] as const;
  const whole = $derived(file.pieces.length === offer.pieces.length);
  const every = () => {
    file.pieces = whole ? [] : offer.pieces.map(({ inputs }) => inputs.id);
  };
</script>

<section>
  <div class="flex items-baseline justify-between gap-2">
    <h3 class="font-semibold">
      {offer.pieces.length === 1 ? 'One piece' : `${offer.pieces.length} pieces`}
    </h3>
    {#if offer.pieces.length > 1}
      <button class="btn btn-xs" onclick={every}>{whole ? 'None of them' : 'All of them'}</button>
    {/if}
  </div>
  <ul class="mt-1 flex flex-col" aria-label="Pieces found">
    {#each offer.pieces as piece (piece.inputs.id)}
      {@const id = piece.inputs.id}
      {@const said = file.of(id)}
      <li
        class="piece"
        onpointerenter={() => light(id)}
        onpointerleave={() => light(null)}
        onfocusin={() => light(id)}
        onfocusout={() => light(null)}
      >
        <label class="flex items-start gap-2">
          <input
            type="checkbox"
            class="checkbox checkbox-sm mt-0.5"
            checked={file.pieces.includes(id)}
            onchange={() => file.toggle(id)}
          />
          <span>
            <strong
              >{piece.inputs.number}
              {said.name || piece.inputs.name || 'without a name'}</strong
            >
            {#if !piece.wordless}
              <span class="eyebrow block">{piece.cuts.join('; ')}</span>
            {/if}
          </span>
        </label>
        <div class="ml-7 flex flex-col gap-1">
          {#if piece.findings.length}<FindingList findings={piece.findings} />{/if}
          {#if piece.wordless}
            {#each piece.lettering ?? [] as block, at (at)}<Lettering shapes={block} />{/each}
            <div class="grid grid-cols-2 gap-2">
              <TextField
                label="What it is called"
                size="sm"
                value={said.name}
                set={(name) => file.say(id, { name })}
              />
              <Choice
                label="How it is cut"
                value={said.cut ?? 'one'}
                options={CUTS}
                set={(cut) => file.say(id, { cut })}
              />
            </div>
          {/if}
          {#if piece.inputs.marks.length}
            <details>
              <summary class="eyebrow"
                >{said.left.length
                  ? `${piece.inputs.marks.length - said.left.length} of ${piece.inputs.marks.length} marks are taken`
                  : piece.marks}</summary
              >
              <div class="marks" role="group" aria-label="Marks of {piece.inputs.number}">
                {#each piece.inputs.marks as mark (mark.id)}
                  {@const on = !said.left.includes(mark.id)}
                  <button
                    class={['mark', on && 'on']}
                    aria-pressed={on}
                    onpointerenter={() => light(id, mark.id)}
                    onpointerleave={() => light(id)}
                    onclick={() => file.mark(id, mark.id)}>{mark.id}</button
                  >
                {/each}
                <button
                  class="link ml-1 text-sm"
                  onclick={() =>
                    file.say(id, {
                      left: said.left.length ? [] : piece.inputs.marks.map((each) => each.id),
                    })}>{said.left.length ? 'all of them' : 'none of them'}</button
                >
              </div>
            </details>
          {/if}
        </div>
      </li>
    {/each}
  </ul>
</section>

<style>
  .piece {
    padding: 0.4rem 0;
    border-bottom: 1px solid var(--color-base-300);
  }
  .piece:hover {
    background: color-mix(in oklab, var(--board) 40%, transparent);
  }
  summary {
    cursor: pointer;
  }
  .marks {
    display: flex;
    flex-wrap: wrap;
    gap: 0.25rem;
    padding: 0.2rem 0 0.3rem;
  }
  .mark {
    padding: 0.05rem 0.45rem;
    border: 1px dashed var(--color-base-300);
    font-size: 0.85rem;
    text-decoration: line-through;
    cursor: pointer;
  }
  .mark.on {
    border: 1px solid var(--thread);
    text-decoration: none;
  }
</style>
