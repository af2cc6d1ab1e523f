<script lang="ts">
  import { GET } from '../api/client';
  import type { Finding, Judged, LayItem, LayStage, RoleLay } from '../api/types';
  import { StageData, theMaking } from '../making/making.svelte';
  import StageLayout from '../making/StageLayout.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { route } from '../parts/route.svelte';
  import { here, say } from '../parts/session.svelte';
  import Board from '../table/Board.svelte';
  import ClothDrawing from '../table/ClothDrawing.svelte';
  import { Hand } from './hand.svelte';
  import LaidPiece from './LaidPiece.svelte';
  import LayLetters from './LayLetters.svelte';
  import PieceNumbers from './PieceNumbers.svelte';
  import { Seek } from './seek.svelte';

  const making = theMaking();
  const stage = new StageData<LayStage>(
    making,
    () => GET('/api/makings/{making_id}/lay', { params: { path: making.path } }),
    true,
  );
  const hand = new Hand(making);
  const seek = new Seek(making);
  let role = $state<RoleLay['role'] | null>(null);
  let pointed = $state<Finding | null>(null);

  const lays = $derived(stage.value?.lays ?? []);
  const lay = $derived(lays.find((each) => each.role === role) ?? lays[0] ?? null);
  $effect(() => {
    // Not while an edit is under way: what the hand has done since must not be taken back.
    if (lay && !laying && !making.busy && stage.at === making.at) hand.show(lay.role, lay.placed);
  });
  const itemOf = (key: string) => lay?.items.find((item) => item.key === key) ?? null;
  const used = $derived(
    Math.max(300, ...Object.values(hand.placed).map((judged) => judged.box[2])),
  );
  const shownLength = $derived(Math.max(used, Math.min(lay?.owned ?? 0, used * 1.5)) + 80);
  let settled = $state(800);
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
  const lying = $derived(hand.chosen ? (hand.placed[hand.chosen] ?? null) : null);
  // Where the piece lies, with the numbers and findings of where it is being held.
  const chosen = $derived(
    lying && hand.live && hand.held === hand.chosen
      ? { ...lying, numbers: hand.live.numbers, findings: hand.live.findings }
      : lying,
  );
  const chosenItem = $derived(hand.chosen ? itemOf(hand.chosen) : null);
  const live = $derived(hand.held && hand.live ? hand.live.findings : (lay?.findings ?? []));
  const spots = $derived(
    pointed ? [pointed] : live.filter((finding) => finding.where?.outline?.length),
  );

  /** Every piece that lies, with its judgement where it is held now. */
  const laid = $derived(
    (lay?.items ?? []).flatMap((item) => {
      const judged = item.key === hand.chosen ? chosen : hand.placed[item.key];
      const moving = hand.held === item.key;
      return judged ? [{ item, judged, dx: moving ? hand.dx : 0, dy: moving ? hand.dy : 0 }] : [];
    }),
  );
  const about = (key: string) => pointed?.where.piece === key || pointed?.where.other === key;

  let from: { x: number; y: number; px: number } | null = null;
  function grab(event: PointerEvent, item: LayItem, px: number) {
    if (event.button !== 0 || laying) return;
    event.stopPropagation();
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

  // Nudges in the reader's own unit: 1 mm and 1 cm, or a sixteenth and half an inch.
  const nudges = $derived<[number, number]>(here.unit === 'cm' ? [1, 10] : [25.4 / 16, 12.7]);
  /** Step through the pieces that lie on the cloth. */
  function stepTo(by: 1 | -1): boolean {
    const keys = (lay?.items ?? []).map((item) => item.key).filter((key) => hand.placed[key]);
    if (!keys.length) return false;
    const at = hand.chosen ? keys.indexOf(hand.chosen) : by > 0 ? -1 : 0;
    hand.chosen = keys[(at + by + keys.length) % keys.length] ?? null;
    return true;
  }

  function keys(event: KeyboardEvent): boolean {
    if (event.key === ']') return stepTo(1);
    if (event.key === '[') return stepTo(-1);
    const item = hand.chosen;
    if (!item || !hand.placed[item]) return false;
    const step = event.shiftKey ? nudges[1] : nudges[0];
    const actions: Record<string, () => void> = {
      ArrowLeft: () => hand.nudge(-step, 0),
      ArrowRight: () => hand.nudge(step, 0),
      ArrowUp: () => hand.nudge(0, step),
      ArrowDown: () => hand.nudge(0, -step),
      t: () => void hand.mend(item, 'turn end for end'),
      o: () => void hand.mend(item, 'turn over'),
      s: () => void hand.mend(item, 'straighten'),
      ',': () => void hand.turn(item, 1),
      '.': () => void hand.turn(item, -1),
      Escape: () => (hand.chosen = null),
    };
    const action = actions[event.key];
    action?.();
    return Boolean(action);
  }

  // From the first round to the last cloth put down: nothing else may be moved meanwhile.
  let laying = $state(false);
  async function layAll(roles: RoleLay['role'][]) {
    laying = true;
    try {
      for (const each of roles) {
        role = each;
        hand.chosen = null;
        hand.role = each;
        const found = await seek.run(each, (placed: readonly Judged[]) => hand.show(each, placed));
        if (!found) return;
        hand.role = each;
        if (!(await hand.save(found.best?.sought?.placements ?? []))) return;
      }
    } catch (problem) {
      making.complain(problem);
    } finally {
      laying = false;
    }
  }

  async function mend(finding: Finding) {
    const item = finding.where?.piece;
    if (finding.fix === 'lay again' && lay) return layAll([lay.role]);
    if (item && finding.fix && finding.fix !== 'lay again') await hand.mend(item, finding.fix);
  }

  async function addMissing(key: string) {
    const placements = Object.values(hand.placed).map((judged) => judged.placement);
    await hand.save([...placements, { item: key, x: used + 10, y: 0, turn: 0, over: false }]);
    hand.chosen = key;
  }
  const ready = $derived(lays.filter((each) => each.cloth).map((each) => each.role));
</script>

<StageLayout title="Lay">
  {#snippet board()}
    {#if lay?.cloth}
      {@const one = lay}
      <Board
        {bounds}
        label="The lay on the {one.role} cloth"
        onkey={keys}
        upward={one.width}
        grid={false}
      >
        {#snippet children(px)}
          <ClothDrawing
            cloth={one.cloth!}
            width={one.width}
            length={Math.max(bounds.width, shownLength)}
            fold={one.fold}
            owned={one.owned ?? null}
            {px}
          />
          {#each laid as { item, judged, dx, dy } (item.key)}
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
                {judged}
                width={one.width}
                {px}
                {dx}
                {dy}
                chosen={hand.chosen === item.key}
                lit={about(item.key)}
              />
            </g>
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
            places={stage.value?.names[one.role] ?? {}}
            width={one.width}
            {px}
            chosen={hand.chosen}
          />
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
  {/snippet}
  {#snippet panel()}
    {#if lay}
      <div class="join w-full" role="group" aria-label="Cloth">
        {#each lays as each (each.role)}
          <button
            class={['btn btn-sm join-item grow px-1', each.role === lay.role && 'btn-neutral']}
            aria-pressed={each.role === lay.role}
            disabled={laying}
            onclick={() => {
              role = each.role;
              hand.chosen = null;
            }}>{each.role}{each.complete ? ' ✓' : ''}</button
          >
        {/each}
      </div>
      {#if laying}
        <section aria-live="polite">
          <p>
            {seek.waiting
              ? `The ${seek.role} waits for its turn`
              : `Laying the ${seek.role}: ${Math.round(seek.share * seek.seconds)} of ${seek.seconds} seconds`}
          </p>
          <progress class="progress w-full" value={seek.share} max="1"></progress>
          <button class="btn btn-sm mt-1" onclick={() => seek.stop()}>Stop and keep the best</button
          >
        </section>
      {:else}
        <section class="flex flex-wrap gap-2">
          <button
            class="btn btn-primary btn-sm grow"
            disabled={!ready.length}
            onclick={() => layAll(ready)}>Lay all cloths</button
          >
          <button class="btn btn-sm grow" disabled={!lay.cloth} onclick={() => layAll([lay.role])}
            >Lay the {lay.role}</button
          >
        </section>
      {/if}
      {#if lay.used}
        <section>
          <FigureLine figure={lay.used} large />
          {#if lay.buy}<FigureLine figure={lay.buy} />{/if}
        </section>
      {/if}
      {#if chosen && chosenItem}
        <PieceNumbers item={chosenItem} judged={chosen} {hand} />
      {:else if Object.keys(hand.placed).length}
        <p class="eyebrow">
          Choose a piece (or step through them with the keys [ and ]) to read its ruler numbers.
          Drag it, or nudge it with the arrow keys ({say(
            `[[${nudges[0]}]], with Shift [[${nudges[1]}]]`,
          )}).
        </p>
      {/if}
      {#if lay.missing.length && lay.cloth && !laying}
        <section>
          <h2 class="display text-base">Still to lay</h2>
          <ul>
            {#each lay.missing as key (key)}
              <li class="flex items-center justify-between py-0.5">
                <span>{itemOf(key)?.piece} {itemOf(key)?.name}</span>
                <button class="btn btn-xs" onclick={() => addMissing(key)}>Put it on</button>
              </li>
            {/each}
          </ul>
        </section>
      {/if}
      <FindingList
        findings={live}
        {mend}
        offers={stage.value?.offers}
        point={(finding) => (pointed = finding)}
      />
      {#if lay.cloth && !laying}
        <LengthField
          label="Room for the shears between pieces"
          mm={stage.value?.gap ?? 3}
          set={(mm) => making.gap(mm ?? 0)}
        />
      {/if}
      {#if lay.complete && !live.length}
        <p>Every piece lies on the grain, inside the cloth, and clear of the others.</p>
      {/if}
    {/if}
  {/snippet}
</StageLayout>

<style>
  .piece {
    cursor: move;
    outline: none;
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
