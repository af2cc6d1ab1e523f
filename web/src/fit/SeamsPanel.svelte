<script lang="ts">
  // The seams as they meet, what would mend them, how many pieces there are, what is still let pass.
  import type { FitStage } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import SeamTable from './SeamTable.svelte';

  let { fitted }: { fitted: FitStage['fitted'] } = $props();
  const making = theMaking();
  const tolerances = $derived(making.inputs.fit.tolerances ?? { seam: 2, bust: 25, one_line: 50 });
  const ASKED = [
    ['seam', 'Seams and notches may differ by'],
    ['bust', 'A bust dart ends short of the bust point'],
    ['one_line', 'More than this at one line is doubted'],
  ] as const;
</script>

<SeamTable
  seams={fitted.seams}
  mends={fitted.mends}
  take={(mend) => making.edit('fit', (now) => ({ changes: [...now.changes, ...mend.changes] }))}
/>
{#if fitted.counts}<FigureLine figure={fitted.counts} name="Pieces of cloth" />{/if}
<details>
  <summary class="eyebrow">What is still let pass</summary>
  <div class="mt-1 flex flex-col gap-1">
    {#each ASKED as [field, label] (field)}
      <LengthField
        {label}
        mm={tolerances[field] ?? 0}
        set={(mm) =>
          making.change('fit', (now) => ({
            tolerances: { ...tolerances, ...now.tolerances, [field]: mm ?? 0 },
          }))}
      />
    {/each}
  </div>
</details>

<style>
  summary {
    cursor: pointer;
  }
</style>
