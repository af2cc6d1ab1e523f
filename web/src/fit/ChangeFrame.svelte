<script lang="ts">
  // What every change has: its name, its place in the order, a switch; switched off it stays in the list.
  import { untrack, type Snippet } from 'svelte';
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ChevronDown from '@lucide/svelte/icons/chevron-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';

  import { data, POST } from '../api/client';
  import { theMaking } from '../making/making.svelte';
  import { say } from '../parts/session.svelte';
  import type { Change, Changed, Pieces } from './ways';
  import { once } from '../parts/once';

  let {
    name,
    change,
    index,
    last,
    fitted,
    alter,
    children,
  }: {
    name: string;
    change: Change;
    index: number;
    /** It is the last of all. */
    last: boolean;
    fitted: Pieces;
    alter: (how: Changed) => Promise<void>;
    children: Snippet;
  } = $props();

  const making = theMaking();
  const edit = (how: Changed) => making.attempt(() => alter(how));
  function move(by: 1 | -1) {
    void edit((all) => {
      const next = [...all];
      next.splice(index + by, 0, ...next.splice(index, 1));
      return next;
    });
  }
  // Of a long list only the newest is unfolded; what was unfolded stays so.
  let open = $state(untrack(() => last || making.inputs.fit.changes.length < 3));
  // What suits this person on every pattern; a finished length or a split suits this one alone.
  const keepable = $derived(!!making.inputs.pick.person && !!fitted.asked[index]?.keepable);
  let kept = $state('');
  const always = once(() =>
    making.attempt(async () => {
      const params = { path: making.path };
      const body = { index, name: '' };
      const answer = await data(POST('/api/makings/{making_id}/fit/standing', { params, body }));
      kept = say(`Kept for ${answer.person}: ${answer.sentence}.`);
    }),
  );
  const turn = () =>
    edit((all) => all.map((each, at) => (at === index ? { ...each, on: !each.on } : each)));
</script>

<article class={['change', !change.on && 'off']}>
  <header>
    <label class="flex grow items-center gap-2">
      <input type="checkbox" class="toggle toggle-xs" checked={change.on} onchange={turn} />
      <strong>{name}</strong>
    </label>
    {#if making.inputs.fit.changes.length > 2}
      <button class="btn btn-xs btn-square" aria-expanded={open} onclick={() => (open = !open)}
        ><ChevronDown size={13} class={open ? 'rotate-180' : ''} /><span class="sr-only"
          >{open ? 'Fold up' : 'Unfold'}: {name}</span
        ></button
      >
    {/if}
    <button class="btn btn-xs btn-square" disabled={index === 0} onclick={() => move(-1)}
      ><ArrowUp size={13} /><span class="sr-only">Earlier: {name}</span></button
    >
    <button class="btn btn-xs btn-square" disabled={last} onclick={() => move(1)}
      ><ArrowDown size={13} /><span class="sr-only">Later: {name}</span></button
    >
    <button class="btn btn-xs" onclick={() => edit((all) => all.filter((_, at) => at !== index))}
      >Take out</button
    >
  </header>
  {#if !open}<!-- only its name -->
  {:else if change.on}
    {@render children()}
    {#if keepable}
      {#if kept}<p class="eyebrow mt-1" role="status">{kept}</p>
      {:else}
        <button class="btn btn-xs btn-ghost mt-1" onclick={always}
          >Always, for {making.inputs.pick.person}</button
        >
      {/if}
    {/if}
  {:else}
    <p class="eyebrow">Switched off: nothing is changed by it.</p>
  {/if}
</article>

<style>
  .change {
    padding-bottom: 0.6rem;
    margin-bottom: 0.6rem;
    border-bottom: 1px solid var(--color-base-300);
  }
  .off strong {
    text-decoration: line-through;
  }
  header {
    display: flex;
    gap: 0.25rem;
    align-items: center;
  }
</style>
