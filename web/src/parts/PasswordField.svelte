<script lang="ts">
  // A password: so far, or from now on.
  let {
    label,
    value = $bindable(),
    fresh = false,
  }: { label: string; value: string; fresh?: boolean } = $props();
</script>

<label class="w-full">
  <span class="eyebrow block">{label}</span>
  <input
    class="input w-full"
    type="password"
    autocomplete={fresh ? 'new-password' : 'current-password'}
    maxlength="200"
    bind:value
  />
</label>
