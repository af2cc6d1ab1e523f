<script lang="ts">
  // The picture of a cloth as it was taken, where points that are known are tapped.
  import type { Point } from '../api/types';
  import KnownPoints from '../digitise/KnownPoints.svelte';
  import Magnifier from '../digitise/Magnifier.svelte';
  import { formatLength } from '../parts/length';
  import { here } from '../parts/session.svelte';
  import Board from '../table/Board.svelte';
  import { theCloth } from './cloth.svelte';

  const photo = theCloth().photo;
  // It is shown 600 wide, whatever its pixels.
  const WIDE = 600;
  const scale = $derived(photo.seen ? WIDE / photo.seen.width : 1);
  const high = $derived(photo.seen ? photo.seen.height * scale : 400);
  const known = $derived(
    (photo.seen?.known ?? []).map(({ pixel, along, across }) => ({
      pixel,
      words: `${formatLength(along, here.unit)} along, ${formatLength(across, here.unit)} across`,
    })),
  );
  let hover = $state.raw<{ mm: Point; px: Point; touch: boolean } | null>(null);
</script>

<div class="relative h-full">
  <Board
    bounds={{ x: 0, y: 0, width: WIDE, height: high }}
    label="The picture of the cloth"
    grid={false}
    rulers={false}
    onpoint={([x, y]) => void photo.tap([x / scale, y / scale])}
    onhover={(at) => (hover = at)}
  >
    {#snippet children(px)}
      <image href={photo.card?.whole} width={WIDE} height={high} class="under" />
      <KnownPoints {known} pixels={photo.pixels} {scale} {px} />
    {/snippet}
    {#snippet over()}<p class="tag">{photo.ask}</p>{/snippet}
  </Board>
  {#if hover}
    <Magnifier at={hover.mm} px={hover.px} touch={hover.touch} half={60 * scale}>
      <image href={photo.card?.whole} width={WIDE} height={high} />
    </Magnifier>
  {/if}
</div>

<style>
  .under {
    pointer-events: none;
  }
</style>
