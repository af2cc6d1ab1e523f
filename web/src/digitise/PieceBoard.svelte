<script lang="ts">
  // The board of one piece: its line with the points to take hold of, its sizes, its marks, the picture below.
  import type { PlacedNode, Point } from '../api/types';
  import Board from '../table/Board.svelte';
  import { boxOf, pathData } from '../table/draw';
  import PieceDrawing from '../table/PieceDrawing.svelte';
  import { theHand } from './hand.svelte';
  import Magnifier from './Magnifier.svelte';
  import { rimOf, thePattern } from './pattern.svelte';
  import SheetPictures from './SheetPictures.svelte';

  const pattern = thePattern();
  const hand = theHand();
  const page = $derived(pattern.now);
  const drawn = $derived(pattern.drawn);
  const sheet = $derived(page.facts.sheets.find((each) => each.id === page.piece?.sheet));
  const editable = $derived(page.piece?.drawn.way === 'line');

  let layer: SVGGElement | undefined = $state();
  let hover = $state.raw<{ mm: [number, number]; px: [number, number]; touch: boolean } | null>(
    null,
  );
  // A point under the hand, and where it is now: painted at once, sent when it is let go.
  let held = $state.raw<{ id: number; from: Point; to: Point; mark: string; index: number } | null>(
    null,
  );

  const size = $derived(page.size);
  const box = $derived.by(() => {
    const curves = [
      ...Object.values(page.sizes),
      ...(drawn?.cutting.length ? [drawn.cutting] : []),
      ...(drawn?.open.length ? [drawn.open] : []),
    ];
    if (sheet?.pictures.length && !drawn?.shape) return sheetBox;
    if (!drawn?.shape && editable) return { x: -20, y: -20, width: 520, height: 420 };
    if (!curves.length) return { x: -20, y: -20, width: 520, height: 420 };
    return boxOf(curves);
  });
  let sheetBox = $state.raw({ x: -20, y: -20, width: 700, height: 520 });
  // What is fitted stays put while the line grows: a board that jumps at every tap is no board.
  let bounds = $state.raw({ x: -20, y: -20, width: 520, height: 420 });
  let fitted = '';
  $effect(() => {
    const key = `${pattern.piece}/${drawn?.shape ? 'closed' : 'open'}/${sheetBox.width}/${page.piece?.drawn.way === 'line' ? '' : JSON.stringify(box)}`;
    if (key === fitted) return;
    fitted = key;
    bounds = box;
  });

  function mm(event: PointerEvent): Point {
    const matrix = layer!.getScreenCTM()!.inverse();
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return [at.x, at.y];
  }
  function grab(event: PointerEvent, node: PlacedNode) {
    if (event.button > 0 || !editable) return;
    event.stopPropagation();
    hand.take(node.id, event.shiftKey);
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    held = { id: node.id, from: node.at, to: node.at, mark: '', index: 0 };
  }
  function grabMark(event: PointerEvent, mark: string, index: number, at: Point) {
    if (event.button > 0) return;
    event.stopPropagation();
    hand.drop();
    hand.mark = mark;
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    held = { id: 0, from: at, to: at, mark, index };
  }
  function drag(event: PointerEvent) {
    if (!held) return;
    event.stopPropagation();
    const to = hand.snapped(mm(event));
    held = { ...held, to };
    hover = { mm: to, px: [event.offsetX, event.offsetY], touch: event.pointerType === 'touch' };
  }
  async function drop(event: PointerEvent) {
    if (!held) return;
    event.stopPropagation();
    const { id, from, to, mark, index } = held;
    const far = Math.hypot(to[0] - from[0], to[1] - from[1]);
    if (far < 0.05) {
      held = null;
      // A tap on the first point of an open line closes it.
      if (!mark && !drawn?.shape && drawn?.nodes[0]?.id === id && drawn.nodes.length > 2)
        await hand.close(true);
      return;
    }
    const edit = mark
      ? ({ do: 'move mark', piece: hand.piece, mark, point: index, to, size } as const)
      : ({
          do: 'move points',
          piece: hand.piece,
          ids: hand.ids.includes(id) ? [...hand.ids] : [id],
          by: [to[0] - from[0], to[1] - from[1]] as Point,
          size,
          every: hand.every,
        } as const);
    await pattern.edit(edit);
    held = null;
  }
  const beside = $derived.by(() => {
    if (!held || held.mark || !drawn) return '';
    const { id, to } = held;
    const at = drawn.nodes.findIndex((node) => node.id === id);
    const count = drawn.nodes.length;
    const before = drawn.nodes[drawn.shape ? (at - 1 + count) % count : at - 1];
    const after = drawn.nodes[drawn.shape ? (at + 1) % count : at + 1];
    return [before, after]
      .filter((node) => node !== undefined)
      .map((node) => `M${node.at.join(' ')}L${to.join(' ')}`)
      .join('');
  });
  const place = (node: PlacedNode) =>
    held && !held.mark && node.id === held.id ? held.to : node.at;
  const marks = $derived(drawn?.shape?.marks ?? []);
  const own = $derived(new Set(page.piece?.marks.map((mark) => mark.id)));
  const ghosts = $derived(Object.entries(page.sizes).filter(([name]) => name !== size));
</script>

<div class="relative h-full">
  <Board
    {bounds}
    label="Piece {drawn?.number ?? ''} {drawn?.name ?? ''}"
    onpoint={(at) => void hand.tap(at)}
    onhover={(at) => (hover = at)}
    onkey={hand.key}
  >
    {#snippet children(px)}
      <g bind:this={layer}>
        {#if sheet}
          <SheetPictures {sheet} opacity={hand.picture} sized={(next) => (sheetBox = next)} />
        {/if}
        {#each ghosts as [name, curves] (name)}
          <path d={pathData(curves, true)} class="ghost" /><!-- the other sizes -->
        {/each}
        {#if drawn?.shape}
          <g class={[sheet && 'over-picture']}>
            <PieceDrawing
              shape={drawn.shape}
              cutting={rimOf(drawn)}
              marks={drawn.marks}
              {px}
              lit={hand.mark}
              found={hand.found}
            />
          </g>
          {#each drawn.shape.edges as edge, index (index)}
            {#if hand.edge && drawn.edge_ids[index] === hand.edge}
              <path d={pathData(edge.path)} class="chosen" />
            {/if}
          {/each}
        {:else if drawn?.open.length}
          <path d={pathData(drawn.open)} class="set" />
        {/if}
        {#if beside}<path d={beside} class="set moving" />{/if}
        {#if hand.mode === 'line'}
          {#each drawn?.nodes ?? [] as node, index (node.id)}
            {@const [x, y] = place(node)}
            <!-- Points are reached from the keyboard by N on the board, and moved by the arrows. -->
            <g
              role="presentation"
              class={['node', hand.ids.includes(node.id) && 'held', !node.own && 'follows']}
              onpointerdown={(event) => grab(event, node)}
              onpointermove={drag}
              onpointerup={drop}
              onpointercancel={() => (held = null)}
            >
              <circle cx={x} cy={y} r={14 * px} class="reach" />
              {#if node.corner}
                <rect
                  x={x - 4 * px}
                  y={y - 4 * px}
                  width={8 * px}
                  height={8 * px}
                  data-node={node.id}
                />
              {:else}<circle cx={x} cy={y} r={4 * px} data-node={node.id} />{/if}
              {#if index === 0 && !drawn?.shape}
                <circle cx={x} cy={y} r={9 * px} class="first" />
              {/if}
            </g>
          {/each}
        {:else if hand.mode === 'marks'}
          {#each marks as mark (mark.id)}
            {#if own.has(mark.id)}
              {#each mark.points as at, index (index)}
                {@const [x, y] = held?.mark === mark.id && held.index === index ? held.to : at}
                <g
                  role="presentation"
                  class={['node', hand.mark === mark.id && 'held']}
                  onpointerdown={(event) => grabMark(event, mark.id, index, at)}
                  onpointermove={drag}
                  onpointerup={drop}
                  onpointercancel={() => (held = null)}
                >
                  <circle cx={x} cy={y} r={14 * px} class="reach" />
                  <circle cx={x} cy={y} r={4 * px} />
                </g>
              {/each}
            {/if}
          {/each}
          {#if hand.kind && hand.points.length}
            <path d="M{hand.points.map((each) => each.join(' ')).join('L')}" class="set moving" />
            {#each hand.points as [x, y], index (index)}
              <circle cx={x} cy={y} r={3 * px} class="set moving" />
            {/each}
          {/if}
        {/if}
      </g>
    {/snippet}
    {#snippet over()}
      {#if hand.mode === 'line' && editable && !drawn?.shape}
        <p class="tag">
          {drawn?.nodes.length
            ? drawn.nodes.length > 2
              ? 'Tap on along the line; the first point closes it.'
              : 'Tap on along the line.'
            : sheet
              ? 'Tap the first corner of your size’s line, then along it.'
              : 'Tap the first corner, or type the points at the right.'}
        </p>
      {:else if hand.kind}
        <p class="tag">
          {hand.kind.words}: {hand.kind.meaning}. {hand.points.length} of {hand.kind.least} set.
        </p>
      {/if}
    {/snippet}
  </Board>
  {#if hover && (sheet || held) && (held || (hand.mode !== 'look' && (hand.setting || hand.kind)))}
    <Magnifier at={hover.mm} px={hover.px} touch={hover.touch}>
      {#if sheet}<SheetPictures {sheet} opacity={hand.picture} fine />{/if}
      <path
        d={pathData(
          drawn?.shape ? drawn.shape.edges.flatMap((edge) => edge.path) : (drawn?.open ?? []),
        )}
        class="lens-line"
      />
      {#each drawn?.nodes ?? [] as node (node.id)}
        <circle cx={node.at[0]} cy={node.at[1]} r="0.9" class="lens-node" />
      {/each}
    </Magnifier>
  {/if}
</div>

<style>
  .lens-line {
    fill: none;
    stroke: var(--stitch);
    stroke-width: 0.5;
  }
  .lens-node {
    fill: var(--thread);
  }
  .ghost {
    pointer-events: none;
  }
  .over-picture :global(.paper) {
    fill-opacity: 0.12;
  }
  .over-picture :global(.band) {
    fill-opacity: 0.25;
  }
  .chosen {
    fill: none;
    stroke: var(--thread);
    stroke-width: 4;
    vector-effect: non-scaling-stroke;
    pointer-events: none;
  }
  .set {
    fill: none;
    stroke: var(--stitch);
    stroke-width: 2;
    vector-effect: non-scaling-stroke;
    pointer-events: none;
  }
  .moving {
    stroke: var(--thread);
    stroke-dasharray: 4 3;
  }
  .node {
    cursor: move;
  }
  .node rect,
  .node circle {
    fill: var(--color-base-100);
    stroke: var(--thread);
    stroke-width: 1.8;
    vector-effect: non-scaling-stroke;
  }
  .node.follows rect,
  .node.follows circle {
    stroke: var(--ghost);
  }
  .node.held rect,
  .node.held circle {
    fill: var(--thread);
  }
  .node .reach,
  .node.held .reach {
    fill: transparent;
    stroke: none;
  }
  .node .first {
    fill: none;
    stroke-dasharray: 3 3;
  }
</style>
