<script lang="ts">
  // Something the whole page should say, below its head; with what to do about it.
  import type { Snippet } from 'svelte';

  let { role = 'status', children }: { role?: 'status' | 'alert'; children: Snippet } = $props();
</script>

<div class="notice" {role}>{@render children()}</div>

<style>
  .notice {
    display: flex;
    gap: 0.7rem;
    align-items: center;
    padding: 0.35rem 0.9rem;
    background: var(--color-base-100);
    border-bottom: 2px dashed var(--doubt);
  }
</style>
