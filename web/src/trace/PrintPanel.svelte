<script lang="ts">
  // What to print on which paper, and the stand-in printer to try it with.
  import type { TracedPiece } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { say } from '../parts/session.svelte';
  import { LAYERS, type PageKind, type Printing } from './printing.svelte';
  import StandIn from './StandIn.svelte';
  import CheckBox from '../parts/CheckBox.svelte';
  import { toggled } from '../parts/lists';

  let { printing, pieces }: { printing: Printing; pieces: readonly TracedPiece[] } = $props();
  const making = theMaking();
  const PAGES: [PageKind, string][] = [
    ['A4', 'A4'],
    ['A3', 'A3'],
    ['Letter', 'Letter'],
    ['roll', 'Roll'],
    ['one sheet', 'One sheet'],
  ];
  const numbers = $derived(pieces.map((piece) => piece.number));
  $effect(() => {
    // Load anew whenever the making or the choice has changed.
    void making.at;
    void printing.load(numbers);
  });
  const plan = $derived(printing.value?.plan);
  const sheet = $derived(plan ? say(`[[${plan.page_width}]] × [[${plan.page_height}]]`) : '');
</script>

<section>
  <h2 class="display mb-1 text-base">Paper</h2>
  <div class="join w-full" role="group" aria-label="Page">
    {#each PAGES as [page, name] (page)}
      <button
        class={['btn btn-sm join-item grow px-1', printing.page === page && 'btn-primary']}
        aria-pressed={printing.page === page}
        onclick={() => (printing.page = page)}>{name}</button
      >
    {/each}
  </div>
  {#if printing.page === 'roll'}
    <div class="mt-2">
      <LengthField
        label="Width of the roll"
        mm={printing.rollWidth}
        set={(mm) => {
          printing.rollWidth = mm ?? printing.rollWidth;
        }}
      />
    </div>
  {/if}
  {#if printing.refused}
    <p class="text-error mt-1" role="alert">{say(printing.refused)}</p>
  {:else if plan}
    <p class="mt-2" role="status">
      <strong class="display text-lg">{plan.pages} pages</strong>
      {plan.choice.page === 'roll' || plan.choice.page === 'one sheet' ? `of ${sheet}` : ''}
      <span class="eyebrow block"
        >{plan.columns} across, {plan.rows} down; empty pages are left out.</span
      >
    </p>
    {#if printing.value?.fitted}
      <p class="eyebrow">Printed with the changes made under Fit.</p>
    {/if}
    <a
      class="btn btn-primary mt-2 w-full"
      href={printing.address('sheets.pdf', numbers)}
      target="_blank"
      rel="noopener">Open the PDF</a
    >
  {/if}
</section>
<section>
  <h2 class="display mb-1 text-base">Layers</h2>
  <div class="flex flex-wrap gap-1">
    {#each LAYERS as layer (layer)}
      <button
        class={['btn btn-xs', printing.layers.includes(layer) && 'btn-neutral']}
        aria-pressed={printing.layers.includes(layer)}
        onclick={() => (printing.layers = toggled(printing.layers, layer))}>{layer}</button
      >
    {/each}
  </div>
</section>
<section>
  <h2 class="display mb-1 text-base">Pieces</h2>
  <div class="grid grid-cols-2">
    {#each pieces as piece (piece.number)}
      <CheckBox
        label="{piece.number} {piece.name}"
        title={piece.name}
        checked={!printing.without.includes(piece.number)}
        set={() => (printing.without = toggled(printing.without, piece.number))}
      />
    {/each}
  </div>
</section>
{#if plan && !printing.refused}
  <StandIn {printing} {numbers} />
{/if}
