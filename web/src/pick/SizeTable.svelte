<script lang="ts">
  // Each measurement against the size table: mine, the size's, how far off, the finished garment.
  import { sizeWords } from '../parts/words';
  import type { PickStage } from '../api/types';
  import { formatLength } from '../parts/length';
  import LengthField from '../parts/LengthField.svelte';
  import { here, say } from '../parts/session.svelte';

  let {
    picked,
    inputs,
    baseHeight,
    set,
  }: {
    picked: PickStage['picked'];
    inputs: Record<string, number>;
    baseHeight: number | null;
    set: (name: string, mm: number | null) => Promise<void>;
  } = $props();

  const inTable = $derived(picked.comparisons.some((row) => row.measurement === 'height'));

  function off(mm: number): string {
    if (Math.abs(mm) < 0.5) return 'exact';
    return `${formatLength(Math.abs(mm), here.unit)} ${mm > 0 ? 'more' : 'less'}`;
  }
</script>

<table class="w-full">
  <thead class="eyebrow">
    <tr>
      <th class="text-left font-normal">yours</th>
      <th class="text-right font-normal"
        >{picked.comparisons.length ? sizeWords(picked.size) : ''}</th
      >
      <th class="text-right font-normal">{picked.comparisons.length ? 'finished' : ''}</th>
    </tr>
  </thead>
  <tbody>
    {#each picked.comparisons as row (row.measurement)}
      <tr>
        <td class="py-1 pr-2">
          <LengthField
            label={row.measurement + (row.leads ? ', leads' : '')}
            mm={inputs[row.measurement] ?? null}
            empty
            set={(mm) => set(row.measurement, mm)}
          />
        </td>
        <td class="pt-5 text-right align-top whitespace-nowrap">
          {formatLength(row.body, here.unit)}{#if row.size !== picked.size}
            <span class="eyebrow ml-1">({row.size})</span>{/if}
          {#if row.off !== null && row.off !== undefined}
            <p class="eyebrow">{off(row.off)}</p>
          {/if}
        </td>
        <td class="pt-5 text-right align-top whitespace-nowrap">
          {#if row.finished}
            <details>
              <summary>{say(row.finished.text)}</summary>
              <div class="working">
                {#each [...(row.finished.working ?? []), ...(row.room?.working ?? []), ...(row.stretch?.working ?? [])] as line (line)}
                  <p>{say(line)}</p>
                {/each}
              </div>
            </details>
          {:else}–{/if}
        </td>
      </tr>
    {/each}
    {#if !inTable}
      <tr>
        <td class="py-1 pr-2">
          <LengthField
            label="height"
            mm={inputs.height ?? null}
            empty
            set={(mm) => set('height', mm)}
          />
        </td>
        <td class="pt-5 text-right align-top whitespace-nowrap" colspan="2">
          {baseHeight === null ? '' : `drawn for ${formatLength(baseHeight, here.unit)}`}
        </td>
      </tr>
    {/if}
  </tbody>
</table>

<style>
  summary {
    cursor: pointer;
    list-style: none;
    border-bottom: 1px dotted var(--ink-soft);
    display: inline-block;
  }
  summary::-webkit-details-marker {
    display: none;
  }
  .working {
    position: absolute;
    right: 14px;
    z-index: 5;
    padding: 0.4rem 0.6rem;
    font-size: 0.88rem;
    text-align: left;
    white-space: normal;
    width: 270px;
    background: var(--color-base-200);
    border: 1px solid var(--color-base-300);
    border-radius: 4px;
  }
  td:first-child {
    width: 44%;
  }
</style>
