<script lang="ts">
  // Cut: the plan of every cloth, to tick; at the table one piece at a time.
  import { GET } from '../api/client';
  import type { CutStage } from '../api/types';
  import AgainList from '../making/AgainList.svelte';
  import AtTable from '../making/AtTable.svelte';
  import ListLayout from '../making/ListLayout.svelte';
  import { StageData, theMaking } from '../making/making.svelte';
  import OnTablet from '../making/OnTablet.svelte';
  import PrintLink from '../making/PrintLink.svelte';
  import Cautions from '../parts/Cautions.svelte';
  import CheckBox from '../parts/CheckBox.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import RoleSwitch from '../parts/RoleSwitch.svelte';
  import { route } from '../parts/route.svelte';
  import Schools from '../parts/Schools.svelte';
  import { say } from '../parts/session.svelte';
  import CutBoard from './CutBoard.svelte';
  import CutRow from './CutRow.svelte';
  import Remnant from './Remnant.svelte';
  import { sheetsOf } from './sheets';

  let { part }: { part: string } = $props();
  const making = theMaking();
  const stage = new StageData<CutStage>(making, () =>
    GET('/api/makings/{making_id}/cut', { params: { path: making.path } }),
  );
  let role = $state<string | null>(null);
  let chosen = $state<string | null>(null);

  const lists = $derived(stage.value?.lists ?? []);
  const shown = $derived(lists.find((each) => each.role === role) ?? lists[0]);
  const lay = $derived(stage.value?.lays.find((each) => each.role === shown?.role));
  const isDone = (item: { tick: Parameters<typeof making.given.now>[0] }) =>
    making.given.now(item.tick).state === 'done';
  const done = $derived(new Set(shown?.items.filter(isDone).map((item) => item.item)));
  const cutAlready = $derived(
    new Set(
      lists.flatMap((list) => list.items.filter(isDone).map((item) => `${list.role}/${item.item}`)),
    ),
  );
  const aware = $derived(making.inputs.cut.aware ?? []);
</script>

{#if part === 'table' && stage.value}
  <AtTable
    stage="cut"
    done="It is cut"
    empty="No lay is ready to be cut: finish it under Lay, or say on the list that you cut it all the same."
    orders={[{ name: 'By piece', sheets: sheetsOf(stage.value) }]}
    drawings={stage.value.drawings}
    maps={stage.value.maps}
    again={stage.value.again}
    cut={cutAlready}
  />
{:else if part !== 'table'}
  <ListLayout title="Cut">
    {#snippet actions()}
      <OnTablet stage="cut" />
      <PrintLink what="cutting" />
      <a class="btn btn-sm btn-primary" href="/making/{making.id}/cut/table" onclick={route.follow}
        >At the table</a
      >
    {/snippet}
    {#snippet list()}
      {#if shown && stage.value}
        <RoleSwitch
          entries={lists.map((each) => ({
            role: each.role,
            note: `${each.items.filter(isDone).length} of ${each.items.length}`,
          }))}
          role={shown.role}
          set={(chosen) => (role = chosen)}
        />
        <Cautions about="cut" cautions={stage.value.cautions} />
        <p class="mt-2"><strong>{shown.cloth}</strong>. {shown.tool}</p>
        <AgainList again={stage.value.again} />
        <FindingList findings={shown.findings} />
        {#if !shown.ready}
          <div class="flex flex-wrap items-center gap-x-4">
            <a class="btn btn-sm" href="/making/{making.id}/lay" onclick={route.follow}>Go to Lay</a
            >
            <CheckBox
              label="I know, and cut it all the same"
              checked={aware.includes(shown.role)}
              set={(on) =>
                making.edit('cut', ({ aware: now = [] }) => ({
                  aware: on ? [...now, shown.role] : now.filter((each) => each !== shown.role),
                }))}
            />
          </div>
        {/if}
        <p>{shown.notches} {shown.wrong_sides}</p>
        <FigureLine figure={shown.exact} name="Cut to within" />
        <ol class="my-3">
          {#each shown.items as item, index (item.tick.key)}
            <CutRow
              {item}
              number={index + 1}
              allowed={shown.allowed}
              lit={() => (chosen = item.item)}
              open={chosen === item.item}
            />
          {/each}
        </ol>
        {#if lay?.cloth && shown.items.every(isDone)}<Remnant {lay} />{/if}
        <ul class="eyebrow list-disc pl-5">
          {#each shown.keep as line (line)}<li>{say(line)}</li>{/each}
        </ul>
        <details class="mt-3">
          <summary class="cursor-pointer">How it is cut: schools</summary>
          <Schools
            schools={stage.value.schools}
            inputs={making.inputs.cut}
            set={(some) => making.edit('cut', some)}
          />
        </details>
      {/if}
    {/snippet}
    {#snippet board()}
      {#if lay?.cloth && stage.value}
        <CutBoard {lay} names={stage.value.names} {done} {chosen} drawings={stage.value.drawings} />
      {/if}
    {/snippet}
  </ListLayout>
{/if}
