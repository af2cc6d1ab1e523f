<script lang="ts">
  // Pick: whose size, which view and pieces, and what the original is like.
  import { ONLY } from '../parts/words';
  import { GET } from '../api/client';
  import type { Inputs, PickStage } from '../api/types';
  import { StageData, theMaking } from '../making/making.svelte';
  import type { Some } from '../parts/some';
  import StageLayout from '../making/StageLayout.svelte';
  import Tabs from '../parts/Tabs.svelte';
  import Board from '../table/Board.svelte';
  import { boxOf, roomFor, setOut } from '../table/draw';
  import Nested from './Nested.svelte';
  import OriginalPart from './OriginalPart.svelte';
  import PageBoard from './PageBoard.svelte';
  import PiecesPart from './PiecesPart.svelte';
  import SizesPart from './SizesPart.svelte';

  let { part }: { part: string } = $props();
  const making = theMaking();
  let order = $state<'columns' | 'pages'>('columns');
  const stage = new StageData<PickStage>(making, () =>
    GET('/api/makings/{making_id}/pick', { params: { path: making.path, query: { order } } }),
  );
  const PARTS = [
    ['', 'Sizes'],
    ['pieces', 'View and pieces'],
    ['original', 'Original'],
  ] as const;
  const here = $derived(PARTS.some(([id]) => id === part) ? part : '');
  const layout = $derived(
    setOut(stage.value?.nests ?? [], (nest) =>
      roomFor(boxOf(Object.values(nest.outlines)), `${nest.number} ${nest.name}`),
    ),
  );
  const showPages = $derived(here === 'original' && !!stage.value?.pages);
  const states = $derived(
    new Map(stage.value?.picked.pieces.map((piece) => [piece.number, piece.state]) ?? []),
  );

  const edit = (change: Some<Inputs['pick']>) => making.edit('pick', change);
</script>

<StageLayout title="Pick">
  {#snippet board()}
    {#if stage.value}
      {@const value = stage.value}
      {#if showPages && value.pages}
        <PageBoard pages={value.pages} />
      {:else}
        <Board bounds={layout.bounds} label="The nested sizes of every piece">
          {#snippet children(px)}
            {#each layout.spots as spot (spot.item.number)}
              <g transform="translate({spot.dx} {spot.dy})">
                <Nested
                  nest={spot.item}
                  sizes={value.sizes}
                  size={value.picked.size}
                  wanted={value.wanted[String(spot.item.number)] ?? null}
                  state={states.get(spot.item.number) ?? 'needed'}
                  box={spot.box}
                  {px}
                />
              </g>
            {/each}
          {/snippet}
          {#snippet over()}
            <p class="tag">
              {#if value.picked.graded}
                Blended sizes: the heavy line is yours
              {:else}
                {#if value.picked.size !== ONLY}Size{/if}
                <strong class="display text-lg">{value.picked.size}</strong>{/if}, view
              {value.picked.view}
            </p>
          {/snippet}
        </Board>
      {/if}
    {/if}
  {/snippet}
  {#snippet panel()}
    {#if stage.value}
      <Tabs parts={PARTS} part={here} base="/making/{making.id}/pick" label="Parts of Pick" />
      {#if here === 'pieces'}
        <PiecesPart stage={stage.value} {edit} />
      {:else if here === 'original'}
        <OriginalPart stage={stage.value} bind:order {edit} />
      {:else}
        <SizesPart stage={stage.value} {edit} />
      {/if}
    {/if}
  {/snippet}
</StageLayout>
