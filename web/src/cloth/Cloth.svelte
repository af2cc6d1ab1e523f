<script lang="ts">
  import { GET } from '../api/client';
  import type { ClothStage, Inputs, KnownCloth, Role } from '../api/types';
  import { StageData, theMaking } from '../making/making.svelte';
  import StageLayout from '../making/StageLayout.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import Board from '../table/Board.svelte';
  import ClothDrawing from '../table/ClothDrawing.svelte';
  import { setOut } from '../table/draw';
  import Choice from '../parts/Choice.svelte';

  const making = theMaking();
  const stage = new StageData<ClothStage>(making, () =>
    GET('/api/makings/{making_id}/cloth', { params: { path: making.path } }),
  );
  const inputs = $derived(making.inputs.cloth);

  /** How much of the cloth to show: what is owned, what the lay needs, or at least its bare area. */
  function shownLength(known: KnownCloth): number {
    const used = stage.value?.needed[known.role]?.used.value ?? known.least?.value ?? 500;
    return Math.max(known.owned_washed?.value ?? 0, used) * 1.04 + 40;
  }
  const layout = $derived(
    setOut(
      stage.value?.cloths ?? [],
      (known) => ({
        x: 0,
        y: -60,
        width: shownLength(known),
        height: (known.lay_width?.value ?? 500) + 120,
      }),
      1.38,
      90,
      false,
    ),
  );

  const save = (change: Partial<Inputs['cloth']>) => making.patch('cloth', change);
  function choose(role: Role, id: number) {
    const found = stage.value?.cupboard.find((each) => each.id === id);
    const cloths = { ...inputs.cloths };
    if (found) cloths[role] = found.cloth;
    else delete cloths[role];
    void save({ cloths });
  }
  const idOf = (known: KnownCloth) =>
    stage.value?.cupboard.find((each) => each.cloth.name === known.cloth?.name)?.id ?? 0;
</script>

<StageLayout title="Cloth">
  {#snippet board()}
    {#if stage.value}
      {@const value = stage.value}
      <Board bounds={layout.bounds} label="The cloths of this making" grid={false}>
        {#snippet children(px)}
          {#each layout.spots as spot (spot.item.role)}
            {@const known = spot.item}
            {@const width = known.lay_width?.value ?? 500}
            {@const length = shownLength(known)}
            {@const needed = value.needed[known.role]}
            <g transform="translate({spot.dx} {spot.dy})">
              {#if known.cloth}
                <ClothDrawing
                  cloth={known.cloth}
                  {width}
                  {length}
                  fold={known.fold}
                  owned={known.owned_washed?.value ?? null}
                  {px}
                />
              {:else}
                <rect
                  x="0"
                  y="0"
                  {width}
                  height={width}
                  class="none"
                  transform="scale({length / width} 1)"
                />
              {/if}
              {#if needed}
                <path d="M{needed.used.value} 0V{width}" class="used" />
                <text
                  x={needed.used.value - 8 * px}
                  y={20 * px}
                  font-size={13 * px}
                  class="inside haloed end">the lay ends here</text
                >
              {/if}
              <text x="0" y={-22 * px} font-size={16 * px} class="title">
                <tspan class="display">{known.role}</tspan>
                <tspan dx={6 * px}>{known.cloth?.name ?? 'no cloth chosen'}</tspan>
              </text>
              {#if known.cloth}
                <text x={10 * px} y={width - 12 * px} font-size={13 * px} class="inside haloed">
                  {stage.value?.at_the_edge[known.fold]}
                </text>
              {/if}
            </g>
          {/each}
        {/snippet}
      </Board>
    {/if}
  {/snippet}
  {#snippet panel()}
    {#if stage.value}
      {#each stage.value.cloths as known (known.role)}
        {@const needed = stage.value.needed[known.role]}
        <section class="border-b border-base-300 pb-3">
          <h2 class="display mb-1 text-base capitalize">
            {known.role}
            <span class="eyebrow font-sans font-normal normal-case"
              >{known.pieces} cloth pieces</span
            >
          </h2>
          <Choice
            label="Cloth for the {known.role}"
            bare
            value={idOf(known)}
            options={[
              {
                value: 0,
                name: known.cloth && !idOf(known) ? known.cloth.name : 'Choose a cloth',
              },
              ...stage.value.cupboard.map((card) => ({ value: card.id, name: card.cloth.name })),
            ]}
            set={(id) => choose(known.role, id)}
          />
          {#if known.cloth}
            <div class="join my-2 w-full" role="group" aria-label="How the {known.role} lies">
              {#each [['lengthwise', 'Folded lengthwise'], ['single', 'Single layer']] as const as [fold, name] (fold)}
                <button
                  class={['btn btn-xs join-item grow', known.fold === fold && 'btn-neutral']}
                  aria-pressed={known.fold === fold}
                  onclick={() => save({ folds: { ...inputs.folds, [known.role]: fold } })}
                  >{name}</button
                >
              {/each}
            </div>
            {#if known.lay_width}<FigureLine figure={known.lay_width} />{/if}
            {#if known.owned_washed}<FigureLine figure={known.owned_washed} />{/if}
            {#if needed}
              <FigureLine figure={needed.used} />
              <FigureLine figure={needed.buy} large />
            {:else if known.least}
              <FigureLine figure={known.least} />
              <p class="eyebrow">
                What to buy is known once the pieces are <a
                  class="link"
                  href="/making/{making.id}/lay"
                  onclick={route.follow}>laid</a
                >.
              </p>
            {/if}
          {/if}
          <div class="mt-2"><FindingList findings={known.findings} /></div>
        </section>
      {/each}
      <section>
        <p class="eyebrow mb-1">The shop cuts in steps of</p>
        <div class="join" role="group" aria-label="The shop’s step">
          {#each ['10 cm', '1/8 yd'] as const as step (step)}
            <button
              class={['btn btn-xs join-item', inputs.step === step && 'btn-neutral']}
              aria-pressed={inputs.step === step}
              onclick={() => save({ step })}>{say(step)}</button
            >
          {/each}
        </div>
        <p class="mt-3 eyebrow">
          Cloths are kept in the <a class="link" href="/cupboard" onclick={route.follow}>cupboard</a
          >.
        </p>
      </section>
    {/if}
  {/snippet}
</StageLayout>

<style>
  .title {
    fill: var(--ink);
  }
  .inside {
    fill: var(--ink);
    font-weight: 600;
  }
  .end {
    text-anchor: end;
  }
  .none {
    fill: none;
    stroke: var(--ink-soft);
    stroke-width: 1.5;
    stroke-dasharray: 6 5;
    vector-effect: non-scaling-stroke;
  }
  .used {
    stroke: #fff;
    stroke-width: 2;
    stroke-dasharray: 8 4;
    vector-effect: non-scaling-stroke;
  }
</style>
