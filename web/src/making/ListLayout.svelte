<script lang="ts">
  // At the table the list dominates and the drawing serves it.
  import type { Snippet } from 'svelte';

  import { TableMode } from './tableMode.svelte';

  let { list, board, title }: { list: Snippet; board: Snippet; title: string } = $props();
  const mode = new TableMode();
</script>

<div class={['flex h-full', mode.on && 'at-table']}>
  <section class="tasks" aria-label={title}>
    <div class="mb-2 flex items-center justify-between gap-3">
      <h1 class="display text-xl">{title}</h1>
      <label class="flex cursor-pointer items-center gap-2">
        <input type="checkbox" class="toggle toggle-sm" checked={mode.on} onchange={mode.toggle} />
        Table mode: big type, screen stays on
      </label>
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
