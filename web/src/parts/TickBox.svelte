<script lang="ts">
  // A tick that may no longer hold: then it says why and can be given again.
  import { say } from './session.svelte';

  let {
    tick,
    label,
    toggle,
    bare = false,
    disabled = false,
  }: {
    tick: { state: 'open' | 'done' | 'look'; why: string };
    label: string;
    toggle: (on: boolean) => void;
    /** Only the box; the label is read out. */
    bare?: boolean;
    disabled?: boolean;
  } = $props();
</script>

<div>
  <label class="flex min-h-11 min-w-8 cursor-pointer items-center gap-2">
    <input
      type="checkbox"
      class={[
        'checkbox',
        tick.state === 'done' && 'checkbox-success',
        tick.state === 'look' && 'look',
      ]}
      checked={tick.state === 'done'}
      {disabled}
      indeterminate={tick.state === 'look'}
      onchange={() => toggle(tick.state !== 'done')}
    />
    <span class={bare ? 'sr-only' : ''}>{label}</span>
  </label>
  {#if tick.state === 'look' && !bare}
    <p class="why">Another look: {say(tick.why)}</p>
  {/if}
</div>

<style>
  .look {
    border: 2px dashed var(--doubt);
    color: var(--doubt);
  }
  .why {
    border-left: 3px dashed var(--doubt);
    padding-left: 0.6rem;
    font-size: 0.92em;
  }
</style>
