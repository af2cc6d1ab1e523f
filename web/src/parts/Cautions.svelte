<script lang="ts">
  // The usual cautions: shown once a sitting, then folded away at the foot of the list.
  let { about, cautions }: { about: string; cautions: readonly string[] } = $props();

  const name = $derived(`dove-tack/cautions/${about}`);
  function read(): boolean {
    try {
      return sessionStorage.getItem(name) === 'read';
    } catch {
      return false;
    }
  }
  let known = $state(read());

  function understood() {
    known = true;
    try {
      sessionStorage.setItem(name, 'read');
    } catch {
      // Shown again after a reload, then.
    }
  }
</script>

{#if known}
  <details class="eyebrow">
    <summary class="cursor-pointer">Cautions</summary>
    <ul class="list-disc pl-5">
      {#each cautions as caution (caution)}<li>{caution}</li>{/each}
    </ul>
  </details>
{:else}
  <section class="cautions" aria-label="Cautions">
    <ul>
      {#each cautions as caution (caution)}<li>{caution}</li>{/each}
    </ul>
    <button class="btn btn-sm" onclick={understood}>I have read this</button>
  </section>
{/if}

<style>
  .cautions {
    display: flex;
    align-items: end;
    justify-content: space-between;
    gap: 1rem;
    border: 1px solid var(--color-base-300);
    border-left: 4px solid var(--doubt);
    padding: 0.5rem 0.8rem;
  }
  li {
    line-height: 1.3;
  }
</style>
