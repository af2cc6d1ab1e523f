<script lang="ts">
  // A box to check, with its words.
  let {
    label,
    checked,
    set,
    disabled = false,
    small = false,
    title,
    note,
  }: {
    label: string;
    checked: boolean;
    set: (on: boolean) => unknown;
    disabled?: boolean;
    small?: boolean;
    title?: string;
    /** Something short at the far end. */
    note?: string;
  } = $props();
</script>

<label class={['flex min-w-0 cursor-pointer items-center gap-2', small ? '' : 'py-1']} {title}>
  <input
    type="checkbox"
    class={['checkbox shrink-0', small ? 'checkbox-xs' : 'checkbox-sm']}
    {checked}
    {disabled}
    onchange={(event) => void set(event.currentTarget.checked)}
  />
  <span class={['min-w-0 grow', small && 'eyebrow']}>{label}</span>
  {#if note}<span class="eyebrow">{note}</span>{/if}
</label>
