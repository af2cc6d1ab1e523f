<script lang="ts">
  // What is at hand for marking, what it is done on, how long it must hold; and the schools.
  import type { Inputs, MarkingKit, MarkStage } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import CheckBox from '../parts/CheckBox.svelte';
  import Choice from '../parts/Choice.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import Schools from '../parts/Schools.svelte';

  let { stage }: { stage: MarkStage } = $props();
  const making = theMaking();
  const inputs = $derived(making.inputs.mark);
  const kit = $derived(inputs.kit);
  const choices = $derived(stage.choices);
  type Mark = Inputs['mark'];

  const setKit = (some: (now: MarkingKit) => Partial<MarkingKit>) =>
    making.edit('mark', ({ kit: now }) => ({ kit: { ...now, ...some(now) } as Mark['kit'] }));
  const toggled = <T,>(list: readonly T[], one: T, on: boolean): T[] =>
    on ? [...list, one] : list.filter((each) => each !== one);
  const HUED = [
    ['chalks', 'Chalk in'],
    ['carbons', 'Carbon paper in'],
  ] as const;
  const options = (words: Record<string, string>) =>
    Object.entries(words).map(([value, name]) => ({ value, name }));
</script>

<section>
  <h2 class="display text-base">On the table</h2>
  <div class="grid grid-cols-2 gap-x-4 sm:grid-cols-3">
    {#each choices.tools as tool (tool)}
      <CheckBox
        label={tool}
        checked={kit.tools.some((each) => each === tool)}
        set={(on) =>
          setKit(({ tools }) => ({
            tools: toggled<string>(tools, tool, on) as MarkingKit['tools'],
          }))}
      />
    {/each}
  </div>
  {#each HUED as [field, words] (field)}
    <div class="mt-2 flex flex-wrap items-center gap-3" role="group" aria-label={words}>
      <span class="eyebrow w-28">{words}</span>
      {#each Object.entries(choices.hues) as [hue, colour] (hue)}
        <label class="flex cursor-pointer items-center gap-1.5 py-1">
          <input
            type="checkbox"
            class="checkbox checkbox-sm"
            checked={kit[field].some((each) => each === hue)}
            onchange={(event) => {
              const on = event.currentTarget.checked;
              void setKit((now) => ({ [field]: toggled<string>(now[field], hue, on) }));
            }}
          />
          <span class="swatch" style:background={colour}></span>{hue}
        </label>
      {/each}
    </div>
  {/each}
  <div class="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
    <LengthField
      label="Carbon sheet, long"
      mm={kit.sheet_long}
      set={(mm) =>
        making.change('mark', ({ kit: now }) => ({ kit: { ...now, sheet_long: mm ?? 500 } }))}
    />
    <LengthField
      label="Carbon sheet, wide"
      mm={kit.sheet_wide}
      set={(mm) =>
        making.change('mark', ({ kit: now }) => ({ kit: { ...now, sheet_wide: mm ?? 250 } }))}
    />
    <LengthField
      label="Tacks on darts, apart"
      mm={inputs.dart_spacing}
      set={(mm) => making.change('mark', { dart_spacing: mm ?? 15 })}
    />
    <LengthField
      label="Tacks on lines, apart"
      mm={inputs.line_spacing}
      set={(mm) => making.change('mark', { line_spacing: mm ?? 50 })}
    />
  </div>
  <div class="mt-2 grid grid-cols-2 gap-3">
    <Choice
      label="Marked on"
      value={String(kit.surface)}
      options={options(choices.surfaces)}
      set={(surface) => setKit(() => ({ surface: surface as MarkingKit['surface'] }))}
    />
    <Choice
      label="Until it is sewn"
      value={String(inputs.handled)}
      options={options(choices.handled)}
      set={(handled) => making.edit('mark', { handled: handled as Mark['handled'] })}
    />
  </div>
</section>
<section class="mt-4">
  <h2 class="display text-base">Schools</h2>
  <Schools schools={choices.schools} {inputs} set={(some) => making.edit('mark', some)} />
</section>

<style>
  .swatch {
    width: 1.1em;
    height: 1.1em;
    border: 1px solid var(--ink-soft);
    border-radius: 50%;
  }
</style>
