<script lang="ts">
  import { GET } from '../api/client';
  import type { ClothStage, Inputs, KnownCloth } from '../api/types';
  import { StageData, theMaking } from '../making/making.svelte';
  import type { Some } from '../parts/some';
  import StageLayout from '../making/StageLayout.svelte';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import Board from '../table/Board.svelte';
  import ClothDrawing from '../table/ClothDrawing.svelte';
  import { setOut } from '../table/draw';
  import Schools from '../parts/Schools.svelte';
  import RoleCloth from './RoleCloth.svelte';

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

  const edit = (change: Some<Inputs['cloth']>) => making.edit('cloth', change);
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
              {#if known.lying}
                <ClothDrawing
                  cloth={known.lying}
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
        <RoleCloth {known} stage={stage.value} />
      {/each}
      {#each stage.value.roles.filter((each) => inputs.joined[each]) as role (role)}
        <section class="flex items-center gap-2">
          <span class="grow"
            ><strong class="capitalize">{role}</strong>: cut from the {inputs.joined[role]} cloth, in
            one lay with it</span
          >
          <button
            class="btn btn-xs"
            onclick={() =>
              edit((now) => {
                const joined = { ...now.joined };
                delete joined[role];
                return { joined };
              })}>Its own cloth</button
          >
        </section>
      {/each}
      <section>
        <Schools schools={stage.value.schools} {inputs} set={edit} />
      </section>
      <section>
        <p class="eyebrow mb-1">The shop cuts in steps of</p>
        <div class="join" role="group" aria-label="The shop’s step">
          {#each ['10 cm', '1/8 yd'] as const as step (step)}
            <button
              class={['btn btn-xs join-item', inputs.step === step && 'btn-neutral']}
              aria-pressed={inputs.step === step}
              onclick={() => edit({ step })}>{say(step)}</button
            >
          {/each}
        </div>
        <a class="btn btn-sm mt-3 w-full" href="/making/{making.id}/shopping" onclick={route.follow}
          >Shopping list</a
        >
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
