<script lang="ts">
  // Save as: everything that leaves the program as a file, in one place on pattern, making and lay.
  import Save from '@lucide/svelte/icons/download';

  import { saveFile } from '../api/save';
  import type { SaveOffer } from '../api/types';
  import { once } from './once';
  import { sentenceOf } from './problem';

  let { ask }: { ask: () => Promise<SaveOffer> } = $props();

  let offer = $state.raw<SaveOffer | null>(null);
  let piece = $state('');
  let busy = $state('');
  let problem = $state('');

  async function opened(event: Event & { currentTarget: HTMLDetailsElement }) {
    if (!event.currentTarget.open) return;
    problem = '';
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

<details class="dropdown dropdown-end" ontoggle={opened}>
  <summary class="btn btn-sm btn-ghost"><Save size={17} /> Save as</summary>
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
        {#each group.files as file (file.address)}
          {@const address = addressOf(file.address, group.by_piece)}
          <button
            class="row"
            disabled={!!busy}
            aria-busy={busy === address}
            onclick={() => save(address, file.name)}
          >
            <strong>{file.name}</strong>
            <span>{busy === address ? 'is being made…' : file.note}</span>
          </button>
        {/each}
      {/each}
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
    color: color-mix(in oklab, currentColor 72%, transparent);
    font-size: 0.86rem;
  }
  .row:hover:not(:disabled),
  .row:focus-visible {
    background: var(--color-base-200);
  }
  .row:disabled:not([aria-busy='true']) {
    opacity: 0.55;
  }
</style>
