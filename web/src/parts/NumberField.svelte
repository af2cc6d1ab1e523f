<script lang="ts" generics="Empty extends boolean = false">
  // A plain number with its unit, told when the field is left; a comma is a point.
  import { Refused } from '../api/client';
  import { sentenceOf } from './problem';
  import Problem from './Problem.svelte';
  import { Typed } from './typed.svelte';

  let {
    label,
    value,
    set,
    unit = '',
    empty,
  }: {
    label: string;
    value: number | null;
    unit?: string;
    /** May be left empty. */
    empty?: Empty;
    set: (value: Empty extends true ? number | null : number) => unknown;
  } = $props();
  const id = $props.id();
  const typed = new Typed();
  let problem = $state('');
  const shown = $derived(typed.text ?? (value === null ? '' : `${value}${unit && ` ${unit}`}`));

  function send(text: string) {
    const plain = text.replace(unit, '').replace(',', '.').trim();
    problem = '';
    if (!plain && empty) return (set as (value: null) => unknown)(null);
    const number = Number(plain);
    if (!plain || !Number.isFinite(number)) throw new Refused('Write it like 4 or 3.5.');
    return (set as (value: number) => unknown)(number);
  }
  const commit = () => typed.commit(send, (said) => (problem = sentenceOf(said)));
</script>

<div>
  <label class="eyebrow block" for={id}>{label}</label>
  <input
    {id}
    class="input input-sm w-full"
    inputmode="decimal"
    autocomplete="off"
    value={shown}
    oninput={(event) => (typed.text = event.currentTarget.value)}
    onchange={commit}
    onkeydown={(event) => event.key === 'Enter' && void commit()}
  />
  <Problem small text={problem} />
</div>
