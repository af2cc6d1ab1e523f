<script lang="ts">
  import { here } from '../parts/session.svelte';
  import { sentenceOf } from '../parts/problem';

  // Choosing a file; what is wrong with it is said right here.
  let { label, open }: { label: string; open: (file: File) => Promise<unknown> } = $props();

  const id = $props.id();
  let refused = $state('');
  let busy = $state(false);

  async function chosen(event: Event & { currentTarget: HTMLInputElement }) {
    const field = event.currentTarget;
    const file = field.files?.[0];
    if (!file) return;
    refused = '';
    busy = true;
    try {
      await open(file);
    } catch (problem) {
      refused = sentenceOf(problem);
    } finally {
      busy = false;
      field.value = '';
    }
  }
</script>

<div class="relative">
  <label class="btn" for={id}>{busy ? 'Reading…' : label}</label>
  <input
    {id}
    type="file"
    accept={here.session?.opens?.join()}
    class="sr-only"
    onchange={chosen}
    disabled={busy}
  />
  {#if refused}
    <p class="refused" role="alert">
      {refused} <button class="btn btn-xs" onclick={() => (refused = '')}>Good</button>
    </p>
  {/if}
</div>

<style>
  .refused {
    position: absolute;
    right: 0;
    top: 110%;
    z-index: 20;
    width: 340px;
    padding: 0.6rem 0.8rem;
    background: var(--color-base-100);
    border: 1px solid var(--fault);
    border-left-width: 4px;
    overflow-wrap: anywhere;
    white-space: pre-line;
    max-height: 60vh;
    overflow-y: auto;
  }
</style>
