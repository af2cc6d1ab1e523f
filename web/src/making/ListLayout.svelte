<script lang="ts">
  // At the table the list dominates and the drawing serves it.
  import type { Snippet } from 'svelte';

  let {
    list,
    board,
    actions,
    title,
  }: { list: Snippet; board: Snippet; actions?: Snippet; title: string } = $props();
</script>

<div class="flex h-full">
  <section class="tasks" aria-label={title}>
    <div class="mb-2 flex flex-wrap items-center justify-between gap-x-3 gap-y-1">
      <h1 class="display text-xl">{title}</h1>
      {#if actions}<div class="flex flex-wrap gap-2">{@render actions()}</div>{/if}
    </div>
    {@render list()}
  </section>
  <section class="min-w-0 flex-1" aria-label="{title}: drawing">{@render board()}</section>
</div>

<style>
  .tasks {
    position: relative;
    flex: 0 0 61%;
    overflow-y: auto;
    padding: 0.9rem 1.3rem 2rem;
    border-right: 1px solid var(--color-base-300);
  }
</style>
