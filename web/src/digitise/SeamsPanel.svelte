<script lang="ts">
  // What is sewn to what: proposals to take, the seams taken, and one said by hand. Whether an edge may be
  // sewn to its twin is the rule's to say.
  import X from '@lucide/svelte/icons/x';

  import type { SeamProposal } from '../api/types';
  import Choice from '../parts/Choice.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { say } from '../parts/session.svelte';
  import { thePattern } from './pattern.svelte';

  let { light }: { light: (at: number | null) => void } = $props();
  const pattern = thePattern();
  const page = $derived(pattern.now);
  const take = (seams: readonly SeamProposal[]) =>
    pattern.edit({ do: 'add seams', seams: seams.map((each) => each.seam) });
  const fitting = $derived(page.proposals.filter((each) => each.fits));

  const edges = $derived(
    page.pieces.flatMap((piece) =>
      piece.edges
        .filter((edge) => edge.kind !== 'fold' && edge.kind !== 'dart')
        .map((edge) => ({
          value: `${piece.id}/${edge.id}`,
          name: `${piece.number} ${piece.name}: ${edge.name}`,
        })),
    ),
  );
  let a = $state('');
  let b = $state('');
  const side = (text: string, backwards = false) => {
    const [piece = 0, edge = 0] = text.split('/').map(Number);
    return { piece, edge, backwards };
  };
  async function sew() {
    const name = `${edges.find((each) => each.value === a)?.name.split(': ')[1] ?? ''} seam`;
    if (
      await pattern.edit({
        do: 'add seams',
        seams: [{ name, a: [side(a)], b: [side(b)], ease: 0 }],
      })
    )
      a = b = '';
  }
  const SIDES = [
    ['a', 'The first side goes on with'],
    ['b', 'The second side goes on with'],
  ] as const;
  /** One edge more on a side of a seam: a band meets several. */
  const join = (at: number, which: 'a' | 'b', edge: string) =>
    pattern.edit(() => {
      const seam = page.facts.seams[at]!;
      return { do: 'seam', at, seam: { ...seam, [which]: [...seam[which], side(edge)] } };
    });
  function turn(at: number) {
    const seam = page.facts.seams[at]!;
    const turned = seam.b.map((each) => ({ ...each, backwards: !each.backwards })).reverse();
    return pattern.edit({ do: 'seam', at, seam: { ...seam, b: turned } });
  }
</script>

{#if page.proposals.length}
  <section>
    <div class="mb-1 flex items-center gap-2">
      <h2 class="display grow text-lg">Probably sewn together</h2>
      {#if fitting.length > 1}
        <button class="btn btn-xs btn-primary" onclick={() => take(fitting)}
          >Take all {fitting.length} that fit</button
        >
      {/if}
    </div>
    <ul class="list">
      {#each page.proposals as proposal (JSON.stringify([proposal.seam.a, proposal.seam.b]))}
        <li>
          <div class="min-w-0 grow">
            <strong>{proposal.seam.name}</strong>
            <span class="eyebrow block">{say(proposal.sentence)}</span>
          </div>
          <button class="btn btn-xs" onclick={() => take([proposal])}
            >Take<span class="sr-only"> the {proposal.seam.name}</span></button
          >
        </li>
      {/each}
    </ul>
  </section>
{/if}
<section>
  <h2 class="display mb-1 text-lg">Seams</h2>
  {#if !page.seams.length}
    <p class="eyebrow">None is named yet. Named seams are walked in Fit, and their notches meet.</p>
  {/if}
  <ul class="list">
    {#each page.seams as seam, at (at)}
      <li
        onpointerenter={() => light(at)}
        onpointerleave={() => light(null)}
        class={[!seam.agrees && 'apart']}
      >
        <details class="min-w-0 grow">
          <summary>
            <strong>{seam.name}</strong>
            <span class="eyebrow block">{say(seam.sentence)}</span>
          </summary>
          <div class="mt-1 flex items-end gap-2">
            <div class="w-28">
              <LengthField
                label="Ease of the first"
                mm={page.facts.seams[at]!.ease}
                signed
                set={(mm) =>
                  pattern.change(() => ({
                    do: 'seam',
                    at,
                    seam: { ...page.facts.seams[at]!, ease: mm ?? 0 },
                  }))}
              />
            </div>
            <button class="btn btn-xs mb-1" onclick={() => turn(at)}>Walk it the other way</button>
          </div>
          {#each SIDES as [side_, words] (side_)}
            <Choice
              label={words}
              size="xs"
              value=""
              options={[{ value: '', name: 'one edge more' }, ...edges]}
              set={(edge) => edge && join(at, side_, edge)}
            />
          {/each}
        </details>
        <button
          class="btn btn-xs btn-ghost btn-square"
          title="Take this seam out"
          onclick={() => pattern.edit({ do: 'remove seam', at })}
          ><X size={14} /><span class="sr-only">Take out the {seam.name}</span></button
        >
      </li>
    {/each}
  </ul>
</section>
{#if edges.length > 1}
  <section>
    <h2 class="display mb-1 text-lg">Sew two edges</h2>
    <Choice
      label="This edge"
      value={a}
      options={[{ value: '', name: 'choose an edge' }, ...edges]}
      set={(value) => (a = value)}
    />
    <Choice
      label="is sewn to"
      value={b}
      options={[{ value: '', name: 'choose an edge' }, ...edges]}
      set={(value) => (b = value)}
    />
    {#if a && a === b}
      <p class="eyebrow mt-1">The same edge twice: of a pair, the one is sewn to its twin.</p>
    {/if}
    <button class="btn btn-sm mt-2" disabled={!a || !b} onclick={sew}>Sew them</button>
  </section>
{/if}

<style>
  .list li {
    display: flex;
    align-items: start;
    gap: 0.5rem;
    padding: 0.3rem 0;
    border-bottom: 1px solid var(--color-base-300);
  }
  .list .apart {
    border-left: 3px dashed var(--doubt);
    padding-left: 0.5rem;
  }
  summary {
    cursor: pointer;
  }
</style>
