<script lang="ts">
  // Text, told when the field is left (`set`), or as it is typed (`bind:value`).
  import type { HTMLInputAttributes } from 'svelte/elements';

  type Passed = Pick<
    HTMLInputAttributes,
    'placeholder' | 'autocomplete' | 'inputmode' | 'onkeydown'
  >;
  let {
    label,
    value = $bindable(''),
    set,
    left,
    most = 120,
    lines = 1,
    hidden = false,
    size = 'sm',
    wide = 'w-full',
    look = '',
    error = '',
    field = $bindable(),
    ...passed
  }: {
    label: string;
    value?: string;
    /** Takes the text; where it comes to false, what stood there before is shown again. */
    set?: (text: string) => unknown;
    /** The field was left, its text changed. */
    left?: () => unknown;
    /** How many letters it takes. */
    most?: number;
    /** Higher than one line. */
    lines?: number;
    /** The label is read out but not shown. */
    hidden?: boolean;
    size?: 'xs' | 'sm' | 'md';
    /** How wide it is, where it stands. */
    wide?: string;
    /** Classes of the field itself. */
    look?: string;
    /** What is wrong with it. */
    error?: string;
    field?: HTMLInputElement | HTMLTextAreaElement | undefined;
  } & Passed = $props();

  const id = $props.id();
  const kind = $derived(lines > 1 ? 'textarea' : 'input');
  const classes = $derived([kind, `${kind}-${size} w-full`, error && 'input-error', look]);
  const shared = $derived({
    id,
    value,
    maxlength: most,
    class: classes,
    'aria-invalid': error ? ('true' as const) : undefined,
    'aria-describedby': error ? `${id}-error` : undefined,
  });

  function typed(event: { currentTarget: { value: string } }) {
    if (!set) value = event.currentTarget.value;
  }
  async function changed({ currentTarget: at }: { currentTarget: { value: string } }) {
    if (set && (await set(at.value.trim())) === false) at.value = value;
    void left?.();
  }
</script>

<div class={['min-w-0', wide]}>
  <label class={hidden ? 'sr-only' : 'eyebrow block'} for={id}>{label}</label>
  {#if lines > 1}
    <textarea
      {...shared}
      rows={lines}
      placeholder={passed.placeholder}
      bind:this={field}
      oninput={typed}
      onchange={changed}></textarea>
  {:else}
    <input {...shared} {...passed} bind:this={field} oninput={typed} onchange={changed} />
  {/if}
  {#if error}<p id="{id}-error" class="text-error text-sm" role="alert">{error}</p>{/if}
</div>
