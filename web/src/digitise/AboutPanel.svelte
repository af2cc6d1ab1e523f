<script lang="ts">
  // What the pattern is and where it comes from; all of it optional but the name.
  import type { PatternEdit } from '../api/types';
  import CheckBox from '../parts/CheckBox.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import TextField from '../parts/TextField.svelte';
  import { thePattern } from './pattern.svelte';
  import PrintedPages from './PrintedPages.svelte';

  const pattern = thePattern();
  const facts = $derived(pattern.now.facts);
  type Facts = Extract<PatternEdit, { do: 'facts' }>;
  const set = (some: Omit<Facts, 'do'>) => pattern.change({ do: 'facts', ...some });
  const say = (name: keyof Omit<Facts, 'do'>) => (text: string) =>
    pattern.attempt(() => set({ [name]: text }));

  let letter = $state('');
  let view = $state('');
  const views = (list: typeof facts.views) => pattern.edit({ do: 'views', views: list });
  async function addView() {
    const made = { id: letter.trim(), name: view.trim(), notions: [], instructions: [] };
    if (await views([...facts.views, made])) letter = view = '';
  }
</script>

<section class="flex flex-col gap-2">
  <h2 class="display text-lg">About it</h2>
  <TextField label="Kind of garment" value={facts.garment} set={say('garment')} />
  <TextField
    label="Where it comes from"
    value={facts.publication}
    placeholder="publication, maker, or “copied from…”"
    set={say('publication')}
  />
  <div class="grid grid-cols-2 gap-2">
    <TextField label="Issue" value={facts.issue} most={60} set={say('issue')} />
    <TextField label="Number" value={facts.number} most={60} set={say('number')} />
  </div>
  <LengthField
    label="The height it was drawn for"
    mm={facts.base_height ?? null}
    empty
    placeholder="not said"
    set={(mm) => set({ base_height: mm })}
  />
  <CheckBox
    label="Drawn for a cloth that stretches"
    checked={facts.knit}
    set={(knit) => pattern.attempt(() => set({ knit }))}
  />
  <CheckBox
    label="The paper carries its allowances"
    checked={facts.allowance_included}
    set={(allowance_included) => pattern.attempt(() => set({ allowance_included }))}
  />
</section>
<section>
  <h2 class="display mb-1 text-lg">Allowances</h2>
  <p class="eyebrow mb-1">Of every edge that has none of its own.</p>
  <div class="grid grid-cols-2 gap-2">
    <LengthField label="Seams" mm={facts.seam} set={(mm) => set({ seam: mm ?? 0 })} />
    <LengthField label="Hems" mm={facts.hem} set={(mm) => set({ hem: mm ?? 0 })} />
  </div>
</section>
<section>
  <h2 class="display mb-1 text-lg">Views</h2>
  <p class="eyebrow mb-1">Only if some pieces or marks belong to one version of the garment.</p>
  <ul>
    {#each facts.views as each (each.id)}
      <li class="flex items-center gap-2 py-0.5">
        <strong>{each.id}</strong><span class="grow">{each.name}</span>
        <button
          class="btn btn-xs btn-ghost"
          onclick={() => views(facts.views.filter((one) => one.id !== each.id))}>Take out</button
        >
      </li>
    {/each}
  </ul>
  <form
    class="mt-1 flex items-end gap-2"
    onsubmit={(event) => {
      event.preventDefault();
      void addView();
    }}
  >
    <TextField label="Letter" wide="w-14" bind:value={letter} most={8} />
    <TextField label="What it is" wide="grow" bind:value={view} />
    <button class="btn btn-sm" disabled={!letter.trim() || !view.trim()}>Add</button>
  </form>
</section>
<PrintedPages />
