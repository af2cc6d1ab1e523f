<script lang="ts">
  import { data, DELETE, sendFile } from '../api/client';
  import { placeNote } from './note.svelte';
  import type { DamagedRow, Head, MakingCard } from '../api/types';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import Card from './Card.svelte';
  import DamagedList from './DamagedList.svelte';
  import OpenFile from './OpenFile.svelte';

  let {
    makings,
    damaged,
    changed,
  }: {
    makings: readonly MakingCard[];
    damaged: readonly DamagedRow[];
    changed: () => Promise<void>;
  } = $props();
  const note = placeNote();

  async function open(file: File) {
    const head = await sendFile<Head>('/api/makings/open', file);
    route.go(`/making/${head.id}/pick`);
  }
  async function drop(card: MakingCard) {
    if (confirm(`Take “${card.title}” off the bench for good? Its journal goes with it.`))
      await remove(card.id);
  }
  async function remove(id: number) {
    await note.attempt(async () => {
      await data(DELETE('/api/makings/{making_id}', { params: { path: { making_id: id } } }));
      await changed();
    });
  }

  /** The first knot that is not done: where to go on. */
  function next(card: MakingCard) {
    return card.knots.find((knot) => knot.state !== 'done') ?? card.knots[0];
  }
</script>

<div class="mx-auto max-w-6xl p-6">
  <div class="mb-4 flex flex-wrap items-center gap-3">
    <h1 class="display grow text-2xl">On the bench</h1>
    <a class="btn btn-primary" href="/patterns" onclick={route.follow}>Begin from a pattern</a>
    <OpenFile label="Open a saved making" {open} />
  </div>
  {#if note.text}<p class="mb-3 text-error" role="alert">{note.text}</p>{/if}
  <DamagedList rows={damaged} {remove} />
  {#if makings.length}
    <div class="grid grid-cols-2 gap-4 lg:grid-cols-3">
      {#each makings as card (card.id)}
        {@const at = next(card)}
        <Card
          drawing={card.drawing}
          title={card.title}
          href="/making/{card.id}/{at?.stage ?? 'pick'}"
          follow={route.follow}
        >
          <p>{card.pattern}, size {card.size}{card.person ? `, for ${card.person}` : ''}</p>
          <ol class="knots" aria-label="How far it has come">
            {#each card.knots as knot (knot.stage)}
              <li class={knot.state} title="{knot.stage}: {say(knot.why)}">
                <span class="sr-only">{knot.stage} {knot.state}</span>
              </li>
            {/each}
          </ol>
          {#if at}<p class="eyebrow">
              <span class="capitalize">{at.stage}</span>: {say(at.why)}
            </p>{/if}
          <button class="btn btn-xs btn-ghost relative z-1 self-end" onclick={() => drop(card)}
            >Take away</button
          >
        </Card>
      {/each}
    </div>
  {:else}
    <p class="text-lg">
      Nothing is being made yet. <a class="link" href="/patterns" onclick={route.follow}
        >Choose a pattern</a
      > and begin.
    </p>
  {/if}
</div>

<style>
  .knots {
    display: flex;
    gap: 5px;
    padding: 4px 0;
    background: linear-gradient(var(--thread), var(--thread)) center / 100% 2px no-repeat;
    max-width: 190px;
    justify-content: space-between;
  }
  .knots li {
    width: 14px;
    height: 14px;
    border-radius: 50%;
    border: 2px solid var(--thread);
    background: var(--color-base-100);
  }
  .knots .done {
    background: var(--thread);
  }
  .knots .half {
    background: linear-gradient(90deg, var(--color-base-100) 50%, var(--thread) 50%);
  }
  .knots .look {
    border-style: dashed;
    border-color: var(--doubt);
  }
</style>
