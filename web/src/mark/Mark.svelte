<script lang="ts">
  import { GET } from '../api/client';
  import type { MarkItem, MarkStage } from '../api/types';
  import ListLayout from '../making/ListLayout.svelte';
  import { StageData, theMaking } from '../making/making.svelte';
  import TickRow from '../parts/TickRow.svelte';
  import Board from '../table/Board.svelte';
  import { boxOf } from '../table/draw';
  import PieceDrawing from '../table/PieceDrawing.svelte';

  const making = theMaking();
  const stage = new StageData<MarkStage>(making, () =>
    GET('/api/makings/{making_id}/mark', { params: { path: making.path } }),
  );
  let open = $state<string | null>(null);
  let lit = $state('');

  const lists = $derived(stage.value?.lists ?? []);
  const idOf = (list: (typeof lists)[number]) => `${list.role}/${list.item}`;
  const shown = $derived(lists.find((each) => idOf(each) === open) ?? lists[0]);
  const piece = $derived(stage.value?.pieces.find((each) => each.number === shown?.piece));
  // Marks that are carried over in the same way stand together, with the way explained once.
  const ways = $derived.by(() => {
    const found: { way: string; items: MarkItem[] }[] = [];
    for (const item of shown?.items ?? []) {
      const group = found.find((each) => each.way === item.way);
      if (group) group.items.push(item);
      else found.push({ way: item.way, items: [item] });
    }
    return found;
  });
  const left = (list: (typeof lists)[number]) =>
    list.items.filter((item) => item.tick.state !== 'done').length;

  /** The layers of a way; a mark for one side says its own beside it. */
  const layersOf = (items: readonly MarkItem[]) =>
    (items.find((item) => !item.once) ?? items[0])?.layers ?? '';
</script>

<ListLayout title="Mark">
  {#snippet list()}
    {#if shown && stage.value}
      <div class="mb-3 flex flex-wrap gap-1.5" role="group" aria-label="Cut piece">
        {#each lists as each (idOf(each))}
          <button
            class={['btn btn-sm', idOf(each) === idOf(shown) && 'btn-neutral']}
            aria-pressed={idOf(each) === idOf(shown)}
            onclick={() => {
              open = idOf(each);
              lit = '';
            }}
          >
            {each.title} <span class="font-normal">{left(each) ? `${left(each)} left` : '✓'}</span>
          </button>
        {/each}
      </div>
      <div class="flex items-baseline justify-between gap-3">
        <p>
          <strong>{shown.title}</strong>, {shown.role}: about {Math.max(
            1,
            Math.round(shown.minutes),
          )} minutes. Keep the paper pinned until all are ticked.
        </p>
        <button
          class="btn btn-sm"
          disabled={!left(shown)}
          onclick={() =>
            making.tick(
              shown.items.filter((item) => item.tick.state !== 'done').map((item) => item.tick.key),
              true,
            )}>Tick all {left(shown) || ''}</button
        >
      </div>
      {#each ways as { way, items } (way)}
        <section class="my-3">
          <h2 class="display text-base">{way[0]?.toUpperCase()}{way.slice(1)}</h2>
          <p>{items[0]?.how} {items[0]?.because}</p>
          <p class="eyebrow">
            {items[0]?.side}, {layersOf(items)}{items[0]?.otherwise
              ? `; ${items[0].otherwise}`
              : ''}
          </p>
          <ul>
            {#each items as item (item.tick.key)}
              <TickRow
                tick={item.tick}
                label="{item.title} is marked"
                lit={() => (lit = item.mark)}
                toggle={(on) => making.tick([item.tick.key], on)}
              >
                <strong class="mr-2 font-normal">{item.title}</strong>
                <span class="eyebrow"
                  >{[
                    item.kind === item.title ? '' : item.kind,
                    item.layers === layersOf(items) ? '' : item.layers,
                  ]
                    .filter(Boolean)
                    .join('; ')}</span
                >
              </TickRow>
            {/each}
          </ul>
        </section>
      {/each}
      <ul class="eyebrow list-disc pl-5">
        {#each stage.value.cautions as caution (caution)}<li>{caution}</li>{/each}
      </ul>
    {:else if stage.value}
      <p>Choose the cloths first: the way of marking depends on them.</p>
    {/if}
  {/snippet}
  {#snippet board()}
    {#if piece}
      {@const one = piece}
      <Board bounds={boxOf([one.cutting])} label="Where the marks are">
        {#snippet children(px)}
          <PieceDrawing shape={one.shape} cutting={one.cutting} outward={one.outward} {px} {lit} />
        {/snippet}
      </Board>
    {/if}
  {/snippet}
</ListLayout>
