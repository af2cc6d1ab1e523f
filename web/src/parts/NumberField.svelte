<script lang="ts" generics="Empty extends boolean = false">
  // A plain number with its unit, told when the field is left; a comma is a point.
  import Problem from './Problem.svelte';

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
  let typed = $state<string | null>(null);
  let problem = $state('');
  const shown = $derived(typed ?? (value === null ? '' : `${value}${unit && ` ${unit}`}`));

  async function commit() {
    if (typed === null) return;
    const text = typed.replace(unit, '').replace(',', '.').trim();
    const number = Number(text);
    problem = '';
    if (!text && empty) await (set as (value: null) => unknown)(null);
    else if (!text || !Number.isFinite(number)) return void (problem = 'Write it like 4 or 3.5.');
    else await (set as (value: number) => unknown)(number);
    typed = null;
  }
</script>

<div>
  <label class="eyebrow block" for={id}>{label}</label>
  <input
    {id}
    class="input input-sm w-full"
    inputmode="decimal"
    autocomplete="off"
    value={shown}
    oninput={(event) => (typed = event.currentTarget.value)}
    onchange={commit}
    onkeydown={(event) => event.key === 'Enter' && void commit()}
  />
  <Problem small text={problem} />
</div>
