<script lang="ts">
  // A part from sums: its few numbers, each a plain question, and the sum shown.
  import type { SumPart } from '../api/types';
  import FigureLine from '../parts/FigureLine.svelte';
  import NumbersAsked from '../parts/NumbersAsked.svelte';
  import SewnTo from '../parts/SewnTo.svelte';
  import { thePattern } from './pattern.svelte';

  const pattern = thePattern();
  const page = $derived(pattern.now);
  const piece = $derived(page.piece!);
  const part = $derived(piece.drawn as SumPart & { way: 'sum' });
  const plan = $derived(pattern.choices?.sums.find((each) => each.name === part.kind));
  const pieces = $derived(
    page.pieces
      .filter((each) => each.id !== piece.id && each.edges.length)
      .map((each) => ({
        piece: each.id,
        name: `${each.number} ${each.name}`,
        edges: each.edges.map((edge) => ({ edge: edge.id, name: edge.name })),
      })),
  );
  // Opened to choose edges, before the first is chosen.
  let choosing = $state(false);
  const sewn = $derived(!!plan?.sewn && (choosing || part.along.length > 0));
  const asked = $derived(plan?.numbers.filter((each) => !sewn || each.name !== plan.sewn) ?? []);

  const change = (some: () => Partial<SumPart>) =>
    pattern.change(() => ({ do: 'numbers', piece: piece.id, drawn: { ...part, ...some() } }));
  const set = (name: string, value: number | null) =>
    change(() => {
      const numbers = { ...part.numbers };
      if (value === null) delete numbers[name];
      else numbers[name] = value;
      return { numbers };
    });
  function setSewn(own: boolean) {
    choosing = own;
    if (!own && part.along.length) void pattern.attempt(() => change(() => ({ along: [] })));
  }
</script>

{#if plan}
  <section class="flex flex-col gap-2">
    <p>{plan.why}</p>
    {#if plan.sewn && pieces.length}
      <SewnTo
        {pieces}
        along={part.along}
        times={part.numbers.times ?? 1}
        {sewn}
        {setSewn}
        set={(along) => pattern.attempt(() => change(() => ({ along })))}
        setTimes={(times) => pattern.attempt(() => set('times', times))}
      />
    {/if}
    <NumbersAsked numbers={asked} values={part.numbers} {set} />
  </section>
  {#if pattern.drawn?.working.length}
    <section>
      <h2 class="eyebrow">The sum</h2>
      {#each pattern.drawn.working as figure (figure.name)}<FigureLine {figure} />{/each}
    </section>
  {/if}
{/if}
