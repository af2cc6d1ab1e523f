<script lang="ts">
  // Mark: the schedule of every cut piece; what is at hand; scrap tests; a card for every dart; and table mode.
  import { GET } from '../api/client';
  import type { MarkStage } from '../api/types';
  import AgainList from '../making/AgainList.svelte';
  import AtTable from '../making/AtTable.svelte';
  import ListLayout from '../making/ListLayout.svelte';
  import { StageData, theMaking } from '../making/making.svelte';
  import OnTablet from '../making/OnTablet.svelte';
  import PrintLink from '../making/PrintLink.svelte';
  import { route } from '../parts/route.svelte';
  import Tabs from '../parts/Tabs.svelte';
  import Board from '../table/Board.svelte';
  import SketchDrawing from '../table/SketchDrawing.svelte';
  import Darts from './Darts.svelte';
  import KitPanel from './KitPanel.svelte';
  import Schedule from './Schedule.svelte';
  import { idOf, sheetsByTool, sheetsOf } from './sheets';
  import TrialFirst from './TrialFirst.svelte';
  import TrialList from './TrialList.svelte';
  import { Trials } from './trials.svelte';

  let { part }: { part: string } = $props();
  const making = theMaking();
  const stage = new StageData<MarkStage>(making, () =>
    GET('/api/makings/{making_id}/mark', { params: { path: making.path } }),
  );
  const PARTS = [
    ['', 'Marks'],
    ['kit', 'At hand'],
    ['trials', 'Scrap tests'],
    ['darts', 'Darts'],
  ] as const;
  const shown = $derived(PARTS.find(([id]) => id === part)?.[0] ?? '');
  const trials = new Trials(making);
  let open = $state<string | null>(null);
  let lit = $state('');

  const lists = $derived(stage.value?.marking.lists ?? []);
  const list = $derived(lists.find((each) => idOf(each) === open) ?? lists[0]);
  const sketch = $derived(list && stage.value?.drawings[idOf(list)]);
  const done = $derived(
    new Set(
      list?.items
        .filter((item) => making.given.now(item.tick).state === 'done')
        .map((item) => item.mark),
    ),
  );
  const bounds = $derived.by(() => {
    const [x0, y0, x1, y1] = sketch?.box ?? [0, 0, 100, 100];
    return { x: x0, y: y0, width: x1 - x0, height: y1 - y0 };
  });
</script>

{#if part === 'table' && stage.value}
  {@const all = stage.value}
  <AtTable
    stage="mark"
    done="It is marked"
    empty="There are no marks to make yet: choose the cloths first."
    orders={[
      { name: 'By piece', sheets: sheetsOf(all) },
      { name: 'By tool', sheets: sheetsByTool(all) },
    ]}
    drawings={all.drawings}
    maps={all.maps}
    again={all.again}
  >
    {#snippet first(piece)}
      {@const trial = trials.next(all, piece)}
      {#if trial}<TrialFirst stage={all} {trial} pass={() => trials.pass(trial)} />{/if}
    {/snippet}
  </AtTable>
{:else if part !== 'table'}
  <ListLayout title="Mark">
    {#snippet actions()}
      <OnTablet stage="mark" />
      <PrintLink what={shown === 'darts' ? 'darts' : 'marking'} />
      <a class="btn btn-sm btn-primary" href="/making/{making.id}/mark/table" onclick={route.follow}
        >At the table</a
      >
    {/snippet}
    {#snippet list()}
      {#if stage.value}
        <div class="mb-3">
          <Tabs parts={PARTS} part={shown} base="/making/{making.id}/mark" label="Parts of Mark" />
        </div>
        {#if shown === 'kit'}<KitPanel stage={stage.value} />
        {:else if shown === 'trials'}<TrialList stage={stage.value} />
        {:else if shown === 'darts'}<Darts
            point={({ role, piece, mark }) => {
              open = idOf(lists.find((each) => each.role === role && each.piece === piece)!);
              lit = mark;
            }}
          />
        {:else}
          <AgainList again={stage.value.again} />
          <Schedule
            stage={stage.value}
            list={lists.find((each) => idOf(each) === open) ?? lists[0]}
            choose={(id) => {
              open = id;
              lit = '';
            }}
            light={(mark) => (lit = mark)}
          />
        {/if}
      {/if}
    {/snippet}
    {#snippet board()}
      {#if sketch}
        {@const drawn = sketch}
        <Board {bounds} label="Where the marks are">
          {#snippet children(px)}
            <SketchDrawing sketch={drawn} {px} {lit} {done} />
          {/snippet}
        </Board>
      {/if}
    {/snippet}
  </ListLayout>
{/if}
