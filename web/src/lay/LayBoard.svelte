<script lang="ts">
  // The cloth on the table with its pieces; they are dragged, nudged, turned and pinned here.
  import type { LayItem } from '../api/types';
  import { toggled } from '../parts/lists';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import Board from '../table/Board.svelte';
  import ClothDrawing from '../table/ClothDrawing.svelte';
  import { pathData } from '../table/draw';
  import LaidPiece from './LaidPiece.svelte';
  import { theLay } from './lay.svelte';
  import LayLetters from './LayLetters.svelte';
  import Tray from './Tray.svelte';

  const table = theLay();
  const { hand, seek, making } = table;
  const lay = $derived(table.lay);
  const shownLength = $derived(
    Math.max(table.used, Math.min(lay?.owned ?? 0, table.used * 1.5)) + 80,
  );
  let settled = $state(800);
  let layer: SVGGElement | undefined = $state();
  // While a piece is held the view stays still; it is fitted again when it is put down.
  const bounds = $derived({
    x: 0,
    y: -24,
    width: hand.held ? settled : shownLength,
    height: (lay?.width ?? 500) + 48,
  });
  $effect(() => {
    if (!hand.held) settled = shownLength;
  });
  const spots = $derived(
    table.pointed
      ? [table.pointed]
      : table.findings.filter((finding) => finding.where?.outline?.length),
  );
  /** Every piece that lies, with its judgement where it is held now. */
  const laid = $derived(
    (lay?.items ?? []).flatMap((item) => {
      const judged = item.key === hand.chosen ? table.chosen : hand.placed[item.key];
      const moving = hand.moves(item.key);
      return judged ? [{ item, judged, dx: moving ? hand.dx : 0, dy: moving ? hand.dy : 0 }] : [];
    }),
  );
  // What lies there at all changes only when something is put down: each piece then looks for itself where
  // it is, so that a move draws the one that moves.
  const there = $derived((lay?.items ?? []).filter(({ key }) => hand.placed[key]));
  const about = (key: string) =>
    table.pointed?.where.piece === key || table.pointed?.where.other === key;
  /** Where the held piece would come to lie, if that is elsewhere than the hand. */
  const ghost = $derived.by(() => {
    const item = hand.held && table.itemOf(hand.held);
    const before = hand.held && hand.placed[hand.held];
    if (!item || !before || !hand.live || !hand.snap || !lay) return null;
    const [a, b, c, d, e, f] = hand.live.matrix;
    const off = Math.hypot(e - before.matrix[4] - hand.dx, f - before.matrix[5] - hand.dy);
    if (off < 0.3 || off > 12) return null;
    return { item, onto: `matrix(${a} ${-c} ${b} ${-d} ${e} ${lay.width - f})` };
  });

  let from: { x: number; y: number; px: number } | null = null;
  function grab(event: PointerEvent, item: LayItem, px: number) {
    if (event.button !== 0 || table.laying) return;
    event.stopPropagation();
    if (event.shiftKey) return hand.choose(item.key, true);
    if (table.pins.includes(item.key) || table.cut.includes(item.key)) {
      hand.choose(item.key);
      return;
    }
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    hand.take(item.key);
    from = { x: event.clientX, y: event.clientY, px };
  }
  function pull(event: PointerEvent) {
    if (!from || !hand.held) return;
    const x = (event.clientX - from.x) * from.px;
    const y = -(event.clientY - from.y) * from.px;
    if (Math.hypot(x, y) < 3 * from.px && !hand.dx && !hand.dy) return;
    hand.drag(x, y);
  }
  function release() {
    if (from) void hand.drop();
    from = null;
  }
  /** The gesture was not meant for the piece: it stays where it lay. */
  function letGo() {
    from = null;
    hand.letGo();
  }
  /** A place of the window on the cloth (mm), if it is over the board. */
  function placeOf(clientX: number, clientY: number): [number, number] | null {
    const board = layer?.ownerSVGElement?.getBoundingClientRect();
    if (!layer || !board || !lay) return null;
    const { left, right, top, bottom } = board;
    if (clientX < left || clientX > right || clientY < top || clientY > bottom) return null;
    const at = new DOMPoint(clientX, clientY).matrixTransform(layer.getScreenCTM()!.inverse());
    return [at.x, lay.width - at.y];
  }

  /** Step through the pieces that lie on the cloth; ``more``: the next one is chosen with those before. */
  function stepTo(by: 1 | -1, more = false): boolean {
    const keys = there.map((item) => item.key);
    if (!keys.length) return false;
    const last = (more && hand.also.at(-1)) || hand.chosen;
    const at = last ? keys.indexOf(last) : by > 0 ? -1 : 0;
    hand.choose(keys[(at + by + keys.length) % keys.length] ?? null, more && hand.chosen !== null);
    return true;
  }
  function keys(event: KeyboardEvent): boolean {
    if (event.key === ']') return stepTo(1);
    if (event.key === '[') return stepTo(-1);
    if (event.key === '}') return stepTo(1, true);
    if (event.key === '{') return stepTo(-1, true);
    const item = hand.chosen;
    if (!item || !hand.placed[item] || table.laying) return false;
    if (event.key === 'Escape') {
      hand.choose(null);
      return true;
    }
    if (event.key === 'p') {
      pin(item);
      return true;
    }
    if (table.pins.includes(item) || table.cut.includes(item)) return false;
    const step = table.nudges[event.shiftKey ? 1 : 0];
    const actions: Record<string, () => void> = {
      ArrowLeft: () => hand.nudge(-step, 0),
      ArrowRight: () => hand.nudge(step, 0),
      ArrowUp: () => hand.nudge(0, step),
      ArrowDown: () => hand.nudge(0, -step),
      t: () => void hand.mend(item, 'turn end for end'),
      o: () => void hand.mend(item, 'turn over'),
      s: () => void hand.mend(item, 'straighten'),
      x: () => void hand.arrange('swap'),
      g: () => void hand.arrange('align'),
      ',': () => void hand.turn(item, 1),
      '.': () => void hand.turn(item, -1),
      Delete: () => void table.takeOff([item, ...hand.also]),
    };
    const action = actions[event.key];
    action?.();
    return Boolean(action);
  }
  const pin = (item: string) => void table.hold(({ pins }) => ({ pins: toggled(pins, item) }));
  const middle = (box: readonly number[]) => [(box[0]! + box[2]!) / 2, (box[1]! + box[3]!) / 2];
</script>

{#if lay?.cloth}
  {@const one = lay}
  <div class="flex h-full flex-col">
    <div class="min-h-0 grow">
      <Board
        {bounds}
        label="The lay on the {one.role} cloth"
        onkey={keys}
        upward={one.width}
        grid={false}
      >
        {#snippet children(px)}
          <g bind:this={layer}>
            <ClothDrawing
              cloth={one.cloth!}
              width={one.width}
              length={Math.max(bounds.width, shownLength)}
              fold={one.fold}
              owned={one.owned ?? null}
              blocks={one.blocks}
              {px}
            />
            {#each there as item (item.key)}
              {@const moving = hand.moves(item.key)}
              <!-- Keys are handled by the board, for the chosen piece. -->
              <g
                role="button"
                tabindex="-1"
                aria-label="{item.piece} {item.name}"
                class="piece"
                data-item={item.key}
                onpointerdown={(event) => grab(event, item, px)}
                onpointermove={pull}
                onpointerup={release}
                onpointercancel={letGo}
              >
                <LaidPiece
                  {item}
                  judged={(item.key === hand.chosen && table.chosen) || hand.placed[item.key]!}
                  width={one.width}
                  {px}
                  dx={moving ? hand.dx : 0}
                  dy={moving ? hand.dy : 0}
                  chosen={hand.chosen === item.key || hand.also.includes(item.key)}
                  cut={table.cut.includes(item.key)}
                  lit={about(item.key)}
                />
              </g>
            {/each}
            {#if ghost}
              <path d={pathData(ghost.item.cutting, true)} transform={ghost.onto} class="ghost" />
            {/if}
            {#each laid as { item, judged } (item.key)}
              {#if table.pins.includes(item.key)}
                {@const [x, y] = middle(judged.box)}
                <g class="pin" transform="translate({x} {one.width - y!}) scale({px})">
                  <path d="M0 0 8 -16" />
                  <circle cx="9" cy="-18" r="4.5" />
                </g>
              {/if}
            {/each}
            {#each spots as finding, index (index)}
              {#if finding.where?.outline?.length}
                <polygon
                  points={finding.where.outline
                    .map(([x = 0, y = 0]) => `${x},${one.width - y}`)
                    .join(' ')}
                  class="spot"
                />
              {/if}
            {/each}
            <LayLetters
              {laid}
              places={table.stage.value?.names[one.role] ?? {}}
              width={one.width}
              {px}
              chosen={hand.chosen}
            />
          </g>
        {/snippet}
        {#snippet over()}
          <p class="tag">
            {one.how}
            {#if seek.length !== null && seek.role}<strong>
                · best so far {say(`[[${seek.length}]]`)}</strong
              >{/if}
          </p>
        {/snippet}
      </Board>
    </div>
    {#if lay.missing.length && !table.laying}<Tray {placeOf} />{/if}
  </div>
{:else if lay}
  <div class="grid h-full place-items-center" style:background="var(--board)">
    <p class="tag p-4">
      No cloth for the {lay.role} yet.
      <a class="link" href="/making/{making.id}/cloth" onclick={route.follow}
        >Choose one under Cloth</a
      >
    </p>
  </div>
{/if}

<style>
  .piece {
    cursor: move;
    outline: none;
  }
  .ghost {
    fill: none;
    stroke: var(--color-primary);
    stroke-width: 1.6;
    stroke-dasharray: 3 3;
    vector-effect: non-scaling-stroke;
    pointer-events: none;
  }
  .pin {
    pointer-events: none;
  }
  .pin path {
    stroke: var(--ink);
    stroke-width: 1.6;
  }
  .pin circle {
    fill: var(--thread);
    stroke: var(--color-base-100);
    stroke-width: 1;
  }
  .spot {
    fill: var(--fault);
    fill-opacity: 0.5;
    stroke: var(--fault);
    stroke-width: 2;
    vector-effect: non-scaling-stroke;
    pointer-events: none;
  }
</style>
