<script lang="ts">
  import { GET } from '../api/client';
  import type { Finding, FitStage, LengthChange } from '../api/types';
  import { StageData, theMaking } from '../making/making.svelte';
  import StageLayout from '../making/StageLayout.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { say } from '../parts/session.svelte';
  import TickBox from '../parts/TickBox.svelte';
  import Board from '../table/Board.svelte';
  import { boxOf, roomFor, setOut } from '../table/draw';
  import PieceDrawing from '../table/PieceDrawing.svelte';
  import SeamTable from './SeamTable.svelte';
  import PieceName from '../table/PieceName.svelte';

  const making = theMaking();
  const stage = new StageData<FitStage>(making, () =>
    GET('/api/makings/{making_id}/fit', { params: { path: making.path } }),
  );

  const changes = $derived(making.inputs.fit.changes);
  const pieces = $derived(stage.value?.fitted.pieces ?? []);
  // Pieces with a length line are the ones worked on here; the others follow after them.
  const ordered = $derived(
    [...pieces].sort((a, b) => Number(hasLine(b)) - Number(hasLine(a)) || a.number - b.number),
  );
  const layout = $derived(
    setOut(ordered, (piece) => roomFor(boxOf([piece.cutting]), `${piece.number} ${piece.name}`)),
  );

  /** A piece's name, with how much longer it became where that has room. */
  function namesOf({ number, name, lengthened }: (typeof pieces)[number]) {
    const by = say(`[[${Math.abs(lengthened)}]]`).replaceAll(' ', '\u00a0');
    const named = `${number} ${name}`;
    const longer = lengthened ? [`${named}, ${lengthened > 0 ? '+' : '−'}${by}`] : [];
    return [...longer, named, String(number)];
  }
  let pointed = $state.raw<Finding | null>(null);
  const foundOn = (piece: (typeof pieces)[number]) =>
    pointed?.where.piece === String(piece.number) ? pointed.where : null;

  function hasLine(piece: (typeof pieces)[number]) {
    return (piece.shape.marks ?? []).some((mark) => mark.kind === 'length line');
  }
  const save = (next: LengthChange[]) => making.set('fit', { changes: next });
  const attempt = (next: LengthChange[]) => making.patch('fit', { changes: next });
  /** How much a line may be changed by: an amount, the height, the body's own measure. */
  function waysOf(fitted: FitStage['fitted'], level: string) {
    const height = fitted.by_height[level];
    const measure = fitted.by_measure?.[level];
    return [
      { by: 'amount' as const, name: 'By an amount', known: true, figure: undefined, why: '' },
      {
        by: 'height' as const,
        name: 'By height',
        known: Boolean(height),
        figure: height,
        why: 'the height is not known under Pick, or this line never goes by it',
      },
      {
        by: 'measure' as const,
        name: 'By measure',
        known: Boolean(measure),
        figure: measure,
        why: 'the pattern’s table or the measurements lack it',
      },
    ];
  }
  const replace = (index: number, change: LengthChange) =>
    changes.map((each, at) => (at === index ? change : each));
</script>

<StageLayout title="Fit">
  {#snippet board()}
    {#if stage.value}
      {@const fitted = stage.value.fitted}
      <Board bounds={layout.bounds} label="The working pieces">
        {#snippet children(px)}
          {#each layout.spots as spot (spot.item.number)}
            <g transform="translate({spot.dx} {spot.dy})">
              <PieceDrawing
                shape={spot.item.shape}
                cutting={spot.item.cutting}
                outward={spot.item.outward}
                before={fitted.before[String(spot.item.number)] ?? null}
                found={foundOn(spot.item)}
                {px}
              />
              <PieceName
                texts={namesOf(spot.item)}
                box={spot.box}
                {px}
                lit={!!foundOn(spot.item)}
              />
            </g>
          {/each}
        {/snippet}
        {#snippet over()}
          {#if Object.keys(fitted.before).length}
            <p class="tag">Dotted: as traced. Drawn: after the change, side trued.</p>
          {/if}
        {/snippet}
      </Board>
    {/if}
  {/snippet}
  {#snippet panel()}
    {#if stage.value}
      {@const { fitted, tick } = stage.value}
      <section>
        <h2 class="display mb-1 text-base">Lengthen or shorten</h2>
        {#if !changes.length}
          <p class="mb-2">
            Nothing is changed. The pattern has a line at the {fitted.levels.join(', ')}.
          </p>
        {/if}
        {#each changes as change, index (index)}
          {@const made = fitted.changes.find((each) => each.index === index)}
          {@const ways = waysOf(fitted, change.level)}
          <div class="mb-2 border-b border-base-300 pb-2">
            <p class="flex items-center justify-between">
              <strong>At the {change.level}</strong>
              <button
                class="btn btn-xs"
                onclick={() => attempt(changes.filter((_, at) => at !== index))}>Take out</button
              >
            </p>
            <div class="join my-1 w-full" role="group" aria-label="How much">
              {#each ways as { by, name, known } (by)}
                <button
                  class={['btn btn-xs join-item grow', change.by === by && 'btn-neutral']}
                  aria-pressed={change.by === by}
                  disabled={!known}
                  onclick={() => attempt(replace(index, { ...change, by }))}>{name}</button
                >
              {/each}
            </div>
            {#each ways.filter((way) => !way.known) as { by, name, why } (by)}
              <p class="eyebrow">{name}: {why}.</p>
            {/each}
            {#if change.by === 'amount'}
              <LengthField
                label="Amount (minus shortens)"
                mm={change.amount ?? 0}
                signed
                set={(mm) => save(replace(index, { ...change, amount: mm ?? 0 }))}
              />
            {:else if made}
              <FigureLine figure={made.amount} />
            {/if}
            {#if made}
              <p class="mt-1">{say(made.instruction)}</p>
              <p class="eyebrow">
                Pieces {made.pieces.join(', ')} change together{made.followers?.length
                  ? `; ${made.followers.join(', ')} follow, being sewn to them`
                  : ''}.
              </p>
            {/if}
          </div>
        {/each}
        {#each stage.value.standing as change (change.level)}
          <div class="standing">
            <p>
              {making.inputs.pick.person} always needs {say(`[[${Math.abs(change.amount)}]]`)}
              {change.amount < 0 ? 'less' : 'more'} at the {change.level}.
            </p>
            <button class="btn btn-xs mt-1" onclick={() => attempt([...changes, change])}
              >Change it here too</button
            >
          </div>
        {/each}
        <div class="flex flex-wrap gap-1">
          {#each fitted.levels as level (level)}
            <button
              class="btn btn-sm"
              onclick={() => attempt([...changes, { level, by: 'amount', amount: 10 }])}
              >Change at the {level}</button
            >
            {#each waysOf(fitted, level) as { by, name, figure } (by)}
              {#if figure?.value && !changes.some((each) => each.by === by && each.level === level)}
                <button
                  class="btn btn-sm"
                  onclick={() => attempt([...changes, { level, by, amount: 0 }])}
                  >{name}, {level}: {say(figure.text)}</button
                >
              {/if}
            {/each}
          {/each}
        </div>
      </section>
      <FindingList findings={fitted.findings} point={(finding) => (pointed = finding)} />
      <SeamTable seams={fitted.seams} />
      <TickBox {tick} label="Lengths checked" toggle={(on) => making.tick([tick.key], on)} />
    {/if}
  {/snippet}
</StageLayout>

<style>
  .standing {
    border-left: 3px solid var(--thread);
    padding: 0.1rem 0 0.2rem 0.6rem;
    margin-bottom: 0.6rem;
  }
</style>
