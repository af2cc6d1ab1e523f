<script lang="ts">
  // One mark to make: what it is, its facts at a glance, and the ways it could be made.
  import type { MarkItem, MarkList, MarkStage } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import { say } from '../parts/session.svelte';
  import TickRow from '../parts/TickRow.svelte';
  import WayPicker from './WayPicker.svelte';

  let {
    stage,
    list,
    item,
    number,
    of = '',
    lit,
  }: {
    stage: MarkStage;
    list: MarkList;
    item: MarkItem;
    number?: number;
    /** The piece it is made on, where rows of several stand together. */
    of?: string;
    lit: () => void;
  } = $props();
  const making = theMaking();
  let picking = $state(false);
</script>

<TickRow
  tick={making.given.now(item.tick)}
  label="{of && `${of}: `}{item.title} is marked"
  {number}
  {lit}
  toggle={(on) => making.tick([item.tick.key], on)}
>
  <div class="flex items-center gap-2">
    <div class="min-w-0 grow">
      <strong class="mr-2 font-normal">{of && `${of}: `}{say(item.title)}</strong>
      <span class="eyebrow">{item.facts.map(say).join('; ')}</span>
    </div>
    {#if item.side !== 'edge'}
      <button
        class={['btn btn-xs', item.chosen && 'btn-outline']}
        aria-expanded={picking}
        onclick={() => (picking = !picking)}>{item.chosen ? 'Way chosen' : 'Another way'}</button
      >
    {/if}
  </div>
  {#if picking}<WayPicker {item} {list} {stage} close={() => (picking = false)} />{/if}
</TickRow>
