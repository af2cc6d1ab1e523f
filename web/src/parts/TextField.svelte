<script lang="ts">
  // A line of text, told when the field is left.
  let {
    label,
    value,
    set,
    most = 120,
    placeholder,
  }: {
    label: string;
    value: string;
    set: (text: string) => unknown;
    /** How many letters it takes. */
    most?: number;
    placeholder?: string;
  } = $props();
</script>

<label>
  <span class="eyebrow block">{label}</span>
  <input
    class="input input-sm w-full"
    {value}
    maxlength={most}
    {placeholder}
    onchange={(event) => void set(event.currentTarget.value.trim())}
  />
</label>
