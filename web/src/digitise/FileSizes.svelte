<script lang="ts">
  // The sizes of a file, each with a sample of its line: which are wanted, and what they are called.
  import type { FoundSize } from '../api/types';
  import TextField from '../parts/TextField.svelte';
  import type { FileOfferState } from './file.svelte';

  let { sizes, file }: { sizes: readonly FoundSize[]; file: FileOfferState } = $props();
  const told = $derived(sizes.every((each) => each.told));
  const wanted = $derived(Object.keys(file.sizes).length);
</script>

<section>
  <div class="flex items-baseline justify-between gap-2">
    <h3 class="font-semibold">{sizes.length === 1 ? 'One size' : `${sizes.length} sizes`}</h3>
    {#if sizes.length > 1 && wanted < sizes.length}
      <button class="btn btn-xs" onclick={() => file.all()}>All of them</button>
    {/if}
  </div>
  {#if !told}
    <p class="eyebrow">The file does not name them. Call them as its legend does.</p>
  {/if}
  <ul class="mt-1 flex flex-col gap-1" aria-label="Sizes">
    {#each sizes as size (size.name)}
      <li class="size">
        <input
          type="checkbox"
          class="checkbox checkbox-sm"
          aria-label="Size {size.name} is wanted"
          checked={size.name in file.sizes}
          onchange={(event) => {
            file.want(size.name, event.currentTarget.checked);
            event.currentTarget.checked = size.name in file.sizes;
          }}
        />
        <svg viewBox="0 0 60 10" class="sample" aria-hidden="true">
          <path
            d="M2 5H58"
            stroke={size.colour}
            stroke-width={Math.max(1.2, Math.min(4, size.width * 3))}
            stroke-dasharray={size.dash.join(' ')}
          />
        </svg>
        {#if size.told}<span class="grow">{size.name}</span>
        {:else}
          <TextField
            label="Name of {size.name}"
            hidden
            size="xs"
            wide="grow"
            value={file.sizes[size.name] ?? size.name}
            set={(name) => {
              if (name.trim() && size.name in file.sizes) file.sizes[size.name] = name.trim();
            }}
          />
        {/if}
        {#if sizes.length > 1}
          <button class="btn btn-xs btn-ghost" onclick={() => file.only(size.name)}
            >only this</button
          >
        {/if}
      </li>
    {/each}
  </ul>
</section>

<style>
  .size {
    display: flex;
    align-items: center;
    gap: 0.6rem;
  }
  .sample {
    width: 64px;
    height: 14px;
    flex: none;
    background: #fffdf8;
    border: 1px solid var(--color-base-300);
  }
</style>
