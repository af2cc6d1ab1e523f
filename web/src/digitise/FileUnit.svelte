<script lang="ts">
  // A drawing that does not say how long its unit is: asked, with what each answer comes to.
  import type { FileOffer } from '../api/types';
  import { boxOf } from '../table/draw';
  import { formatLength } from '../parts/length';
  import { here } from '../parts/session.svelte';
  import type { FileOfferState } from './file.svelte';

  let { offer, file }: { offer: FileOffer; file: FileOfferState } = $props();

  const UNITS = [
    { name: 'mm', mm: 1 },
    { name: 'cm', mm: 10 },
    { name: 'inch', mm: 25.4 },
    { name: 'pixel of a screen', mm: 25.4 / 96 },
  ];
  const tallest = $derived(
    Math.max(
      ...offer.pieces.flatMap((piece) =>
        Object.values(piece.lines).map((line) => {
          const box = boxOf([line]);
          return Math.max(box.width, box.height);
        }),
      ),
    ),
  );
  const same = (mm: number) => Math.abs(mm - offer.unit!) < 0.01 * mm;
</script>

<section>
  <h3 class="font-semibold">How long is one unit?</h3>
  <p class="eyebrow">
    The file does not say. As it is taken now, its longest piece is
    {formatLength(Math.round(tallest), here.unit)} long.
  </p>
  <div class="mt-1 flex flex-wrap gap-1" role="group" aria-label="One unit of the file is one">
    {#each UNITS as { name, mm } (name)}
      <button
        class={['btn btn-xs', same(mm) && 'btn-neutral']}
        aria-pressed={same(mm)}
        disabled={!!file.busy}
        title="The longest piece would be {formatLength(
          Math.round((tallest / offer.unit!) * mm),
          here.unit,
        )} long"
        onclick={() => file.measure(mm)}>{name}</button
      >
    {/each}
  </div>
</section>
