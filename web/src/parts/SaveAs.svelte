<script lang="ts">
  // Save as: everything that leaves the program as a file, in one place on pattern, making and lay.
  import Save from '@lucide/svelte/icons/download';

  import { saveFile } from '../api/save';
  import type { SaveOffer } from '../api/types';
  import { once } from './once';
  import { sentenceOf } from './problem';

  let { ask, small = false }: { ask: () => Promise<SaveOffer>; small?: boolean } = $props();

  // Room that the list takes (px).
  const WIDE = 380;
  const HIGH = 420;

  let offer = $state.raw<SaveOffer | null>(null);
  let piece = $state('');
  let busy = $state('');
  let side = $state<(string | false)[]>(['dropdown-end']);
  let problem = $state('');

  async function opened(event: Event & { currentTarget: HTMLDetailsElement }) {
    if (!event.currentTarget.open) return;
    problem = '';
    const box = event.currentTarget.getBoundingClientRect();
    side = [
      box.right > WIDE && 'dropdown-end',
      small && box.bottom + HIGH > innerHeight && box.top > HIGH && 'dropdown-top',
    ];
    try {
      offer = await ask();
      if (!offer.pieces.some((each) => `${each.number}` === piece)) piece = '';
    } catch (error) {
      problem = sentenceOf(error);
    }
  }
  const addressOf = (address: string, byPiece: boolean) =>
    byPiece && piece ? `${address}${address.includes('?') ? '&' : '?'}pieces=${piece}` : address;

  const save = once(async (address: string, name: string) => {
    busy = address;
    problem = '';
    try {
      await saveFile(address);
    } catch (error) {
      problem = `${name}: ${sentenceOf(error)}`;
    }
    busy = '';
  });
</script>

<details class={['dropdown', ...side]} ontoggle={opened}>
  <summary class={['btn btn-ghost', small ? 'btn-xs' : 'btn-sm']}>
    {#if !small}<Save size={17} />{/if} Save as
  </summary>
  <div class="dropdown-content sheet z-20 w-[23rem] p-3">
    {#if offer}
      {#if offer.pieces.length > 1}
        <label class="mb-2 flex items-center gap-2">
          <span class="eyebrow whitespace-nowrap">Pieces in drawings</span>
          <select class="select select-sm grow" bind:value={piece}>
            <option value="">all of them</option>
            {#each offer.pieces as each (each.number)}
              <option value={`${each.number}`}>{each.number} {each.name}</option>
            {/each}
          </select>
        </label>
      {/if}
      {#each offer.groups as group (group.title)}
        <h3 class="display mt-2 text-base">{group.title}</h3>
        <div class={[group.drawing && 'forms']}>
          {#each group.files as file (file.address)}
            {@const address = addressOf(file.address, group.by_piece)}
            <button
              class={group.drawing ? 'btn btn-sm' : 'row'}
              disabled={!!busy}
              aria-busy={busy === address}
              onclick={() => save(address, file.name)}
            >
              <strong>{file.name}</strong>
              {#if !group.drawing}<span>{file.note}</span>{/if}
            </button>
          {/each}
        </div>
      {/each}
      {#if busy}<p class="eyebrow mt-2" role="status">The file is being made…</p>{/if}
      <dl class="eyebrow">
        {#each offer.groups.find((each) => each.drawing)?.files ?? [] as file (file.name)}
          <dt>{file.name}</dt>
          <dd>{file.note}</dd>
        {/each}
      </dl>
    {:else if !problem}
      <p class="eyebrow">Looking what there is…</p>
    {/if}
    {#if problem}<p class="text-error mt-2" role="alert">{problem}</p>{/if}
  </div>
</details>

<style>
  .dropdown-content {
    max-height: calc(100vh - 5rem);
    overflow-y: auto;
  }
  .forms {
    display: flex;
    gap: 0.35rem;
    margin-top: 0.25rem;
  }
  .row {
    display: grid;
    grid-template-columns: 8.2rem 1fr;
    align-items: baseline;
    width: 100%;
    padding: 0.3rem 0.45rem;
    border-radius: 4px;
    text-align: left;
    line-height: 1.25;
  }
  .row span {
    font-size: 0.86rem;
  }
  dl {
    display: grid;
    grid-template-columns: 8.2rem 1fr;
    row-gap: 0.1rem;
    margin-top: 0.8rem;
    padding: 0.5rem 0.45rem 0;
    border-top: 1px dashed var(--color-base-300);
  }
  .row:hover:not(:disabled),
  .row:focus-visible {
    background: var(--color-base-200);
  }
  .row:disabled:not([aria-busy='true']) {
    opacity: 0.55;
  }
</style>
