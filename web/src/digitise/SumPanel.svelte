<script lang="ts">
  // A part from sums: its few numbers, each a plain question, and the sum shown.
  import type { SumPart } from '../api/types';
  import Choice from '../parts/Choice.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { thePattern } from './pattern.svelte';

  const pattern = thePattern();
  const page = $derived(pattern.now);
  const piece = $derived(page.piece!);
  const part = $derived(piece.drawn as SumPart & { way: 'sum' });
  const plan = $derived(pattern.choices?.sums.find((each) => each.name === part.kind));
  const edges = $derived(
    page.pieces
      .filter((each) => each.id !== piece.id)
      .flatMap((each) =>
        each.edges.map((edge) => ({
          value: `${each.id}/${edge.id}`,
          name: `${each.number} ${each.name}: ${edge.name}`,
        })),
      ),
  );
  const sewn = $derived(part.along[0] ? `${part.along[0].piece}/${part.along[0].edge}` : '');

  const change = (some: () => Partial<SumPart>) =>
    pattern.change(() => ({ do: 'numbers', piece: piece.id, drawn: { ...part, ...some() } }));
  const set = (name: string, value: number | null) =>
    change(() => {
      const numbers = { ...part.numbers };
      if (value === null) delete numbers[name];
      else numbers[name] = value;
      return { numbers };
    });
  const sewTo = (text: string) =>
    pattern.attempt(() => {
      const [to = 0, edge = 0] = text.split('/').map(Number);
      return change(() => ({ along: text ? [{ piece: to, edge, backwards: false }] : [] }));
    });
</script>

{#if plan}
  <section class="flex flex-col gap-2">
    <p>{plan.why}</p>
    {#each plan.numbers as number (number.name)}
      {#if number.name === plan.sewn && edges.length}
        <Choice
          label="Its length comes from"
          value={sewn}
          options={[{ value: '', name: 'a length I type' }, ...edges]}
          set={sewTo}
        />
        {#if sewn}
          <Choice
            label="That edge occurs"
            value={part.numbers.times ?? 1}
            options={[
              { value: 1, name: 'once' },
              { value: 2, name: 'twice (a pair, or a half on the fold)' },
            ]}
            set={(times) => pattern.attempt(() => set('times', times))}
          />
        {/if}
      {/if}
      {#if number.name === plan.sewn && sewn}
        <!-- taken from the edge -->
      {:else if Object.keys(number.choices ?? {}).length}
        <Choice
          label={number.words}
          value={part.numbers[number.name] ?? number.usual ?? 0}
          options={Object.entries(number.choices ?? {}).map(([name, value]) => ({ value, name }))}
          set={(value) => pattern.attempt(() => set(number.name, value))}
        />
      {:else if number.length}
        <LengthField
          label={number.words}
          mm={part.numbers[number.name] ?? number.usual ?? null}
          empty={number.usual !== null}
          set={(mm) => set(number.name, mm)}
        />
      {:else}
        <label>
          <span class="eyebrow block">{number.words}</span>
          <input
            class="input input-sm w-full"
            type="number"
            min="0"
            max="50"
            step={number.name === 'fullness' ? 0.25 : 1}
            value={part.numbers[number.name] ?? number.usual}
            onchange={(event) =>
              pattern.attempt(() => set(number.name, event.currentTarget.valueAsNumber || null))}
          />
        </label>
      {/if}
    {/each}
  </section>
  {#if pattern.drawn?.working.length}
    <section>
      <h2 class="eyebrow">The sum</h2>
      {#each pattern.drawn.working as figure (figure.name)}<FigureLine {figure} />{/each}
    </section>
  {/if}
{/if}
