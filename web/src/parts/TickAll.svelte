<script lang="ts">
  // All that is left, ticked at once: at the foot of its list, away from the thumb, and taken back with one tap.
  import { theMaking } from '../making/making.svelte';

  let { keys }: { keys: readonly string[] } = $props();
  const making = theMaking();
  let given = $state.raw<readonly string[]>([]);

  function tick(some: readonly string[], on: boolean) {
    given = on ? some : [];
    void making.tick([...some], on);
  }
</script>

<p class="foot">
  {#if given.length}
    <span role="status">{given.length} ticked.</span>
    <button class="btn btn-sm" onclick={() => tick(given, false)}>Take them back</button>
  {:else if keys.length}
    <button class="btn btn-sm btn-ghost" onclick={() => tick(keys, true)}
      >{keys.length > 1 ? `Tick all ${keys.length} that are left` : 'Tick the last one'}</button
    >
  {/if}
</p>

<style>
  .foot {
    display: flex;
    align-items: center;
    justify-content: flex-end;
    gap: 0.8rem;
    margin-top: 1rem;
    min-height: 2.2rem;
  }
</style>
