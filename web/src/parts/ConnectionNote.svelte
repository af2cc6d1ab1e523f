<script lang="ts">
  // What waits for the connection, and what was lost with a page that was closed before it came back.
  import { connection } from './connection.svelte';

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
  <div class="note" role="status">
    <p>
      The workroom cannot be reached. Not saved yet: {named(connection.waiting)}.
      {connection.waiting.length === 1 ? 'It is' : 'They are'} sent when it is back; leave this page open
      until then.
    </p>
  </div>
{:else if connection.lost.length}
  <div class="note" role="alert">
    <p>Not saved when this page was closed: {named(connection.lost)}. Please say it again.</p>
    <button class="btn btn-xs" onclick={connection.seen}>Good</button>
  </div>
{/if}

<style>
  .note {
    position: fixed;
    z-index: 30;
    bottom: 1rem;
    left: 50%;
    display: flex;
    gap: 0.8rem;
    align-items: center;
    width: max-content;
    max-width: min(46rem, 92vw);
    padding: 0.5rem 0.9rem;
    transform: translateX(-50%);
    background: var(--color-base-100);
    border: 2px dashed var(--doubt);
    overflow-wrap: anywhere;
  }
</style>
