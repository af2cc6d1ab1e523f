<script lang="ts">
  // All ruler numbers in the order of laying, and the ways out: floor, paper.
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import { theLay } from './lay.svelte';

  const table = theLay();
  const lay = $derived(table.lay!);
  const rows = $derived(
    [...lay.placed]
      .sort((a, b) => a.numbers.order - b.numbers.order)
      .map((judged) => ({
        judged,
        item: table.itemOf(judged.placement.item),
      })),
  );
  const base = $derived(`/api/makings/${table.making.id}/lay/${lay.role}`);
</script>

<section class="flex flex-wrap gap-2">
  <a
    class="btn btn-sm btn-primary grow"
    href="/making/{table.making.id}/lay/floor"
    onclick={route.follow}>Lay it on the floor</a
  >
  <a class="btn btn-sm grow" href="/making/{table.making.id}/lay/project" onclick={route.follow}
    >Show it by projector</a
  >
  <a class="btn btn-sm grow" href="{base}/sheet.pdf" target="_blank">PDF for the wall</a>
</section>
<ol>
  {#each rows as { judged, item } (judged.placement.item)}
    {@const { numbers } = judged}
    <li>
      <button
        class="row"
        aria-pressed={table.hand.chosen === judged.placement.item}
        onclick={() => table.hand.choose(judged.placement.item)}
      >
        <strong class="order">{numbers.order}</strong>
        <span class="grow">
          <span class="font-semibold">{item?.piece} {item?.name}</span>
          <span class="eyebrow block">{numbers.face}, {numbers.direction}</span>
          <span class="block">
            to the {numbers.edge}: {say(numbers.upper.text)} / {say(numbers.lower.text)}
          </span>
          <span class="block">to the cut end: {say(numbers.to_end.text)}</span>
        </span>
      </button>
    </li>
  {:else}<li>Nothing lies yet.</li>{/each}
</ol>

<style>
  .row {
    display: flex;
    gap: 0.7rem;
    width: 100%;
    padding: 0.35rem 0.2rem;
    border-bottom: 1px solid var(--color-base-300);
    border-left: 3px solid transparent;
    text-align: left;
    cursor: pointer;
  }
  .row[aria-pressed='true'] {
    border-left-color: var(--thread);
  }
  .order {
    min-width: 1.6rem;
    text-align: right;
    font-size: 1.2em;
  }
</style>
