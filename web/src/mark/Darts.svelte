<script lang="ts">
  // A card for every dart: drawn to scale, its numbers, and what is done with it in order.
  import { GET } from '../api/client';
  import type { DrawnCard } from '../api/types';
  import { StageData, theMaking } from '../making/making.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import SketchDrawing from '../table/SketchDrawing.svelte';

  let { point }: { point: (card: DrawnCard['card']) => void } = $props();
  const making = theMaking();
  const stage = new StageData<{ cards: readonly DrawnCard[] }>(making, () =>
    GET('/api/makings/{making_id}/mark/darts', { params: { path: making.path } }),
  );
  const times = (count: number) =>
    count === 1 ? 'once' : count === 2 ? 'twice' : `${count} times`;
  const SIDE = 230;
  const view = ([x0, y0, x1, y1]: readonly number[]) => [x0!, y0!, x1! - x0!, y1! - y0!] as const;
</script>

{#each stage.value?.cards ?? [] as { card, sketch } (card.role + card.piece + card.mark)}
  {@const [x, y, wide, high] = view(sketch.box)}
  <article
    class="dart"
    onpointerenter={() => point(card)}
    aria-label="{card.name}, {card.title}, {card.role}"
  >
    <svg viewBox="{x} {y} {wide} {high}" aria-hidden="true">
      <SketchDrawing {sketch} px={Math.max(wide, high) / SIDE} />
    </svg>
    <div class="min-w-0 grow">
      <h2 class="display text-base">{card.title}: {card.name}</h2>
      <p class="eyebrow">
        {card.role}, {card.cloth}; {card.runs}; sewn {times(card.count)}{card.hands
          ? `, ${card.hands}`
          : ''}
      </p>
      <FindingList findings={card.findings} />
      <div class="grid grid-cols-2 gap-x-4">
        {#each card.figures as figure (figure.name)}<FigureLine {figure} />{/each}
      </div>
      <ol class="order">
        {#each card.steps as step (step.name)}
          <li>
            <strong>{step.name}.</strong>
            {say(step.words)}
            {#if step.because}<span class="eyebrow">({step.because})</span>{/if}
          </li>
        {/each}
      </ol>
    </div>
  </article>
{:else}
  {#if stage.value}
    <p>
      No cut piece of this making has a dart.
      <a class="link" href="/making/{making.id}/mark" onclick={route.follow}>To the marks</a>
    </p>
  {/if}
{/each}
{#if stage.value?.cards.length}
  <p class="eyebrow">
    Pins, basting or a crease, knot or turned end, straight or curved tip, to the centre or the
    side:
    <a class="link" href="/making/{making.id}/mark/kit" onclick={route.follow}>choose your school</a
    >.
  </p>
{/if}

<style>
  .dart {
    display: flex;
    gap: 1rem;
    padding: 0.6rem 0 0.9rem;
    border-bottom: 1px solid var(--color-base-300);
  }
  svg {
    flex: none;
    width: 190px;
    height: 230px;
  }
  .order {
    list-style: decimal;
    padding: 0.3rem 0 0 1.3rem;
    line-height: 1.35;
  }
</style>
