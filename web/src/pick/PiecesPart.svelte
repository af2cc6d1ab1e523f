<script lang="ts">
  // The view, what is borrowed from others, and what to do with every piece.
  import type { Inputs, PickStage } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import type { Some } from '../parts/some';
  import { say } from '../parts/session.svelte';
  import CheckBox from '../parts/CheckBox.svelte';
  import { toggled } from '../parts/lists';

  let {
    stage,
    edit,
  }: { stage: PickStage; edit: (change: Some<Inputs['pick']>) => Promise<unknown> } = $props();
  const making = theMaking();
  const picked = $derived(stage.picked);
  const borrowed = $derived(making.inputs.pick.borrowed);
  const original = $derived(making.inputs.pick.original);
  const missing = $derived(original.missing);
  const features = $derived([
    ...picked.features,
    ...borrowed.filter((name) => !picked.features.includes(name)),
  ]);

  const WORD = {
    needed: 'needed',
    borrowed: 'borrowed',
    left: 'leave',
    missing: 'missing',
    guide: 'guide',
  } as const;
</script>

<section>
  <h2 class="display mb-1 text-base">View</h2>
  {#each stage.views as view (view.id)}
    <label class="flex cursor-pointer items-start gap-2 py-1">
      <input
        type="radio"
        class="radio radio-sm mt-0.5"
        name="view"
        checked={view.id === picked.view}
        onchange={() => edit({ view: view.id, borrowed: [] })}
      />
      <span><strong>{view.id}</strong> {view.name}</span>
    </label>
  {/each}
</section>
{#if features.length}
  <section>
    <h2 class="display mb-1 text-base">Borrow from another view</h2>
    {#each features as name (name)}
      <CheckBox
        label={name}
        checked={borrowed.includes(name)}
        set={() => edit((now) => ({ borrowed: toggled(now.borrowed, name) }))}
      />
    {/each}
    <p class="eyebrow">Its pieces, marks and interfacing come along.</p>
  </section>
{/if}
<section>
  <h2 class="display mb-1 text-base">Pieces</h2>
  <ul>
    {#each picked.pieces as piece (piece.number)}
      <li class="flex items-start gap-2 border-b border-base-300 py-1">
        <span class={['state', piece.state]}>{WORD[piece.state]}</span>
        <span class="grow">
          <strong>{piece.number} {piece.name}</strong>
          {#if piece.why}<span class="eyebrow block">{piece.why}</span>{/if}
          {#if piece.alike.length}
            <span class="eyebrow block"
              >Looks like piece {piece.alike.join(' and ')}: write its name on it first.</span
            >
          {/if}
        </span>
        {#if piece.state !== 'left'}
          <button
            class="btn btn-xs btn-ghost"
            onclick={() =>
              edit(({ original: now }) => ({
                original: { ...now, missing: toggled(now.missing, piece.number) },
              }))}>{missing.includes(piece.number) ? 'Found' : 'Missing'}</button
          >
        {/if}
      </li>
    {/each}
  </ul>
</section>
<section>
  <h2 class="display mb-1 text-base">Notions</h2>
  <ul class="list-disc pl-5">
    {#each picked.notions as notion (notion)}<li>{say(notion)}</li>{/each}
  </ul>
</section>
{#if picked.instructions.length}
  <section>
    <h2 class="display mb-1 text-base">What view {picked.view} asks for</h2>
    <ol class="list-decimal pl-5">
      {#each picked.instructions as step (step)}<li>{say(step)}</li>{/each}
    </ol>
  </section>
{/if}

<style>
  .state {
    width: 4.6rem;
    flex: none;
    text-align: center;
    border: 1px solid var(--ink-soft);
    border-radius: 3px;
    font-size: 0.85em;
  }
  .left {
    border-style: dotted;
    opacity: 0.8;
  }
  .missing {
    border: 2px solid var(--fault);
    color: var(--fault);
  }
  .guide {
    border-style: dashed;
  }
</style>
