<script lang="ts">
  // A picture of the cloth, to trace flaws and outlines over: taken in, its known points marked.
  import Fade from '../parts/Fade.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import Problem from '../parts/Problem.svelte';
  import { theCloth } from './cloth.svelte';

  const cloth = theCloth();
  const photo = $derived(cloth.photo);
  $effect(() => {
    if (cloth.id && !photo.card) void photo.load();
  });
  const STRETCH = [
    ['from', 'along', 'Along, from'],
    ['to', 'along', 'to'],
    ['from', 'across', 'Across, from'],
    ['to', 'across', 'to'],
  ] as const;
  const POINT = [
    ['from', 'along', 'Along'],
    ['from', 'across', 'Across'],
  ] as const;
  function take(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    event.currentTarget.value = '';
    if (file) void photo.send(file);
  }
</script>

<section class="flex flex-col gap-2">
  <div class="flex flex-wrap items-center gap-1">
    <h2 class="grow font-semibold">A picture to trace over</h2>
    {#if cloth.id}
      <label class="btn btn-xs"
        >{photo.sending ? 'Reading…' : photo.seen ? 'Another picture' : 'Add a picture'}<input
          type="file"
          accept="image/*,.heic,.heif"
          class="sr-only"
          onchange={take}
        /></label
      >
    {/if}
  </div>
  <Problem text={photo.problem} />
  {#if !cloth.id}
    <p class="eyebrow">Once the cloth is in the cupboard, a photo of it can lie under the board.</p>
  {:else if photo.seen}
    {@const seen = photo.seen}
    <div class="flex flex-wrap gap-1">
      <button
        class={['btn btn-xs', photo.marking && photo.how === 'stretch' && 'btn-neutral']}
        aria-pressed={photo.marking && photo.how === 'stretch'}
        onclick={() => photo.mark('stretch')}>Mark a stretch of cloth</button
      >
      <button
        class={['btn btn-xs', photo.marking && photo.how === 'point' && 'btn-neutral']}
        aria-pressed={photo.marking && photo.how === 'point'}
        onclick={() => photo.mark('point')}>Mark one point</button
      >
      {#if photo.marking}
        <button class="btn btn-xs" onclick={() => (photo.marking = false)}>To the cloth</button>
      {/if}
    </div>
    {#if photo.marking}
      <div class="grid grid-cols-2 gap-2">
        {#each photo.how === 'stretch' ? STRETCH : POINT as [end, way, words] (end + way)}
          <LengthField
            label={words}
            mm={photo[end][way]}
            signed
            set={(mm) => void (photo[end] = { ...photo[end], [way]: mm ?? 0 })}
          />
        {/each}
      </div>
      <p class="eyebrow" role="status">{photo.ask}</p>
    {/if}
    {#if seen.known.length}
      <p>
        {seen.known.length} known {seen.known.length === 1 ? 'point' : 'points'}
        <button class="btn btn-xs" onclick={() => photo.known([])}>Mark them anew</button>
      </p>
    {/if}
    <FindingList findings={seen.findings} />
    {#if photo.card?.flat && !photo.marking}
      <Fade bind:value={photo.opacity} />
    {/if}
    <button class="btn btn-xs self-start" onclick={() => photo.takeAway()}
      >Take the picture away</button
    >
  {:else}
    <p class="eyebrow">
      Photograph the cloth from above with the cut end and a selvedge in it; then tap its corners
      and say how far they lie along and across.
    </p>
  {/if}
</section>
