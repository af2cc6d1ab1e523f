<script lang="ts">
  import { data, DELETE, GET, sendFile } from '../api/client';
  import { placeNote } from './note.svelte';
  import type { Cupboard, Head, MakingCard, Makings } from '../api/types';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import DamagedList from './DamagedList.svelte';
  import OpenFile from './OpenFile.svelte';
  import Problem from '../parts/Problem.svelte';
  import MoreBelow from './MoreBelow.svelte';
  import { Pages } from './pages.svelte';
  import X from '@lucide/svelte/icons/x';
  import { sizeWords } from '../parts/words';
  import Thumbnail from '../parts/Thumbnail.svelte';
  import FirstSteps from './FirstSteps.svelte';

  let { cupboard }: { cupboard: Cupboard } = $props();
  const note = placeNote();
  const list = new Pages(
    (start) => data(GET('/api/makings', { params: { query: { start } } })),
    (answer: Makings) => ({ rows: answer.found, matching: answer.matching }),
  );
  void list.load();

  async function open(file: File) {
    const head = await sendFile<Head>('/api/makings/open', file, 20_000_000);
    route.go(`/making/${head.id}/pick`);
  }
  async function drop(card: MakingCard) {
    if (confirm(`Take “${card.title}” off the bench for good? Its journal goes with it.`))
      await remove(card.id);
  }
  async function remove(id: number) {
    await note.attempt(async () => {
      await data(DELETE('/api/makings/{making_id}', { params: { path: { making_id: id } } }));
      await list.load();
    });
  }

  /** The first knot that is not done: where to go on. */
  function next(card: MakingCard) {
    return card.knots.find((knot) => knot.state !== 'done');
  }
</script>

<div class="mx-auto max-w-6xl p-6">
  <div class="mb-4 flex flex-wrap items-center gap-3">
    <h1 class="display grow text-2xl">On the bench</h1>
    <a class="btn btn-primary" href="/patterns" onclick={route.follow}>Begin from a pattern</a>
    <OpenFile label="Open a saved making" {open} />
  </div>
  <Problem text={note.text} />
  <Problem text={list.failed} />
  <DamagedList rows={list.answer?.damaged ?? []} {remove} />
  {#if list.rows.length}
    <ul class="grid gap-3 lg:grid-cols-2" aria-label="Makings">
      {#each list.rows as card (card.id)}
        {@const at = next(card)}
        <li class="sheet making">
          <a
            class="drawing"
            href="/making/{card.id}/{at?.stage ?? 'pick'}"
            onclick={route.follow}
            tabindex="-1"
            aria-hidden="true"
          >
            <Thumbnail drawing={card.drawing} label="Pieces of {card.title}" />
          </a>
          <div class="words">
            <div class="flex items-start gap-2">
              <h2 class="display grow text-lg leading-tight">
                <a href="/making/{card.id}/{at?.stage ?? 'pick'}" onclick={route.follow}
                  >{card.title}</a
                >
              </h2>
              <button
                class="btn btn-xs btn-ghost btn-square"
                title="Take it off the bench"
                onclick={() => drop(card)}
                ><X size={15} /><span class="sr-only">Take away {card.title}</span></button
              >
            </div>
            <p class="eyebrow">
              {card.pattern}, {sizeWords(card.size)}{card.person ? `, for ${card.person}` : ''}
            </p>
            <ol class="knots" aria-label="How far it has come">
              {#each card.knots as knot (knot.stage)}
                <li class={knot.state} title="{knot.stage}: {say(knot.why)}">
                  <span class="sr-only">{knot.stage} {knot.state}</span>
                </li>
              {/each}
            </ol>
            {#if at}
              <p>
                <a class="next" href="/making/{card.id}/{at.stage}" onclick={route.follow}
                  ><span class="capitalize">{at.stage}</span></a
                >
                <span class="eyebrow">{say(at.why)}</span>
              </p>
            {:else}
              <p class="eyebrow">
                Done, and filed{card.box ? ` in box ${card.box}, envelope ${card.envelope}` : ''}.
              </p>
            {/if}
          </div>
        </li>
      {/each}
    </ul>
    <MoreBelow shown={list.rows.length} matching={list.matching} what="makings" next={list.next} />
  {:else if list.matching === 0}
    <FirstSteps {cupboard} />
  {/if}
</div>

<style>
  .making {
    display: grid;
    grid-template-columns: 11.5rem minmax(0, 1fr);
    overflow-wrap: anywhere;
  }
  .making:hover {
    border-color: var(--thread);
  }
  .drawing {
    padding: 0.6rem;
    background: color-mix(in oklab, var(--board) 45%, var(--color-base-200));
    max-height: 9.5rem;
  }
  .words {
    padding: 0.6rem 0.6rem 0.7rem 0.9rem;
    display: flex;
    flex-direction: column;
    gap: 0.3rem;
  }
  .words a:hover {
    text-decoration: underline;
  }
  .next {
    font-weight: 650;
    color: var(--color-primary);
    text-decoration: underline;
    text-underline-offset: 3px;
    margin-right: 0.3rem;
  }
  .knots {
    display: flex;
    gap: 5px;
    padding: 4px 0;
    background: linear-gradient(var(--thread), var(--thread)) center / 100% 2px no-repeat;
    max-width: 220px;
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
