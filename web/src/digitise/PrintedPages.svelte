<script lang="ts">
  // Pages of a file that cannot be read here: how they lie is entered, the map and its order follow.
  import type { PatternEdit } from '../api/types';
  import CheckBox from '../parts/CheckBox.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import NumberField from '../parts/NumberField.svelte';
  import TextField from '../parts/TextField.svelte';
  import { thePattern } from './pattern.svelte';

  type Pages = NonNullable<Extract<PatternEdit, { do: 'pages' }>['pages']>;
  const pattern = thePattern();
  const known = $derived(pattern.now.facts.home_print ?? null);
  /** What stands there as it was entered; null where the file itself told it. */
  const entered = $derived<Pages | null>(
    known && known.columns && known.rows
      ? {
          columns: known.columns,
          rows: known.rows,
          step_x: known.step_x,
          step_y: known.step_y,
          overlap: known.overlap,
          square: known.square,
          gaps: known.gaps.join(', '),
          upside_down: known.upside_down.join(', '),
          pieces: Object.fromEntries(
            Object.entries(known.on_pages).map(([number, codes]) => [number, codes.join(', ')]),
          ),
        }
      : null,
  );
  const BEGUN = { columns: 4, rows: 5, step_x: 190, step_y: 277, overlap: 10, square: 100 };
  const change = (pages: Pages | null) => pattern.change({ do: 'pages', pages });
  const set = (some: Partial<Pages>) => change({ ...entered!, ...some });
  const begun: Pages = { ...BEGUN, gaps: '', upside_down: '', pieces: {} };
  const LENGTHS = [
    ['step_x', 'A page shows, across'],
    ['step_y', 'and down'],
    ['overlap', 'Neighbours share'],
    ['square', 'Test square'],
  ] as const;
  const codes = (name: 'gaps' | 'upside_down') => (text: string) =>
    pattern.attempt(() => set({ [name]: text }));
</script>

<section class="flex flex-col gap-2">
  <h2 class="display text-lg">Printed at home</h2>
  {#if known && !entered}
    <p>Its pages are known from its file; the map stands under Pick.</p>
  {:else}
    <CheckBox
      label="It is printed page by page"
      checked={!!entered}
      set={(on) => pattern.attempt(() => change(on ? begun : null))}
    />
  {/if}
  {#if entered}
    <p class="eyebrow">
      Pages are called by column and row, A1 at the upper left; several are written A1, B2 or A1–C2.
    </p>
    <div class="grid grid-cols-2 gap-2">
      <NumberField label="Columns" value={entered.columns} set={(columns) => set({ columns })} />
      <NumberField label="Rows" value={entered.rows} set={(rows) => set({ rows })} />
      {#each LENGTHS as [name, label] (name)}
        <LengthField
          {label}
          mm={entered[name]!}
          set={(mm) => set({ [name]: mm ?? entered[name] })}
        />
      {/each}
    </div>
    <TextField label="Pages that are missing" value={entered.gaps} most={400} set={codes('gaps')} />
    <TextField
      label="Printed upside down"
      value={entered.upside_down}
      most={400}
      set={codes('upside_down')}
    />
    {#each pattern.now.pieces as piece (piece.id)}
      <TextField
        label="{piece.number} {piece.name} lies on"
        value={entered.pieces?.[piece.number] ?? ''}
        placeholder="any page"
        most={400}
        set={(text) =>
          pattern.attempt(() => set({ pieces: { ...entered.pieces, [piece.number]: text } }))}
      />
    {/each}
    <p class="eyebrow">
      The pages a view needs, what lies on top and the order to tape stand under Pick.
    </p>
  {/if}
</section>
