<script lang="ts">
  // What the lines of a file show: asked, since no file says it.
  import type { FileOfferState } from './file.svelte';

  let { file }: { file: FileOfferState } = $props();
  const LINES = [
    { value: 'stitching', name: 'where it is sewn', why: 'allowances are added outside' },
    { value: 'cutting', name: 'where it is cut', why: 'allowances are in it already' },
  ] as const;
</script>

<section>
  <h3 class="font-semibold">The lines show</h3>
  <div class="lines" role="radiogroup" aria-label="What the lines show">
    {#each LINES as line (line.value)}
      <label class={['line', file.traced === line.value && 'on']}>
        <input
          type="radio"
          class="sr-only"
          name="traced"
          checked={file.traced === line.value}
          onchange={() => (file.traced = line.value)}
        />
        <svg viewBox="0 0 100 56" aria-hidden="true">
          {#if line.value === 'stitching'}
            <path d="M12 8H84L92 50H6Z" class="ghost" />
            <path d="M20 14H77L83 44H15Z" class="drawn" />
          {:else}
            <path d="M12 8H84L92 50H6Z" class="drawn" />
            <path d="M20 14H77L83 44H15Z" class="ghost" />
          {/if}
        </svg>
        <strong>{line.name}</strong>
        <span class="eyebrow">{line.why}</span>
      </label>
    {/each}
  </div>
</section>

<style>
  .lines {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.5rem;
    margin-top: 0.3rem;
  }
  .line {
    display: flex;
    flex-direction: column;
    padding: 0.4rem 0.55rem;
    border: 1px solid var(--color-base-300);
    line-height: 1.25;
    cursor: pointer;
  }
  .line.on {
    border-color: var(--thread);
    box-shadow: inset 0 0 0 1px var(--thread);
  }
  .line:focus-within {
    outline: 2px solid var(--thread);
    outline-offset: 2px;
  }
  .drawn {
    fill: none;
    stroke: var(--ink);
    stroke-width: 2.2;
  }
  .ghost {
    fill: none;
    stroke: var(--ghost);
    stroke-width: 1.4;
    stroke-dasharray: 4 3;
  }
</style>
