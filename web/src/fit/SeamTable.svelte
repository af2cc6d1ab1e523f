<script lang="ts">
  // The walk of the seams: what is sewn together, how far apart the two sides are, what would make them agree.
  import type { FitStage } from '../api/types';
  import { say } from '../parts/session.svelte';

  type Mend = NonNullable<FitStage['fitted']['mends']>[number];
  let {
    seams,
    mends = [],
    take,
  }: {
    seams: FitStage['fitted']['seams'];
    mends?: readonly Mend[];
    take?: (mend: Mend) => void;
  } = $props();
  const off = $derived(seams.filter((seam) => !seam.agrees).length);
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
        {#each mends.filter((each) => each.seam === seam.name) as mend (mend.sentence)}
          <button
            class="btn btn-xs my-0.5 h-auto min-h-6 py-0.5 text-left whitespace-normal"
            onclick={() => take?.(mend)}>{say(mend.sentence)}</button
          >
        {/each}
      </li>
    {/each}
  </ul>
</section>

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
