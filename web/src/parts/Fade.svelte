<script lang="ts">
  // How strongly a picture is seen under what is drawn.
  let { value = $bindable() }: { value: number } = $props();
</script>

<label class="flex items-center gap-2"
  >Picture
  <input
    type="range"
    class="range range-xs grow"
    min="0"
    max="1"
    step="0.05"
    aria-label="How strongly the picture is seen"
    bind:value
  /></label
>
