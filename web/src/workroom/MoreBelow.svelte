<script lang="ts">
  // The end of a page of a list: how many there are, and the next ones when it comes into sight.
  import type { Attachment } from 'svelte/attachments';

  let {
    shown,
    matching,
    what,
    next,
  }: { shown: number; matching: number | null; what: string; next: () => Promise<void> } = $props();

  const seen: Attachment = (end) => {
    if (typeof IntersectionObserver === 'undefined') return;
    const watch = new IntersectionObserver(
      (entries) => entries.some((entry) => entry.isIntersecting) && void next(),
      { rootMargin: '600px' },
    );
    watch.observe(end);
    return () => watch.disconnect();
  };
</script>

{#if matching !== null && matching > 0}
  <p class="eyebrow mt-4 flex items-center gap-3" role="status">
    {#if shown < matching}
      <span>{shown} of {matching} {what}</span>
      {#key shown}<button class="btn btn-xs" onclick={next} {@attach seen}>Show more</button>{/key}
    {:else if matching > 6}
      <span>All {matching} {what}</span>
    {/if}
  </p>
{/if}
