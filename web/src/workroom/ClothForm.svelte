<script lang="ts">
  import type { Cloth } from '../api/types';
  import LengthField from '../parts/LengthField.svelte';
  import { complaintOf, type Complaint } from '../parts/problem';

  let {
    cloth = null,
    keep,
    close,
  }: { cloth?: Cloth | null; keep: (cloth: Cloth) => Promise<void>; close: () => void } = $props();

  const FIBRES = ['wool', 'cotton', 'linen', 'silk', 'viscose', 'polyester', 'mixed'] as const;
  const TRAITS = [
    'dark', 'light', 'busy', 'striped', 'slippery', 'sheer', 'frays', 'thick', 'knit', 'lace', 'fusible',
  ] as const; // prettier-ignore
  const fresh: Cloth = {
    name: '',
    fibre: 'cotton',
    width: 1400,
    selvedge: 10,
    owned: null,
    shrink_length: 0,
    shrink_width: 0,
    shrink_by: 'label',
    square: null,
    washed: false,
    nap: false,
    nap_unsure: false,
    stretch: 'none',
    repeat: {
      along: 0,
      across: 0,
      uneven_along: false,
      uneven_across: false,
      from_end: 0,
      from_edge: 0,
    },
    border: 'none',
    flaws: [],
    remnant: null,
    traits: [],
    colour: '#9aa4ad',
    note: '',
  };
  const id = $props.id();
  // The form works on a copy; it is made anew for every cloth that is opened.
  // svelte-ignore state_referenced_locally
  let form = $state<Cloth>({ ...fresh, ...cloth });
  let refused = $state<Complaint | null>(null);
  const at = (field: string) => (refused?.field.includes(field) ? refused.sentence : '');

  function percent(field: 'shrink_length' | 'shrink_width', text: string) {
    const value = Number(text.replace('%', '').replace(',', '.').trim() || '0');
    if (!Number.isFinite(value)) refused = { field, sentence: 'Write it like 4 or 3.5.' };
    else if (refused?.field === field) refused = null;
    form[field] = Number.isFinite(value) ? value / 100 : 0;
  }

  async function save() {
    refused = null;
    if (!form.name.trim()) {
      refused = { field: 'name', sentence: 'Give the cloth a name you will know it by.' };
      return;
    }
    try {
      await keep({ ...form, name: form.name.trim() });
    } catch (problem) {
      refused = complaintOf(problem);
    }
  }
</script>

<form
  class="grid grid-cols-2 gap-x-4 gap-y-2"
  onsubmit={(event) => {
    event.preventDefault();
    void save();
  }}
>
  <div class="col-span-2">
    <label class="eyebrow block" for="{id}-name">Name</label>
    <input
      id="{id}-name"
      class="input input-sm w-full"
      maxlength="120"
      oninput={() => {
        // Taken back while typing: a line that vanished on leaving the field would move what is clicked.
        if (refused?.field === 'name') refused = null;
      }}
      bind:value={form.name}
    />
    {#if at('name')}<p class="text-error text-sm" role="alert">{at('name')}</p>{/if}
  </div>
  <LengthField
    label="Width, selvedge to selvedge"
    mm={form.width}
    error={at('width')}
    set={(mm) => void (form.width = mm ?? 0)}
  />
  <LengthField
    label="Each selvedge"
    mm={form.selvedge ?? 0}
    error={at('selvedge')}
    set={(mm) => void (form.selvedge = mm ?? 0)}
  />
  <LengthField
    label="Length owned (empty: not bought yet)"
    mm={form.owned ?? null}
    empty
    error={at('owned')}
    set={(mm) => void (form.owned = mm)}
  />
  <div>
    <label class="eyebrow block" for="{id}-fibre">Fibre</label>
    <select id="{id}-fibre" class="select select-sm w-full" bind:value={form.fibre}>
      {#each FIBRES as fibre (fibre)}<option>{fibre}</option>{/each}
    </select>
  </div>
  {#each [['shrink_length', 'Shrinks in length, %'], ['shrink_width', 'Shrinks in width, %']] as const as [field, name] (field)}
    <div>
      <label class="eyebrow block" for="{id}-{field}">{name}</label>
      <input
        id="{id}-{field}"
        class="input input-sm w-full"
        inputmode="decimal"
        value={Math.round((form[field] ?? 0) * 1000) / 10}
        onchange={(event) => percent(field, event.currentTarget.value)}
      />
      {#if at(field)}<p class="text-error text-sm" role="alert">{at(field)}</p>{/if}
    </div>
  {/each}
  <fieldset class="col-span-2">
    <legend class="eyebrow">What it is like</legend>
    <div class="flex flex-wrap gap-x-4 gap-y-1">
      <label class="flex items-center gap-1.5">
        <input type="checkbox" class="checkbox checkbox-sm" bind:checked={form.nap} /> nap or one-way
      </label>
      {#each TRAITS as trait (trait)}
        <label class="flex items-center gap-1.5">
          <input
            type="checkbox"
            class="checkbox checkbox-sm"
            checked={form.traits?.includes(trait)}
            onchange={(event) =>
              (form.traits = event.currentTarget.checked
                ? [...(form.traits ?? []), trait]
                : (form.traits ?? []).filter((each) => each !== trait))}
          />
          {trait}
        </label>
      {/each}
    </div>
  </fieldset>
  <div>
    <label class="eyebrow block" for="{id}-colour">Colour for drawing it</label>
    <input id="{id}-colour" type="color" class="h-8 w-16" bind:value={form.colour} />
  </div>
  <div>
    <label class="eyebrow block" for="{id}-note">Note</label>
    <input id="{id}-note" class="input input-sm w-full" maxlength="2000" bind:value={form.note} />
  </div>
  {#if refused && !['name', 'width', 'selvedge', 'owned', 'shrink_length', 'shrink_width'].some(at)}
    <p class="text-error col-span-2" role="alert">{refused.sentence}</p>
  {/if}
  <div class="col-span-2 flex gap-2">
    <button class="btn btn-sm btn-primary" type="submit">Keep it</button>
    <button class="btn btn-sm btn-ghost" type="button" onclick={close}>Leave it as it was</button>
  </div>
</form>
