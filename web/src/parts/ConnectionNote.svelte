<script lang="ts">
  // What waits for the connection, and what was lost with a page that was closed before it came back.
  import { connection } from './connection.svelte';
  import { route } from './route.svelte';

  // At the table nothing may move away from under a finger.
  const over = $derived(route.path.endsWith('/table'));

  /** Each thing once, with how often. */
  const named = (all: readonly string[]) =>
    all
      .filter((each, at) => all.indexOf(each) === at)
      .map((each) => {
        const times = all.filter((other) => other === each).length;
        return times > 1 ? `${each} (${times} times)` : each;
      })
      .join('; ');
</script>

{#if connection.waiting.length}
  <div class={['note', over && 'over']} role="status">
    <p>
      The workroom cannot be reached. Not saved yet: {named(connection.waiting)}.
      {connection.waiting.length === 1 ? 'It is' : 'They are'} sent when it is back; leave this page open
      until then.
    </p>
  </div>
{:else if connection.lost.length}
  <div class={['note', over && 'over']} role="alert">
    <p>
      Closed before it was known to be saved: {named(connection.lost)}. Look whether it is there,
      and say it again if it is not.
    </p>
    <button class="btn btn-xs" onclick={connection.seen}>Good</button>
  </div>
{/if}

<style>
  .note {
    display: flex;
    flex: none;
    gap: 0.8rem;
    align-items: center;
    justify-content: center;
    padding: 0.45rem 0.9rem;
    background: var(--color-base-100);
    border-top: 2px dashed var(--doubt);
    overflow-wrap: anywhere;
  }
  .over {
    position: fixed;
    z-index: 30;
    inset: 0 0 auto;
    border-top: 0;
    border-bottom: 2px dashed var(--doubt);
  }
</style>
