<script lang="ts">
  // A pattern being entered or mended: its pieces on the board, what is known and what is missing beside it.
  import SaveAs from '../parts/SaveAs.svelte';
  import SidePanel from '../parts/SidePanel.svelte';

  import { data, GET, POST } from '../api/client';
  import type { Finding } from '../api/types';
  import DocumentHead from '../parts/DocumentHead.svelte';
  import Notice from '../parts/Notice.svelte';
  import { sentenceOf } from '../parts/problem';
  import { route } from '../parts/route.svelte';
  import AboutPanel from './AboutPanel.svelte';
  import { PatternState, providePattern } from './pattern.svelte';
  import FileView from './FileView.svelte';
  import PieceView from './PieceView.svelte';
  import PiecesPanel from './PiecesPanel.svelte';
  import SeamsPanel from './SeamsPanel.svelte';
  import SheetView from './SheetView.svelte';
  import SizesPanel from './SizesPanel.svelte';
  import WholeBoard from './WholeBoard.svelte';
  import { once } from '../parts/once';

  let { id, part, of, sub }: { id: number; part: string; of: number; sub: string } = $props();

  // The page is built anew for another pattern, so its id never changes here.
  // svelte-ignore state_referenced_locally
  const pattern = new PatternState(id);
  providePattern(pattern);
  let failed = $state('');
  const onPiece = $derived(part === 'piece' && of > 0);
  $effect(() => {
    const piece = onPiece ? of : 0;
    if (!pattern.page) {
      pattern.piece = piece;
      pattern.load().catch((problem) => (failed = sentenceOf(problem)));
    } else void pattern.look(piece);
  });
  $effect(() => {
    if (pattern.page) document.title = `${pattern.page.facts.name} · Dove Tack`;
  });

  const PARTS = [
    ['', 'Pieces'],
    ['seams', 'Seams'],
    ['sizes', 'Sizes'],
    ['about', 'About'],
  ] as const;
  let lit = $state<number | null>(null);
  let found = $state.raw<Finding['where'] | null>(null);

  const begin = once(() =>
    pattern.attempt(async () => {
      const body = { pattern: id, title: pattern.now.facts.name, person: null };
      route.go(`/making/${(await data(POST('/api/makings', { body }))).id}/pick`);
    }),
  );
</script>

{#if failed}
  <main class="grid h-full place-items-center p-8">
    <p role="alert">
      {failed} <a class="link" href="/patterns" onclick={route.follow}>Back to the patterns</a>
    </p>
  </main>
{:else if pattern.page && pattern.choices}
  {@const page = pattern.page}
  <div class="flex h-full flex-col">
    <DocumentHead
      home="/patterns"
      homeSaid="To the patterns"
      name={page.facts.name}
      label="Name of this pattern"
      rename={(name) => pattern.edit({ do: 'facts', name })}
      status={pattern.status}
      undone={pattern.pending?.what ?? page.undo}
      redone={page.redo}
      undo={pattern.undo}
      redo={pattern.redo}
    >
      {#if page.usable}
        <SaveAs
          ask={() =>
            data(
              GET('/api/patterns/{pattern_id}/save', {
                params: { path: { pattern_id: id }, query: { size: page.size } },
              }),
            )}
        />
      {/if}
      {#snippet beside()}
        <button
          class="btn btn-sm btn-primary"
          disabled={!page.usable}
          title={page.usable
            ? 'Begin a making from it as it is'
            : 'One piece with an outline and a name is enough'}
          onclick={begin}>Begin a making</button
        >
      {/snippet}
    </DocumentHead>
    <nav class="strip" aria-label="Pattern">
      {#each PARTS as [address, name] (address)}
        <a
          href="/pattern/{id}{address && `/${address}`}"
          onclick={route.follow}
          aria-current={!onPiece && part !== 'sheet' && part === address ? 'page' : undefined}
          >{name}</a
        >
      {/each}
      <span class="bar" aria-hidden="true"></span>
      <div class="pieces" role="group" aria-label="Pieces">
        {#each page.pieces as piece (piece.id)}
          <a
            href="/pattern/{id}/piece/{piece.id}"
            onclick={route.follow}
            class={[!piece.usable && 'waiting']}
            aria-current={onPiece && piece.id === of ? 'page' : undefined}
            title={piece.usable ? `${piece.number} ${piece.name}` : 'Not in the pattern yet'}
            >{piece.number}{#if piece.name}&nbsp;{piece.name}{/if}</a
          >
        {/each}
      </div>
    </nav>
    {#if pattern.notice}
      <Notice role="alert">
        <span>{pattern.notice}</span>
        <button class="btn btn-xs" onclick={() => (pattern.notice = '')}>Good</button>
      </Notice>
    {/if}
    <main class="min-h-0 grow">
      {#if onPiece}
        {#if page.piece?.id === of && pattern.piece === of}
          {#key of}<PieceView part={sub} />{/key}
        {:else if !page.pieces.some((each) => each.id === of)}
          <p class="p-8">
            This piece is not in the pattern any more.
            <a class="link" href="/pattern/{id}" onclick={route.follow}>To all pieces</a>
          </p>
        {/if}
      {:else if part === 'sheet'}
        {#key of}<SheetView sheet={of} />{/key}
      {:else if part === 'file'}
        <FileView />
      {:else}
        <div class="flex h-full">
          <section class="min-w-0 grow" aria-label="All pieces">
            <WholeBoard threads={part === 'seams'} {lit} {found} />
          </section>
          <SidePanel wide label="What is known of the pattern">
            {#if part === 'seams'}<SeamsPanel light={(at) => (lit = at)} />
            {:else if part === 'sizes'}<SizesPanel />
            {:else if part === 'about'}<AboutPanel />
            {:else}<PiecesPanel light={(where) => (found = where)} />{/if}
          </SidePanel>
        </div>
      {/if}
    </main>
  </div>
{:else}
  <main class="grid h-full place-items-center" aria-busy="true">
    <p class="eyebrow">Opening…</p>
  </main>
{/if}

<style>
  .strip {
    display: flex;
    gap: 0.15rem;
    align-items: stretch;
    padding: 0 0.7rem;
    background: var(--color-base-200);
    border-block: 1px solid var(--color-base-300);
  }
  .strip a {
    padding: 0.45rem 0.7rem 0.4rem;
    border-bottom: 3px solid transparent;
    white-space: nowrap;
  }
  .strip a:hover {
    text-decoration: underline;
  }
  .strip a[aria-current] {
    border-bottom-color: var(--thread);
    font-weight: 680;
  }
  .bar {
    width: 1px;
    margin: 0.5rem 0.4rem;
    background: var(--color-base-300);
  }
  .pieces {
    display: flex;
    min-width: 0;
    overflow-x: auto;
    scrollbar-width: thin;
  }
  .waiting {
    color: var(--ink-soft);
    font-style: italic;
  }
</style>
