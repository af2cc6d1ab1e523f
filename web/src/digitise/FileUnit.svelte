<script lang="ts">
  // A drawing that does not say how long its unit is: asked, with what each answer comes to.
  import type { FileOffer } from '../api/types';
  import { say } from '../parts/session.svelte';
  import type { FileOfferState } from './file.svelte';

  let { units, file }: { units: FileOffer['units']; file: FileOfferState } = $props();
</script>

<section>
  <h3 class="font-semibold">How long is one unit?</h3>
  <p class="eyebrow">
    The file does not say. {say(units.find(({ chosen }) => chosen)?.told ?? '')}
  </p>
  <div class="mt-1 flex flex-wrap gap-1" role="group" aria-label="One unit of the file is one">
    {#each units as { name, mm, chosen, told } (name)}
      <button
        class={['btn btn-xs', chosen && 'btn-neutral']}
        aria-pressed={chosen}
        disabled={!!file.busy}
        title={say(told)}
        onclick={() => file.measure(mm)}>{name}</button
      >
    {/each}
  </div>
</section>
