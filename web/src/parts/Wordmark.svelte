<script lang="ts">
  // The name, with three tacks.
  let { large = false }: { large?: boolean } = $props();
</script>

<span class="inline-flex items-center gap-2">
  <svg viewBox="0 0 34 20" class={large ? 'h-8' : 'h-5'} aria-hidden="true">
    <path d="M3 17 9 3M14 17 20 3M25 17 31 3" />
  </svg>
  <span class={['display', large ? 'text-4xl' : 'text-lg']}>Dove Tack</span>
</span>

<style>
  path {
    stroke: var(--thread);
    stroke-width: 3.4;
    stroke-linecap: round;
    fill: none;
  }
</style>
