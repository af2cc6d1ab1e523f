<script lang="ts">
  // Rows that cannot be read any more: named, saved to a file, or removed. The rest stands as usual.
  import type { DamagedRow } from '../api/types';

  let { rows, remove }: { rows: readonly DamagedRow[]; remove: (id: number) => Promise<void> } =
    $props();

  async function ask(row: DamagedRow) {
    if (confirm(`Remove “${row.name}” for good?`)) await remove(row.id);
  }
</script>

{#each rows as row (row.id)}
  <div class="damaged" role="alert">
    <p class="grow"><strong>{row.name}</strong> is damaged. {row.sentence}</p>
    <a class="btn btn-xs" href={row.file} download>Save to a file</a>
    <button class="btn btn-xs btn-ghost" onclick={() => ask(row)}>Remove</button>
  </div>
{/each}

<style>
  .damaged {
    display: flex;
    align-items: center;
    gap: 0.6rem;
    margin-bottom: 0.8rem;
    padding: 0.5rem 0.8rem;
    background: var(--color-base-100);
    border: 1px solid var(--board-line);
    border-left: 4px solid var(--fault);
    overflow-wrap: anywhere;
  }
</style>
