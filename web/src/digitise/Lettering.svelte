<script lang="ts">
  // Words that a file has only as shapes, cut out of its sheet to be read.
  import type { OfferedPiece } from '../api/types';
  import { boxOf, pathData } from '../table/draw';

  let { shapes }: { shapes: NonNullable<OfferedPiece['lettering']>[number] } = $props();
  const ROOM = 3;
  const box = $derived(boxOf(shapes));
  const d = $derived(shapes.map((each) => pathData(each, true)).join(''));
</script>

<svg
  class="crop"
  role="img"
  aria-label="The words on it, as they are drawn"
  viewBox="{box.x - ROOM} {box.y - ROOM} {box.width + 2 * ROOM} {box.height + 2 * ROOM}"
>
  <path {d} />
</svg>

<style>
  .crop {
    width: 100%;
    max-height: 90px;
    background: #fffdf8;
    border: 1px solid var(--color-base-300);
  }
  path {
    fill: #3a352b;
    fill-rule: evenodd;
    stroke: #3a352b;
    stroke-width: 0.7;
  }
</style>
