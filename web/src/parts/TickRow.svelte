<script lang="ts">
  // One row of a list to tick: the box, what it is about, and why it may need another look.
  import type { Snippet } from 'svelte';

  import type { Tick } from '../api/types';
  import { say } from './session.svelte';
  import TickBox from './TickBox.svelte';

  let {
    tick,
    label,
    toggle,
    lit,
    number,
    disabled = false,
    children,
  }: {
    tick: Tick;
    label: string;
    toggle: (on: boolean) => void;
    /** Shows its place on the drawing: pointed at, focused or tapped. */
    lit?: () => void;
    number?: number;
    disabled?: boolean;
    children: Snippet;
  } = $props();
</script>

<li class={['row', tick.state]} onpointerenter={lit} onpointerdown={lit} onfocusin={lit}>
  {#if number}<span class="number">{number}</span>{/if}
  <TickBox {tick} {label} bare {disabled} {toggle} />
  <div class="min-w-0 grow">
    {@render children()}
    {#if tick.state === 'look'}<p class="why">Another look: {say(tick.why)}</p>{/if}
  </div>
</li>

<style>
  .row {
    display: flex;
    align-items: center;
    gap: 0.7rem;
    padding: 0.2rem 0;
    border-bottom: 1px solid var(--color-base-300);
    line-height: 1.3;
  }
  .number {
    flex: none;
    width: 1.6em;
    text-align: right;
    color: var(--ink-soft);
  }
  .done :global(strong) {
    text-decoration: line-through;
    text-decoration-thickness: 1px;
  }
  .why {
    border-left: 3px dashed var(--doubt);
    padding-left: 0.6rem;
  }
</style>
