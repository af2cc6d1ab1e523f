<script lang="ts">
  // Trace: what to do with each piece of paper, tracing by hand, the paper it takes, and printing.
  import { GET } from '../api/client';
  import type { Finding, Inputs, TraceStage } from '../api/types';
  import { StageData, theMaking } from '../making/making.svelte';
  import type { Some } from '../parts/some';
  import StageLayout from '../making/StageLayout.svelte';
  import Tabs from '../parts/Tabs.svelte';
  import HandBoard from './HandBoard.svelte';
  import HandPanel from './HandPanel.svelte';
  import OnePiece from './OnePiece.svelte';
  import PaperBoard from './PaperBoard.svelte';
  import PaperPanel from './PaperPanel.svelte';
  import PiecesBoard from './PiecesBoard.svelte';
  import PiecesPanel from './PiecesPanel.svelte';
  import PrintBoard from './PrintBoard.svelte';
  import PrintPanel from './PrintPanel.svelte';
  import { Printing } from './printing.svelte';

  let { part }: { part: string } = $props();
  const making = theMaking();
  const stage = new StageData<TraceStage>(making, () =>
    GET('/api/makings/{making_id}/trace', { params: { path: making.path } }),
  );
  const PARTS = [
    ['', 'Pieces'],
    ['hand', 'By hand'],
    ['paper', 'Paper'],
    ['print', 'Print'],
  ] as const;
  const here = $derived(PARTS.some(([id]) => id === part) ? part : '');
  const printing = new Printing(making);

  let open = $state<number | null>(null);
  let pointed = $state.raw<Finding | null>(null);
  let lit = $state({ mark: '', edge: '' });
  const pieces = $derived(stage.value?.traced.pieces ?? []);
  const one = $derived(pieces.find((piece) => piece.number === open));
  // By hand there is always a piece before you: the one held, or the first that is not done.
  let held = $state<number | null>(null);
  const onTable = $derived(
    pieces.find((piece) => piece.number === held) ??
      pieces.find((piece) => stage.value?.ticks[String(piece.number)]?.piece.state !== 'done') ??
      pieces[0],
  );

  const edit = (change: Some<Inputs['trace']>) => making.edit('trace', change);
</script>

<StageLayout title="Trace">
  {#snippet board()}
    {#if stage.value}
      {#if here === 'print'}
        <PrintBoard {printing} />
      {:else if here === 'paper'}
        <PaperBoard />
      {:else if here === 'hand' && onTable}
        <HandBoard piece={onTable} stage={stage.value} {lit} />
      {:else}
        <PiecesBoard stage={stage.value} {one} {pointed} />
      {/if}
    {/if}
  {/snippet}
  {#snippet panel()}
    {#if stage.value}
      <Tabs parts={PARTS} part={here} base="/making/{making.id}/trace" label="Parts of Trace" />
      {#if here === 'print'}
        <PrintPanel {printing} {pieces} />
      {:else if here === 'paper'}
        <PaperPanel {edit} />
      {:else if here === 'hand' && onTable}
        <HandPanel
          piece={onTable}
          stage={stage.value}
          choose={(number) => (held = number)}
          light={(next) => (lit = next)}
        />
      {:else if one}
        <OnePiece piece={one} stage={stage.value} {edit} close={() => (open = null)} />
      {:else}
        <PiecesPanel
          stage={stage.value}
          {edit}
          choose={(number) => (open = number)}
          point={(finding) => (pointed = finding)}
        />
      {/if}
    {/if}
  {/snippet}
</StageLayout>
