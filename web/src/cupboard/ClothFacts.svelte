<script lang="ts">
  // Name, size, fibre, what the wash takes, price.
  import CheckBox from '../parts/CheckBox.svelte';
  import Choice from '../parts/Choice.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { toggled } from '../parts/lists';
  import NumberField from '../parts/NumberField.svelte';
  import Problem from '../parts/Problem.svelte';
  import TextField from '../parts/TextField.svelte';
  import Measured from './Measured.svelte';
  import { theCloth } from './cloth.svelte';

  const state = theCloth();
  const cloth = $derived(state.cloth);
  const square = $derived(cloth.square ?? { before: 300, after_length: 300, after_width: 300 });
  const squares = [
    ['before', 'Square before'],
    ['after_length', 'Length after'],
    ['after_width', 'Width after'],
  ] as const;
</script>

<section class="flex flex-col gap-2">
  <TextField label="Name" value={cloth.name} set={(name) => state.set({ name })} />
  <Problem small text={state.at('name')} />
  <div class="grid grid-cols-2 gap-2">
    <LengthField
      label="Width, with selvedges"
      mm={cloth.width}
      error={state.at('width')}
      set={(mm) => void state.set({ width: mm ?? 0 })}
    />
    <LengthField
      label="Each selvedge"
      mm={cloth.selvedge ?? 0}
      error={state.at('selvedge')}
      set={(mm) => void state.set({ selvedge: mm ?? 0 })}
    />
    <LengthField
      label="Tape askew by"
      mm={cloth.askew}
      error={state.at('askew')}
      set={(mm) => void state.set({ askew: mm ?? 0 })}
    />
    <LengthField
      label="Length owned"
      mm={cloth.owned ?? null}
      empty
      placeholder="not bought"
      error={state.at('owned')}
      set={(mm) => void state.set({ owned: mm })}
    />
    <Measured measure="width" name="Width" />
    <Measured measure="owned" name="Length" />
  </div>
  <p class="eyebrow">
    Askew: how much further along the tape’s far end lay than its near end. Laid square it is 0.
  </p>
  {#if state.seen}
    <FigureLine figure={state.seen.width} />
    {#each state.seen.figures as figure (figure.name)}<FigureLine {figure} />{/each}
  {/if}
</section>
<section class="flex flex-col gap-2">
  <h2 class="display text-lg">What it is made of</h2>
  <div class="grid grid-cols-2 gap-2">
    <Choice
      label="Fibre"
      value={cloth.fibre}
      options={state.choices.fibres}
      set={(fibre) => state.set({ fibre })}
    />
    <Choice
      label="Weave"
      value={cloth.weave}
      options={state.choices.weaves}
      set={(weave) => state.set({ weave })}
    />
    <Choice
      label="Weight"
      value={cloth.weight}
      options={state.choices.weights}
      set={(weight) => state.set({ weight })}
    />
  </div>
  <div class="flex flex-wrap gap-x-4">
    {#each state.choices.traits as trait (trait)}
      <CheckBox
        small
        label={trait}
        checked={cloth.traits.includes(trait)}
        set={() => state.set(({ traits }) => ({ traits: toggled(traits, trait) }))}
      />
    {/each}
  </div>
</section>
<section class="flex flex-col gap-2">
  <h2 class="display text-lg">What the first wash takes</h2>
  <CheckBox
    label="It is washed already"
    checked={cloth.washed}
    set={(washed) => state.set({ washed })}
  />
  <p class="eyebrow">
    {cloth.washed
      ? 'What was measured before the wash is reckoned from what it took; so is more of it that you buy.'
      : 'The width, the length, stripes and flaws all shrink with it.'}
  </p>
  <Choice
    label="Reckoned by"
    value={cloth.shrink_by}
    options={[
      { value: 'label', name: 'what the label says' },
      { value: 'table', name: 'what is usual for its fibre' },
      { value: 'square', name: 'a washed test square' },
    ]}
    set={(shrink_by) => state.set(shrink_by === 'square' ? { shrink_by, square } : { shrink_by })}
  />
  {#if cloth.shrink_by === 'label'}
    <div class="grid grid-cols-2 gap-2">
      {#each [['shrink_length', 'Of the length'], ['shrink_width', 'Of the width']] as const as [field, label] (field)}
        <NumberField
          {label}
          value={Math.round((cloth[field] ?? 0) * 1000) / 10}
          unit="%"
          set={(value) => state.set({ [field]: value / 100 })}
        />
      {/each}
    </div>
  {:else if cloth.shrink_by === 'square'}
    <div class="grid grid-cols-3 gap-2">
      {#each squares as [field, label] (field)}
        <LengthField
          fine
          {label}
          mm={square[field]}
          set={(mm) => void state.set({ square: { ...square, [field]: mm ?? 0 } })}
        />
      {/each}
    </div>
  {/if}
  {#each state.seen?.lost ?? [] as figure (figure.name)}<FigureLine {figure} />{/each}
</section>
<section class="flex flex-col gap-2">
  <div class="grid grid-cols-2 items-end gap-2">
    <NumberField
      label="Price of a metre"
      value={cloth.price ?? null}
      unit=""
      empty
      set={(price) => state.set({ price })}
    />
    <label>
      <span class="eyebrow block">Colour for drawing it</span>
      <input
        type="color"
        class="h-8 w-full"
        value={cloth.colour}
        onchange={(event) => state.set({ colour: event.currentTarget.value })}
      />
    </label>
  </div>
  <TextField label="Note" most={2000} value={cloth.note} set={(note) => state.set({ note })} />
</section>
