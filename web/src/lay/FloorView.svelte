<script lang="ts">
  // Laying it on the floor: one piece at a time, in numbers that are read from where one kneels.
  import { data, GET, POST } from '../api/client';
  import { pathData } from '../table/draw';
  import type { LayMaps } from '../api/types';
  import ClothMap from '../table/ClothMap.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { sentenceOf } from '../parts/problem';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import { theLay } from './lay.svelte';

  const table = theLay();
  const lay = $derived(table.lay!);
  let maps = $state.raw<LayMaps['maps']>([]);
  const map = $derived(maps.find((each) => each.role === lay.role));
  $effect(() => {
    void table.making.at; // whenever the making has moved on
    data(GET('/api/makings/{making_id}/lay/maps', { params: { path: table.making.path } }))
      .then((seen) => (maps = seen.maps))
      .catch(() => {}); // without a connection the last one stays
  });
  const rows = $derived([...lay.placed].sort((a, b) => a.numbers.order - b.numbers.order));
  const known = $derived(table.stage.value?.floor[lay.role] ?? {});
  // As they stand with what was ticked here a moment ago.
  const ticks = $derived(
    Object.fromEntries(
      Object.entries(known).map(([item, tick]) => [item, table.making.given.now(tick)]),
    ),
  );
  const done = $derived(rows.filter(({ placement }) => ticks[placement.item]?.state === 'done'));
  // It goes on where it was left, on this screen or another.
  // svelte-ignore state_referenced_locally
  let at = $state(
    Math.max(
      0,
      rows.findIndex(({ placement }) => ticks[placement.item]?.state !== 'done'),
    ),
  );
  const judged = $derived(rows[Math.min(at, rows.length - 1)] ?? null);
  const tick = $derived(judged && ticks[judged.placement.item]);
  const item = $derived(judged && table.itemOf(judged.placement.item));
  const slippery = $derived(
    lay.cloth?.traits.includes('slippery') || lay.cloth?.unsure.includes('slippery'),
  );
  let upper = $state<number | null>(null);
  let lower = $state<number | null>(null);
  let said = $state('');

  function go(by: number) {
    at = Math.min(rows.length, Math.max(0, at + by));
    upper = lower = null;
    said = '';
  }
  function lies() {
    if (tick && tick.state !== 'done') void table.making.tick([tick.key], true);
    go(1);
  }
  async function check() {
    if (upper === null || lower === null || !judged) return;
    try {
      const body = { role: lay.role, item: judged.placement.item, upper, lower };
      said = (
        await data(
          POST('/api/makings/{making_id}/lay/check', { params: { path: table.making.path }, body }),
        )
      ).sentence;
    } catch (problem) {
      said = sentenceOf(problem);
    }
  }
  function keys(event: KeyboardEvent) {
    if (event.target instanceof HTMLInputElement) return;
    if (event.key === 'ArrowRight') go(1);
    else if (event.key === 'ArrowLeft') go(-1);
    else if (event.key === ' ' && event.target === document.body) lies();
    else return;
    event.preventDefault();
  }
</script>

<svelte:window onkeydown={keys} />
<div class="floor">
  <header>
    <a class="link" href="/making/{table.making.id}/lay/numbers" onclick={route.follow}>Back</a>
    <span class="grow">{lay.role}: {lay.how}</span>
    <strong>{Math.min(at + 1, rows.length)} of {rows.length}</strong>
  </header>
  {#if slippery}
    <p class="tip">
      Slippery cloth: paper under it, weights instead of pins; after smoothing measure the grain
      again.
    </p>
  {/if}
  {#if !rows.length}
    <p class="big">Nothing lies on the {lay.role} yet.</p>
  {:else if at >= rows.length}
    <p class="big" role="status">
      {done.length === rows.length
        ? 'Every piece lies. Rehearse it before you cut.'
        : `${rows.length - done.length} not ticked yet.`}
    </p>
    <div class="bar">
      <button class="btn btn-lg" onclick={() => go(-1)}>Back</button>
      <a
        class="btn btn-lg btn-primary"
        href="/making/{table.making.id}/lay/rehearse"
        onclick={route.follow}>Rehearse the cutting</a
      >
    </div>
  {:else if judged && item}
    {@const { numbers } = judged}
    <div class="one">
      <div class="seen">
        <svg
          viewBox="-15 -15 {judged.box[2] - judged.box[0] + 30} {judged.box[3] -
            judged.box[1] +
            30}"
          aria-hidden="true"
        >
          {#key item.key}
            {@const [a, b, c, d, e, f] = judged.matrix}
            {@const size = Math.max(judged.box[2] - judged.box[0], judged.box[3] - judged.box[1])}
            <g transform="matrix({a} {-c} {b} {-d} {e - judged.box[0]} {judged.box[3] - f})">
              <path d={pathData(item.cutting, true)} class="paper" />
              <path d="M{item.grain[0]}L{item.grain[1]}" class="grain" />
              <circle cx={item.grain[0][0]} cy={item.grain[0][1]} r={size / 70} class="knot" />
            </g>
          {/key}
        </svg>
        {#if map}
          <ClothMap
            {map}
            next={item.key}
            faded={new Set(done.map(({ placement }) => placement.item))}
          />
        {/if}
      </div>
      <div class="numbers">
        <h1 class="display">{item.piece} {item.name}</h1>
        <p class="how">{numbers.face}, {numbers.direction}</p>
        {#if tick?.state === 'look'}<p class="tip">Lay it again. {say(tick.why)}</p>{/if}
        <dl>
          <div>
            <dt>upper end to the {numbers.edge}</dt>
            <dd>{say(numbers.upper.text)}</dd>
          </div>
          <div>
            <dt>lower end to the {numbers.edge}</dt>
            <dd>{say(numbers.lower.text)}</dd>
          </div>
          <div>
            <dt>upper end to the cut end</dt>
            <dd>{say(numbers.to_end.text)}</dd>
          </div>
        </dl>
        <details>
          <summary>Check it with the tape</summary>
          <div class="mt-1 grid max-w-md grid-cols-2 gap-2">
            <LengthField
              label="Upper end reads"
              mm={upper}
              empty
              set={(mm) => ((upper = mm), check())}
            />
            <LengthField
              label="Lower end reads"
              mm={lower}
              empty
              set={(mm) => ((lower = mm), check())}
            />
          </div>
          {#if said}<p class="said" role="status">{say(said)}</p>{/if}
        </details>
      </div>
    </div>
    <div class="bar">
      <button class="btn btn-lg" disabled={at === 0} onclick={() => go(-1)}>Back</button>
      <button class="btn btn-lg btn-primary grow" onclick={lies}
        >{tick?.state === 'done' ? 'It lies ✓, next' : 'It lies, next'}</button
      >
      <button class="btn btn-lg" onclick={() => go(1)}>Leave it, next</button>
    </div>
  {/if}
</div>

<style>
  .floor {
    display: flex;
    flex-direction: column;
    height: 100%;
    padding: 0.8rem 1.4rem 1.2rem;
    background: var(--color-base-100);
  }
  header {
    display: flex;
    gap: 1.2rem;
    font-size: 1.1em;
  }
  .tip {
    padding: 0.3rem 0.8rem;
    border-left: 4px dashed var(--doubt);
  }
  .one {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.35fr);
    gap: 1.5rem;
    flex: 1;
    min-height: 0;
    align-items: center;
  }
  .seen {
    display: flex;
    flex-direction: column;
    gap: 0.6rem;
    height: 100%;
    min-height: 0;
  }
  .seen > svg {
    flex: 1;
    width: 100%;
    min-height: 0;
  }
  .paper {
    fill: var(--paper);
    stroke: var(--cutting);
    stroke-width: 2;
    vector-effect: non-scaling-stroke;
  }
  .grain {
    stroke: var(--thread);
    stroke-width: 3;
    vector-effect: non-scaling-stroke;
  }
  .knot {
    fill: var(--thread);
  }
  .numbers {
    overflow-y: auto;
    max-height: 100%;
  }
  h1 {
    font-size: clamp(2rem, 4.6vw, 3.8rem);
    line-height: 1.05;
  }
  .how {
    font-size: clamp(1.1rem, 2vw, 1.7rem);
  }
  dl div {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: baseline;
    border-bottom: 1px solid var(--color-base-300);
  }
  dt {
    font-size: clamp(1rem, 1.7vw, 1.4rem);
  }
  dd {
    font-size: clamp(2.6rem, 6.4vw, 5.4rem);
    font-weight: 720;
    line-height: 1.15;
    font-variant-numeric: tabular-nums;
  }
  .said {
    font-size: clamp(1.4rem, 2.6vw, 2.2rem);
    font-weight: 650;
  }
  .big {
    flex: 1;
    display: grid;
    place-items: center;
    font-size: 2.4rem;
  }
  .bar {
    display: flex;
    gap: 0.8rem;
    margin-top: 0.8rem;
  }
  summary {
    cursor: pointer;
    margin-top: 0.6rem;
  }
</style>
