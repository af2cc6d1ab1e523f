<script lang="ts">
  // What could not be done, said where it belongs. Nothing at all without a sentence.
  let { text, small = false }: { text: string; small?: boolean } = $props();
</script>

{#if text}<p class={['text-error', small && 'text-sm']} role="alert">{text}</p>{/if}
