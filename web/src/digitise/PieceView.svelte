<script lang="ts">
  // One piece: its line on the board, and beside it what is known of it.
  import SidePanel from '../parts/SidePanel.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import Tabs from '../parts/Tabs.svelte';
  import EdgesPanel from './EdgesPanel.svelte';
  import GarmentPicture from './GarmentPicture.svelte';
  import { Hand, provideHand } from './hand.svelte';
  import LinePanel from './LinePanel.svelte';
  import MarksPanel from './MarksPanel.svelte';
  import { thePattern } from './pattern.svelte';
  import PieceBoard from './PieceBoard.svelte';
  import PieceFacts from './PieceFacts.svelte';

  let { part }: { part: string } = $props();
  const pattern = thePattern();
  const page = $derived(pattern.now);
  const hand = new Hand(pattern);
  provideHand(hand);

  const PARTS = [
    ['', 'Line'],
    ['edges', 'Edges'],
    ['marks', 'Marks'],
    ['facts', 'Facts'],
  ] as const;
  const known = $derived(PARTS.some(([address]) => address === part) ? part : '');
  $effect(() => hand.turnTo(known === 'marks' ? 'marks' : known === '' ? 'line' : 'look'));
  const garment = $derived(page.piece?.drawn.way === 'garment' ? page.piece.drawn : null);
  const findings = $derived(
    page.findings.filter((each) => each.where.piece === String(pattern.drawn?.number)),
  );
</script>

<div class="flex h-full">
  <section class="min-w-0 grow" aria-label="The piece on the board">
    {#if garment && !pattern.drawn?.shape}
      <div class="flat">
        <GarmentPicture part={garment.part} measure={hand.asked} />
        <p class="eyebrow">The outline is drawn here once every measure is known.</p>
      </div>
    {:else}<PieceBoard />{/if}
  </section>
  <SidePanel wide label="What is known of the piece">
    <Tabs
      label="Parts of the piece"
      base="/pattern/{page.id}/piece/{pattern.piece}"
      parts={PARTS}
      part={known}
    />
    {#if known === 'edges'}<EdgesPanel />
    {:else if known === 'marks'}<MarksPanel />
    {:else if known === 'facts'}<PieceFacts />
    {:else}<LinePanel />{/if}
    {#if findings.length}
      <section>
        <h2 class="display mb-1 text-lg">What to look at</h2>
        <FindingList {findings} point={(finding) => (hand.found = finding?.where ?? null)} />
      </section>
    {/if}
  </SidePanel>
</div>

<style>
  .flat {
    height: 100%;
    display: grid;
    place-content: center;
    justify-items: center;
    gap: 0.6rem;
    background: var(--board);
  }
  .flat :global(svg) {
    width: min(70vmin, 36rem);
    max-height: none;
    background: none;
  }
</style>
