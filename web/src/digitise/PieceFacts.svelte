<script lang="ts">
  // How many to cut and from which cloth; number, hand, views, whether it is only a guide.
  import TextField from '../parts/TextField.svelte';
  import X from '@lucide/svelte/icons/x';

  import type { EnteredPiece } from '../api/types';
  import CheckBox from '../parts/CheckBox.svelte';
  import Choice from '../parts/Choice.svelte';
  import { thePattern } from './pattern.svelte';

  type Cut = EnteredPiece['cuts'][number];
  const pattern = thePattern();
  const page = $derived(pattern.now);
  const piece = $derived(page.piece!);
  const drawn = $derived(pattern.drawn!);
  const proposed = $derived(!piece.cuts.length);
  const cuts = $derived(drawn.cuts);
  const set = (some: object) => pattern.edit({ do: 'describe piece', piece: piece.id, ...some });
  const HOW = [
    { value: 'plain', name: 'as it is' },
    { value: 'pair', name: 'left and right' },
    { value: 'fold', name: 'on the fold' },
  ] as const;
  const how = (cut: Cut) => (cut.pair ? 'pair' : cut.on_fold ? 'fold' : 'plain');
  const change = (at: number, some: Partial<Cut>) =>
    pattern.edit(() => ({
      do: 'describe piece',
      piece: piece.id,
      cuts: cuts.map((cut, index) => (index === at ? { ...cut, ...some } : cut)),
    }));
  const setHow = (at: number, value: string) =>
    change(at, {
      pair: value === 'pair',
      on_fold: value === 'fold',
      count: value === 'pair' ? Math.max(2, cuts[at]!.count) : cuts[at]!.count,
    });
  const add = () =>
    set({ cuts: [...cuts, { role: 'main', count: 1, pair: false, on_fold: false }] });
</script>

<section>
  <h2 class="display mb-1 text-lg">How many, from which cloth</h2>
  {#if proposed && cuts.length}<p class="eyebrow">Proposed from the kind of part.</p>{/if}
  {#each cuts as cut, at (at)}
    <div class="cut-row">
      <input
        class="input input-sm"
        type="number"
        min="1"
        max="20"
        aria-label="How many"
        value={cut.count}
        onchange={(event) => change(at, { count: event.currentTarget.valueAsNumber || 1 })}
      />
      <Choice
        label="How they are cut"
        bare
        value={how(cut)}
        options={HOW}
        set={(value) => setHow(at, value)}
      />
      <Choice
        label="From which cloth"
        bare
        value={cut.role}
        options={pattern.choices?.roles ?? []}
        set={(role) => change(at, { role })}
      />
      <button
        class="btn btn-xs btn-ghost btn-square"
        onclick={() => set({ cuts: cuts.filter((_, index) => index !== at) })}
        ><X size={14} /><span class="sr-only">Not from the {cut.role}</span></button
      >
    </div>
  {/each}
  <button class="btn btn-xs mt-1" onclick={add}
    >{cuts.length ? 'From another cloth too' : 'Say how many'}</button
  >
  <CheckBox
    label="A guide: traced, never cut in cloth"
    checked={piece.guide}
    set={(guide) => set({ guide })}
  />
</section>
<section class="flex flex-col gap-2">
  <label>
    <span class="eyebrow block">Number on the paper</span>
    <input
      class="input input-sm w-24"
      type="number"
      min="1"
      max="999"
      value={piece.number}
      onchange={(event) => set({ number: event.currentTarget.valueAsNumber || piece.number })}
    />
  </label>
  <Choice
    label="The printed side gives the wearer’s"
    value={piece.printed ?? 'as drawn'}
    options={[
      { value: 'as drawn', name: 'as the drawing shows' },
      { value: 'left', name: 'left' },
      { value: 'right', name: 'right' },
    ]}
    set={(printed) => set({ printed })}
  />
  {#if page.facts.views.length}
    <div>
      <span class="eyebrow block">Belongs to (none: to all)</span>
      {#each page.facts.views as view (view.id)}
        <CheckBox
          small
          label="{view.id} {view.name}"
          checked={piece.views.includes(view.id)}
          set={(on) =>
            set({
              views: on
                ? [...piece.views, view.id]
                : piece.views.filter((each) => each !== view.id),
            })}
        />
      {/each}
    </div>
  {/if}
  <TextField label="Note" lines={2} most={400} value={piece.note} set={(note) => set({ note })} />
</section>

<style>
  .cut-row {
    display: grid;
    grid-template-columns: 3.6rem 1fr 1fr auto;
    gap: 0.3rem;
    align-items: center;
    padding: 0.15rem 0;
  }
</style>
