<script lang="ts">
  // Fit: the pieces with their changes, the toile, the walk of the seams.
  import { GET } from '../api/client';
  import type { Finding, FitStage } from '../api/types';
  import { StageData, theMaking } from '../making/making.svelte';
  import StageLayout from '../making/StageLayout.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import Tabs from '../parts/Tabs.svelte';
  import TickBox from '../parts/TickBox.svelte';
  import ChangesPanel from './ChangesPanel.svelte';
  import FitBoard from './FitBoard.svelte';
  import { FitHand, provideHand } from './hand.svelte';
  import SeamsPanel from './SeamsPanel.svelte';
  import ToilePanel from './ToilePanel.svelte';

  let { part }: { part: string } = $props();
  const making = theMaking();
  provideHand(new FitHand(making));
  const stage = new StageData<FitStage>(making, () =>
    GET('/api/makings/{making_id}/fit', { params: { path: making.path } }),
  );
  const PARTS = [
    ['', 'Changes'],
    ['seams', 'Seams'],
    ['toile', 'Toile'],
  ] as const;
  const shown = $derived(PARTS.find(([id]) => id === part)?.[0] ?? '');
  let pointed = $state.raw<Finding | null>(null);
</script>

<StageLayout title="Fit">
  {#snippet board()}
    {#if stage.value}<FitBoard stage={stage.value} {pointed} />{/if}
  {/snippet}
  {#snippet panel()}
    {#if stage.value}
      {@const { fitted, tick } = stage.value}
      <Tabs parts={PARTS} part={shown} base="/making/{making.id}/fit" label="Parts of Fit" />
      {#if shown === 'toile'}<ToilePanel stage={stage.value} />
      {:else if shown === 'seams'}<SeamsPanel {fitted} />
      {:else}
        <ChangesPanel stage={stage.value} />
        {@const off = fitted.seams.filter((seam) => !seam.agrees).length}
        <p>
          Seams:
          {off
            ? `${off} of ${fitted.seams.length} do not agree.`
            : `All ${fitted.seams.length} agree at the stitching line.`}
        </p>
      {/if}
      <FindingList findings={fitted.findings} point={(finding) => (pointed = finding)} />
      <TickBox
        tick={making.given.now(tick)}
        label="Lengths checked"
        toggle={(on) => making.tick([tick.key], on)}
      />
    {/if}
  {/snippet}
</StageLayout>
