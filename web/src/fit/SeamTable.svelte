<script lang="ts">
  // The walk of the seams: what is sewn together, how far apart the two sides are, what would make them agree.
  import type { FitStage } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { say } from '../parts/session.svelte';

  let { fitted }: { fitted: FitStage['fitted'] } = $props();
  const making = theMaking();
  const seams = $derived(fitted.seams);
  const off = $derived(seams.filter((seam) => !seam.agrees).length);
  const mendsOf = (seam: string) => (fitted.mends ?? []).filter((each) => each.seam === seam);
  const tolerances = $derived(making.inputs.fit.tolerances ?? { seam: 2, bust: 25, one_line: 50 });
  const ASKED = [
    ['seam', 'Seams and notches may differ by'],
    ['bust', 'A bust dart ends short of the bust point'],
    ['one_line', 'More than this at one line is doubted'],
  ] as const;
</script>

<section>
  <h2 class="display text-base">Seams walked</h2>
  <p class="mb-1">
    {off
      ? `${off} of ${seams.length} do not agree.`
      : `All ${seams.length} agree at the stitching line.`}
  </p>
  <ul>
    {#each seams as seam (seam.name)}
      <li>
        <details>
          <summary>
            <span aria-hidden="true">{seam.agrees ? '✓' : '✗'}</span>
            <span class="grow">{seam.name}</span>
            <strong>{say(seam.a.text)}</strong>
          </summary>
          <div class="working">
            {#each [...(seam.a.working ?? []), ...(seam.b.working ?? []), ...(seam.difference.working ?? [])] as line, index (index)}
              <p>{say(line)}</p>
            {/each}
            {#if seam.notches.length}<p>These meet: {seam.notches.join(', ')}.</p>{/if}
          </div>
        </details>
        {#each mendsOf(seam.name) as mend (mend.said)}
          <button
            class="btn btn-xs my-0.5 h-auto min-h-6 py-0.5 text-left whitespace-normal"
            onclick={() =>
              making.attempt(() =>
                making.set('fit', (now) => ({ changes: [...now.changes, ...mend.changes] })),
              )}>{say(mend.said)}</button
          >
        {/each}
      </li>
    {/each}
  </ul>
</section>
{#if fitted.counts}<FigureLine figure={fitted.counts} name="Pieces of cloth" />{/if}
<details>
  <summary class="eyebrow">What is still let pass</summary>
  <div class="mt-1 flex flex-col gap-1">
    {#each ASKED as [field, label] (field)}
      <LengthField
        {label}
        mm={tolerances[field] ?? 0}
        set={(mm) =>
          making.set('fit', (now) => ({
            tolerances: { ...tolerances, ...now.tolerances, [field]: mm ?? 0 },
          }))}
      />
    {/each}
  </div>
</details>

<style>
  summary {
    display: flex;
    gap: 0.4rem;
    cursor: pointer;
    padding: 0.12rem 0;
    border-bottom: 1px dotted var(--color-base-300);
  }
  .working {
    font-size: 0.88rem;
    padding: 0.2rem 0 0.4rem 1.2rem;
    color: var(--ink-soft);
  }
</style>
