<script lang="ts">
  // One object dominates; a narrow panel serves it.
  import type { Snippet } from 'svelte';

  import SidePanel from '../parts/SidePanel.svelte';

  let { board, panel, title }: { board: Snippet; panel: Snippet; title: string } = $props();
</script>

<div class="flex h-full">
  <section class="min-w-0 grow" aria-label={title}>{@render board()}</section>
  <SidePanel label="{title}: choices and findings">{@render panel()}</SidePanel>
</div>
