<script lang="ts">
  // The tools at hand for tracing; the advice under Trace goes by them.
  import { data, PUT } from '../api/client';
  import type { Cupboard } from '../api/types';
  import { placeNote } from './note.svelte';

  let {
    kit,
    tools,
    changed,
  }: { kit: Cupboard['kit']; tools: Cupboard['tools']; changed: () => Promise<void> } = $props();
  const note = placeNote();
  const toggle = (tool: Cupboard['kit'][number]) =>
    note.attempt(async () => {
      const next = kit.includes(tool) ? kit.filter((each) => each !== tool) : [...kit, tool];
      await data(PUT('/api/cupboard/kit', { body: { tools: next } }));
      await changed();
    });
</script>

<section class="sheet">
  <h2 class="display text-base">Tools at hand</h2>
  <p class="eyebrow mb-1">The way of tracing is advised from these.</p>
  {#if note.text}<p class="text-error" role="alert">{note.text}</p>{/if}
  {#each tools as tool (tool)}
    <label class="flex cursor-pointer items-center gap-2 py-0.5">
      <input
        type="checkbox"
        class="checkbox checkbox-sm"
        checked={kit.includes(tool)}
        onchange={() => toggle(tool)}
      />
      {tool}
    </label>
  {/each}
</section>

<style>
  .sheet {
    background: var(--color-base-100);
    border: 1px solid var(--board-line);
    padding: 0.6rem 0.8rem 0.8rem;
  }
</style>
