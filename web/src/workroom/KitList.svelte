<script lang="ts">
  // The tools at hand for tracing; the advice under Trace goes by them.
  import { data, PUT } from '../api/client';
  import type { Cupboard } from '../api/types';
  import { placeNote } from './note.svelte';
  import CheckBox from '../parts/CheckBox.svelte';
  import { toggled } from '../parts/lists';
  import Problem from '../parts/Problem.svelte';

  let {
    kit,
    tools,
    changed,
  }: { kit: Cupboard['kit']; tools: Cupboard['tools']; changed: () => Promise<void> } = $props();
  const note = placeNote();
  const toggle = (tool: Cupboard['kit'][number]) =>
    note.attempt(async () => {
      const next = toggled(kit, tool);
      await data(PUT('/api/cupboard/kit', { body: { tools: next, seen: [...kit] } }));
      await changed();
    });
</script>

<section class="sheet">
  <h2 class="display text-base">Tools at hand</h2>
  <p class="eyebrow mb-1">The way of tracing is advised from these.</p>
  <Problem text={note.text} />
  {#each tools as tool (tool)}
    <CheckBox label={tool} checked={kit.includes(tool)} set={() => toggle(tool)} />
  {/each}
</section>

<style>
  .sheet {
    padding: 0.6rem 0.8rem 0.8rem;
  }
</style>
