<script lang="ts">
  // The lay of every cloth: the table, its rules, ways compared, the numbers, the rehearsal, the floor.
  import { onMount } from 'svelte';

  import type { Schemas } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import StageLayout from '../making/StageLayout.svelte';
  import RoleSwitch from '../parts/RoleSwitch.svelte';
  import Tabs from '../parts/Tabs.svelte';
  import { Compare } from './compare.svelte';
  import CompareBoard from './CompareBoard.svelte';
  import ComparePanel from './ComparePanel.svelte';
  import FloorView from './FloorView.svelte';
  import { LayState, provideLay } from './lay.svelte';
  import LayBoard from './LayBoard.svelte';
  import NumbersPanel from './NumbersPanel.svelte';
  import ProjectorView from './ProjectorView.svelte';
  import RehearseBoard from './RehearseBoard.svelte';
  import RehearsePanel from './RehearsePanel.svelte';
  import RulesPanel from './RulesPanel.svelte';
  import TablePanel from './TablePanel.svelte';

  let { part }: { part: string } = $props();
  const making = theMaking();
  const table = new LayState(making);
  provideLay(table);
  const compare = new Compare(table);
  const lay = $derived(table.lay);
  onMount(() => void table.resume(compare));
  let rehearsal = $state.raw<Schemas['Rehearsal'] | null>(null);
  $effect(() => {
    // Not while an edit is under way: what the hand has done since must not be taken back.
    if (lay && !table.laying && !making.busy && table.stage.at === making.at)
      table.hand.show(lay.role, lay.placed);
  });
  const PARTS = [
    ['', 'Table'],
    ['rules', 'Rules'],
    ['compare', 'Compare'],
    ['numbers', 'Numbers'],
    ['rehearse', 'Rehearse'],
  ] as const;
</script>

{#if part === 'floor'}
  {#if lay}<FloorView />{/if}
{:else if part === 'project'}
  {#if lay?.placed.length}<ProjectorView />{/if}
{:else}
  <StageLayout title="Lay">
    {#snippet board()}
      {#if part === 'compare' && lay?.cloth}<CompareBoard {compare} />
      {:else if part === 'rehearse' && lay?.cloth}<RehearseBoard bind:seen={rehearsal} />
      {:else}<LayBoard />{/if}
    {/snippet}
    {#snippet panel()}
      {#if lay}
        <RoleSwitch
          small
          entries={table.lays.map(({ role, complete }) => ({ role, note: complete ? '✓' : '' }))}
          role={lay.role}
          disabled={table.laying || compare.busy}
          set={(role) => {
            table.role = role;
            table.hand.choose(null);
            compare.seen = null;
          }}
        />
        <Tabs label="Parts of the lay" base="/making/{making.id}/lay" parts={PARTS} {part} />
        {#if part === 'rules'}<RulesPanel />
        {:else if part === 'compare'}<ComparePanel {compare} />
        {:else if part === 'numbers'}<NumbersPanel />
        {:else if part === 'rehearse'}<RehearsePanel seen={rehearsal} />
        {:else}<TablePanel />{/if}
      {/if}
    {/snippet}
  </StageLayout>
{/if}
