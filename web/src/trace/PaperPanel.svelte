<script lang="ts">
  // What paper there is, and how much of it the tracing takes.
  import { GET } from '../api/client';
  import type { Inputs, PaperStage } from '../api/types';
  import { StageData, theMaking } from '../making/making.svelte';
  import type { Some } from '../parts/some';
  import FigureLine from '../parts/FigureLine.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { say } from '../parts/session.svelte';
  import Choice from '../parts/Choice.svelte';

  let { edit }: { edit: (change: Some<Inputs['trace']>) => Promise<unknown> } = $props();
  const making = theMaking();
  const stage = new StageData<PaperStage>(making, () =>
    GET('/api/makings/{making_id}/paper', { params: { path: making.path } }),
  );
  const paper = $derived(making.inputs.trace.paper);
  const set = (change: Partial<typeof paper>) =>
    making.change('trace', (now) => ({ paper: { ...now.paper, ...change } }));
</script>

<section>
  <div class="join w-full" role="group" aria-label="Kind of paper">
    {#each [['roll', 'From a roll'], ['sheets', 'Sheets']] as const as [kind, name] (kind)}
      <button
        class={['btn btn-sm join-item grow', paper.kind === kind && 'btn-primary']}
        aria-pressed={paper.kind === kind}
        onclick={() => edit((now) => ({ paper: { ...now.paper, kind } }))}>{name}</button
      >
    {/each}
  </div>
  <div class="mt-2 grid grid-cols-2 gap-2">
    <LengthField label="Width" mm={paper.width} set={(mm) => set({ width: mm ?? paper.width })} />
    {#if paper.kind === 'sheets'}
      <LengthField
        label="Height"
        mm={paper.height}
        set={(mm) => set({ height: mm ?? paper.height })}
      />
    {/if}
    <LengthField
      label="Overlap of joins"
      mm={paper.overlap}
      set={(mm) => set({ overlap: mm ?? 0 })}
    />
    <LengthField label="Room round pieces" mm={paper.room} set={(mm) => set({ room: mm ?? 0 })} />
  </div>
  <Choice
    label="Joins"
    value={paper.joins}
    options={['taped all along', 'tacked', 'removable'] as const}
    set={(joins) => edit((now) => ({ paper: { ...now.paper, joins } }))}
  />
</section>
{#if stage.value}
  <section>
    <h2 class="display mb-1 text-base">It takes</h2>
    <FigureLine figure={stage.value.plan.needed} large />
    {#if stage.value.plan.joins}<p class="mt-1">{say(stage.value.plan.joins)}</p>{/if}
    <p class="eyebrow mt-1">
      Only pieces that are traced; the others use the original’s own paper.
    </p>
  </section>
  <FindingList findings={stage.value.plan.findings} />
{/if}
