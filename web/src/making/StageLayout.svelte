<script lang="ts">
  // One object dominates; a narrow panel serves it.
  import type { Snippet } from 'svelte';

  let { board, panel, title }: { board: Snippet; panel: Snippet; title: string } = $props();
</script>

<div class="flex h-full">
  <section class="min-w-0 grow" aria-label={title}>{@render board()}</section>
  <aside class="panel" aria-label="{title}: choices and findings">{@render panel()}</aside>
</div>

<style>
  .panel {
    position: relative;
    width: 318px;
    flex: none;
    overflow-y: auto;
    padding: 0.8rem 0.9rem 1.2rem;
    border-left: 1px solid var(--color-base-300);
    background: var(--color-base-100);
    display: flex;
    flex-direction: column;
    gap: 1rem;
  }
  @media (max-width: 1100px) {
    .panel {
      position: relative;
      width: 290px;
    }
  }
</style>
