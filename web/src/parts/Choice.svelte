<script lang="ts" generics="Value extends string | number">
  // One of several, from a list that drops down. A choice that is not taken falls back to the value.
  interface Option {
    value: Value;
    name: string;
  }
  let {
    label,
    spoken,
    value,
    options,
    set,
    bare = false,
    size = 'sm',
    wide = 'w-full',
    marked = false,
  }: {
    label: string;
    /** What is read out, where the label alone says too little. */
    spoken?: string;
    value: Value;
    options: readonly (Option | Value)[];
    set: (value: Value) => unknown;
    /** The label is only read out. */
    bare?: boolean;
    size?: 'xs' | 'sm';
    wide?: string;
    /** Differs from what is usual here. */
    marked?: boolean;
  } = $props();

  const id = $props.id();
  const all = $derived(
    options.map((each) => (typeof each === 'object' ? each : { value: each, name: String(each) })),
  );
</script>

<div class={['min-w-0', wide]}>
  <label for={id} class={bare ? 'sr-only' : 'eyebrow block'}>{label}</label>
  <select
    {id}
    class={['select w-full', size === 'xs' ? 'select-xs' : 'select-sm', marked && 'marked']}
    aria-label={spoken}
    {value}
    onchange={(event) => {
      const chosen = all[event.currentTarget.selectedIndex];
      if (chosen) void set(chosen.value);
    }}
  >
    {#each all as each (each.value)}<option value={each.value}>{each.name}</option>{/each}
  </select>
</div>

<style>
  .marked {
    font-weight: 680;
    border-color: var(--thread);
  }
</style>
