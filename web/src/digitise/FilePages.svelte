<script lang="ts">
  // Pages that do not say how they lie: laid out in rows or one by one, then put together.
  import CheckBox from '../parts/CheckBox.svelte';
  import NumberField from '../parts/NumberField.svelte';
  import Problem from '../parts/Problem.svelte';
  import type { FileOfferState } from './file.svelte';
  import { COLUMNS } from './pages';

  let { file, chosen }: { file: FileOfferState; chosen: number | null } = $props();
  let columns = $state(COLUMNS);
  let down = $state(false);
  const count = $derived(Object.keys(file.places ?? {}).length);
  const offered = $derived(file.read!.offer.pieces.length > 0);
</script>

<section>
  <h3 class="font-semibold">Put the pages in place</h3>
  <p class="eyebrow">
    As they lie on the floor, to within about a centimetre: the ends of their lines do the rest.
  </p>
  <div class="mt-2 flex items-end gap-3">
    <div class="w-24">
      <NumberField
        label="Columns"
        value={columns}
        set={(number) => {
          columns = Math.min(Math.max(1, Math.round(number)), count);
          file.arrange(columns, !down);
        }}
      />
    </div>
    <CheckBox
      label="counted down, not across"
      checked={down}
      set={(on) => {
        down = on;
        file.arrange(columns, !down);
      }}
    />
  </div>
  <p class="eyebrow mt-2">
    Then drag what lies elsewhere; arrows move the chosen page by 1 mm, with Shift by 10 mm.
  </p>
  <div class="mt-2 flex flex-wrap gap-2">
    <button
      class="btn btn-sm"
      disabled={chosen === null}
      onclick={() => chosen !== null && file.turn(chosen)}
      >Turn {chosen === null ? 'a page' : `page ${chosen}`} upside down</button
    >
    {#if offered}
      <button class="btn btn-sm btn-ghost" onclick={() => (file.places = null)}>Leave it</button>
    {/if}
  </div>
  <Problem text={file.problem} />
  <button class="btn btn-primary mt-3 w-full" disabled={!!file.busy} onclick={() => file.together()}
    >{file.busy || 'Put them together'}</button
  >
</section>
