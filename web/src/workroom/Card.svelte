<script lang="ts">
  // A sheet of paper lying on the board: drawing above, words below.
  import type { Snippet } from 'svelte';

  import type { Drawing } from '../api/types';
  import Thumbnail from '../parts/Thumbnail.svelte';

  let {
    drawing,
    title,
    href,
    follow,
    children,
  }: {
    drawing: Drawing;
    title: string;
    href?: string;
    follow?: (event: MouseEvent) => void;
    children: Snippet;
  } = $props();
</script>

<article class="card-sheet">
  <div class="h-44 p-3"><Thumbnail {drawing} label="Pieces of {title}" /></div>
  <div class="words">
    <h2 class="display text-lg leading-tight">
      {#if href}<a {href} onclick={follow} class="stretch">{title}</a>{:else}{title}{/if}
    </h2>
    {@render children()}
  </div>
</article>

<style>
  .card-sheet {
    position: relative;
    display: flex;
    flex-direction: column;
    background: var(--color-base-100);
    border: 1px solid var(--board-line);
    overflow-wrap: anywhere;
  }
  .card-sheet > div:first-child {
    background: color-mix(in oklab, var(--board) 45%, var(--color-base-200));
  }
  .words {
    padding: 0.7rem 0.9rem 0.9rem;
    display: flex;
    flex-direction: column;
    gap: 0.3rem;
  }
  .stretch::after {
    content: '';
    position: absolute;
    inset: 0;
  }
  .card-sheet:has(.stretch):hover {
    border-color: var(--thread);
  }
</style>
