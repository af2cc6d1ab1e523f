<script lang="ts">
  // Paper for the table: what is wanted of it is chosen beside the button.
  import CheckBox from '../parts/CheckBox.svelte';
  import Printer from '@lucide/svelte/icons/printer';

  import { theMaking } from './making.svelte';

  let { what }: { what: 'cutting' | 'marking' | 'darts' | 'labels' } = $props();
  const making = theMaking();
  const PARTS = [
    ['cutting', 'Cutting checklist'],
    ['marking', 'Marking sheets'],
    ['darts', 'Dart cards'],
    ['labels', 'Labels for cut pieces'],
  ] as const;
  // svelte-ignore state_referenced_locally
  let chosen = $state<string[]>([what]);
</script>

<details class="dropdown dropdown-end">
  <summary class="btn btn-sm"><Printer size={16} /> On paper</summary>
  <div class="dropdown-content sheet z-10 w-64 p-3">
    {#each PARTS as [id, name] (id)}
      <CheckBox
        label={name}
        checked={chosen.includes(id)}
        set={(on) => (chosen = on ? [...chosen, id] : chosen.filter((each) => each !== id))}
      />
    {/each}
    <a
      class={['btn btn-sm btn-primary mt-2 w-full', !chosen.length && 'btn-disabled']}
      href="/api/makings/{making.id}/papers.pdf?parts={chosen.join(',')}"
      target="_blank"
      rel="noopener">Open the PDF</a
    >
  </div>
</details>
