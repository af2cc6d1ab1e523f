<script lang="ts">
  // The marks on a piece: every kind, set on the board or by measure; notches in pairs.
  import TextField from '../parts/TextField.svelte';
  import X from '@lucide/svelte/icons/x';

  import type { EnteredMark } from '../api/types';
  import Choice from '../parts/Choice.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { theHand } from './hand.svelte';
  import { thePattern } from './pattern.svelte';

  const pattern = thePattern();
  const hand = theHand();
  const page = $derived(pattern.now);
  const piece = $derived(page.piece!);
  const drawn = $derived(pattern.drawn!);
  const kinds = $derived(pattern.choices?.marks ?? []);
  const words = (kind: string) => kinds.find((each) => each.kind === kind)?.words ?? kind;

  function begin(kind: string) {
    hand.drop();
    hand.kind = kinds.find((each) => each.kind === kind) ?? null;
  }
  const set = (mark: EnteredMark, some: Partial<EnteredMark>) =>
    pattern.change(() => {
      const now = piece.marks.find((each) => each.id === mark.id) ?? mark;
      return { do: 'mark', piece: piece.id, mark: { ...now, ...some } };
    });
  const LEVELLED = ['length line', 'body level'];
  const WIDE = ['pleat', 'tuck', 'casing'];

  /** The edge an edge of this piece is sewn to, alone on both sides of a seam. */
  const partners = $derived(
    page.facts.seams.flatMap((seam) => {
      const [a, b] = [seam.a[0]!, seam.b[0]!];
      if (seam.a.length > 1 || seam.b.length > 1) return [];
      if (a.piece !== piece.id && b.piece !== piece.id) return [];
      return [{ value: seam.name || 'seam', a, b }];
    }),
  );
  let pair = $state('');
  const chosen = $derived(partners.find((each) => each.value === pair) ?? partners[0]);
  let along = $state<number | null>(null);
  async function addPair() {
    if (!chosen || along === null) return;
    const done = await pattern.edit({
      do: 'notches',
      a: chosen.a,
      b: chosen.b,
      along,
      count: 1,
      name: `${chosen.value} notch`,
    });
    if (done) along = null;
  }
</script>

<section>
  <Choice
    label="Set a mark on the board"
    value={hand.kind?.kind ?? ''}
    options={[
      { value: '', name: 'choose what to set' },
      ...kinds.map((kind) => ({ value: kind.kind as string, name: kind.words })),
    ]}
    set={begin}
  />
  {#if hand.kind}
    <p class="eyebrow mt-1">
      Tap: {hand.kind.meaning}.
      <button class="btn btn-xs" onclick={() => hand.setInTheMiddle()}
        >Set it in the middle, to be moved by measure</button
      >
      {#if hand.kind.most > 4}
        <button
          class="btn btn-xs"
          disabled={hand.points.length < hand.kind.least}
          onclick={() => hand.finishMark()}>That is all of it</button
        >
      {/if}
    </p>
  {/if}
</section>
{#if partners.length && chosen}
  <section>
    <h2 class="eyebrow">A pair of notches, equally far from the end both edges share</h2>
    <div class="mt-1 flex items-end gap-2">
      <Choice
        label="Along"
        value={chosen.value}
        options={partners.map((each) => each.value)}
        set={(value) => (pair = value)}
      />
      <div class="w-24 shrink-0">
        <LengthField label="From the end" mm={along} empty set={(mm) => void (along = mm)} />
      </div>
      <button class="btn btn-sm" disabled={along === null} onclick={addPair}>Set both</button>
    </div>
  </section>
{/if}
<section>
  <h2 class="eyebrow">On this piece</h2>
  {#if drawn.grain}
    <p class="py-1">
      grain line <span class="eyebrow">proposed along {drawn.grain}; set one to say otherwise</span>
    </p>
  {/if}
  <ul>
    {#each piece.marks as mark (mark.id)}
      <li class={['mark', hand.mark === mark.id && 'lit']} onfocusin={() => (hand.mark = mark.id)}>
        <div class="flex items-center gap-2">
          <TextField
            label="Name of the {words(mark.kind)}"
            hidden
            wide="grow"
            value={mark.name || words(mark.kind)}
            set={(name) => pattern.attempt(() => set(mark, { name }))}
          />
          <button
            class="btn btn-xs btn-ghost btn-square"
            onclick={() => pattern.edit({ do: 'remove mark', piece: piece.id, mark: mark.id })}
            ><X size={14} /><span class="sr-only">Take off {mark.name || words(mark.kind)}</span
            ></button
          >
        </div>
        <details>
          <summary class="eyebrow">{words(mark.kind)}, by measure</summary>
          {#each mark.points as [x, y], index (index)}
            <div class="grid grid-cols-2 gap-2">
              {#each [0, 1] as const as axis (axis)}
                <LengthField
                  label="{index + 1}: {axis ? 'down' : 'across'}"
                  mm={axis ? y : x}
                  signed
                  set={(mm) =>
                    pattern.change(() => {
                      const now = piece.marks.find((each) => each.id === mark.id) ?? mark;
                      const to: [number, number] = [...now.points[index]!];
                      to[axis] = mm ?? 0;
                      const size = page.base || null;
                      return {
                        do: 'move mark',
                        piece: piece.id,
                        mark: mark.id,
                        point: index,
                        to,
                        size,
                      };
                    })}
                />
              {/each}
            </div>
          {/each}
          {#if mark.kind === 'notch'}
            <Choice
              label="How many"
              value={mark.count}
              options={[
                { value: 1, name: 'single' },
                { value: 2, name: 'double' },
                { value: 3, name: 'triple' },
              ]}
              set={(count) => pattern.attempt(() => set(mark, { count }))}
            />
          {/if}
          {#if mark.kind === 'notch' || mark.kind === 'gathers'}
            <Choice
              label="On the edge"
              value={mark.edge ?? 0}
              options={[
                { value: 0, name: 'none' },
                ...drawn.edges.map((edge) => ({ value: edge.id, name: edge.name })),
              ]}
              set={(edge) => pattern.attempt(() => set(mark, { edge: edge || null }))}
            />
          {/if}
          {#if LEVELLED.includes(mark.kind)}
            <TextField
              label="Level of the body (the same word on partner pieces)"
              value={mark.level}
              most={60}
              placeholder="waist, knee, hip…"
              set={(level) => pattern.attempt(() => set(mark, { level }))}
            />
          {/if}
          {#if WIDE.includes(mark.kind)}
            <LengthField
              label="How wide"
              mm={mark.width}
              set={(mm) => set(mark, { width: mm ?? 0 })}
            />
          {/if}
          <Choice
            label="For"
            value={mark.side}
            options={[
              { value: 'both', name: 'both sides of the body' },
              { value: 'left', name: 'the wearer’s left only' },
              { value: 'right', name: 'the wearer’s right only' },
            ]}
            set={(side) => pattern.attempt(() => set(mark, { side }))}
          />
        </details>
      </li>
    {/each}
  </ul>
</section>

<style>
  .mark {
    padding: 0.3rem 0 0.35rem 0.5rem;
    border-bottom: 1px solid var(--color-base-300);
    border-left: 3px solid transparent;
  }
  .mark.lit {
    border-left-color: var(--thread);
  }
  summary {
    cursor: pointer;
  }
</style>
