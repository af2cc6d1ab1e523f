<script lang="ts">
  // What would lie there after cutting, counted; faults; finished sizes.
  import type { Schemas } from '../api/types';
  import FindingList from '../parts/FindingList.svelte';
  import { say } from '../parts/session.svelte';
  import { theLay } from './lay.svelte';

  let { seen }: { seen: Schemas['Rehearsal'] | null } = $props();
  const table = theLay();
  const lay = $derived(table.lay!);
  const SAID: Record<string, string> = { one: '', spare: 'left over' };
  const counted = $derived.by(() => {
    const found: Record<number, Record<string, number>> = {};
    for (const piece of seen?.pieces ?? []) {
      const of = (found[piece.piece] ??= {});
      const hand = piece.spoilt ? 'spoilt' : piece.hand;
      of[hand] = (of[hand] ?? 0) + 1;
    }
    return Object.entries(found).map(([number, hands]) => ({
      number,
      name: lay.items.find((item) => item.piece === Number(number))?.name ?? '',
      said: Object.entries(hands)
        .sort(([a], [b]) => a.localeCompare(b)) // left before right
        .map(([hand, count]) => `${count} ${SAID[hand] ?? hand}`.trim())
        .join(', '),
    }));
  });
  const tops = $derived([...new Set((seen?.pieces ?? []).map((piece) => piece.top))]);
</script>

{#if seen}
  <section>
    <h2 class="display text-lg">Cut from the {lay.role}</h2>
    <ul>
      {#each counted as { number, name, said } (number)}
        <li class="flex gap-2 border-b border-base-300 py-0.5">
          <span class="grow">{number} {name}</span><strong>{said}</strong>
        </li>
      {/each}
    </ul>
    {#if tops.length === 1}<p class="eyebrow mt-1">Every top points {tops[0]}.</p>{/if}
  </section>
  <FindingList findings={seen.findings} point={(finding) => (table.pointed = finding)} />
  {#if seen.finished.length}
    <section>
      <h2 class="display text-lg">Finished sizes</h2>
      {#each seen.finished as each (each.measurement)}
        <p>
          {each.measurement}: <strong>{say(each.finished.text)}</strong>
          <span class="eyebrow block"
            >{say(each.forgotten.text)} with the allowances forgotten, {say(each.doubled.text)} with them
            added twice</span
          >
        </p>
      {/each}
    </section>
  {/if}
{/if}
