<script lang="ts">
  // What is known, beside the board.
  import type { Snippet } from 'svelte';

  let {
    label,
    wide = false,
    children,
  }: { label: string; wide?: boolean; children: Snippet } = $props();
</script>

<aside class={['panel', wide && 'wide']} aria-label={label}>{@render children()}</aside>

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
  .wide {
    width: 340px;
  }
  @media (max-width: 1100px) {
    .panel {
      width: 290px;
    }
    .wide {
      width: 310px;
    }
  }
</style>
