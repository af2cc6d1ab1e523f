<script lang="ts">
  // A length as people write it; the server reads it, and its sentence appears under the field.
  import { data, POST, Refused } from '../api/client';
  import { connection } from './connection.svelte';
  import { saying } from './drafts';
  import { formatLength, formatMeasured } from './length';
  import { here } from './session.svelte';
  import { sentenceOf } from './problem';
  import { Typed } from './typed.svelte';

  let {
    label,
    mm,
    set,
    empty = false,
    signed = false,
    hidden = false,
    fine = false,
    error = '',
    placeholder = '',
  }: {
    label: string;
    mm: number | null;
    /** Takes the new length; null when the field was emptied. May throw a refusal. */
    set: (mm: number | null) => void | Promise<void>;
    empty?: boolean;
    signed?: boolean;
    /** The label is read out but not shown. */
    hidden?: boolean;
    /** Shown to the last digit that was measured. */
    fine?: boolean;
    error?: string;
    placeholder?: string;
  } = $props();

  const id = $props.id();
  const typed = new Typed();
  let refused = $state('');
  const format = $derived(fine ? formatMeasured : formatLength);
  const shown = $derived(typed.text ?? (mm === null ? '' : format(mm, here.unit)));
  const said = $derived(refused || error);

  async function send(text: string) {
    refused = '';
    if (!text) {
      if (!empty) throw new Refused('Enter a length.');
      return set(null);
    }
    const body = { text, unit: here.unit, signed };
    const length = await connection.through(`${label}: ${text}`, () =>
      data(POST('/api/measure/length', { body })),
    );
    return set(length.mm);
  }
  const commit = () => typed.commit(send, (problem) => (refused = sentenceOf(problem)));

  function keys(event: KeyboardEvent) {
    if (event.key === 'Enter') void commit();
    if (event.key === 'Escape') {
      typed.text = null;
      refused = '';
    }
  }
</script>

<div>
  <label class={hidden ? 'sr-only' : 'eyebrow block'} for={id}>{label}</label>
  <input
    {id}
    class={['input input-sm w-full tabular-nums', said && 'input-error']}
    value={shown}
    {placeholder}
    autocomplete="off"
    inputmode="text"
    aria-invalid={said ? 'true' : undefined}
    aria-describedby={said ? `${id}-said` : undefined}
    oninput={(event) => (typed.text = event.currentTarget.value)}
    onchange={() => saying(commit())}
    onkeydown={keys}
  />
  {#if said}<p id="{id}-said" class="text-error mt-0.5 text-sm" role="alert">{said}</p>{/if}
</div>
