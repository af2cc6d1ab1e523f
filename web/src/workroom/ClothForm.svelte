<script lang="ts">
  import type { Cloth, Cupboard } from '../api/types';
  import LengthField from '../parts/LengthField.svelte';
  import { complaintOf, type Complaint } from '../parts/problem';
  import Choice from '../parts/Choice.svelte';
  import CheckBox from '../parts/CheckBox.svelte';
  import { toggled } from '../parts/lists';
  import Problem from '../parts/Problem.svelte';

  let {
    cloth = null,
    choices,
    keep,
    close,
  }: {
    cloth?: Cloth | null;
    choices: Cupboard['choices'];
    keep: (cloth: Cloth) => Promise<void>;
    close: () => void;
  } = $props();

  const id = $props.id();
  // The form works on a copy; it is made anew for every cloth that is opened.
  // svelte-ignore state_referenced_locally
  let form = $state<Cloth>({ ...choices.fresh, ...cloth });
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
    <Problem small text={at('name')} />
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
  <Choice
    label="Fibre"
    value={form.fibre}
    options={choices.fibres}
    set={(fibre) => (form.fibre = fibre)}
  />
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
      <Problem small text={at(field)} />
    </div>
  {/each}
  <fieldset class="col-span-2">
    <legend class="eyebrow">What it is like</legend>
    <div class="flex flex-wrap gap-x-4 gap-y-1">
      <CheckBox label="nap or one-way" checked={form.nap} set={(on) => (form.nap = on)} />
      {#each choices.traits as trait (trait)}
        <CheckBox
          label={trait}
          checked={form.traits.includes(trait)}
          set={() => (form.traits = toggled(form.traits, trait))}
        />
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
