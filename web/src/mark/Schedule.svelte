<script lang="ts">
  // The list of one cut piece, in the order of the work, and the sums of all of them.
  import type { MarkItem, MarkList, MarkStage } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import Cautions from '../parts/Cautions.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import TickRow from '../parts/TickRow.svelte';
  import { capital, grouped, idOf } from './sheets';
  import WayPicker from './WayPicker.svelte';

  let {
    stage,
    list,
    choose,
    light,
  }: {
    stage: MarkStage;
    list: MarkList | undefined;
    choose: (id: string) => void;
    light: (mark: string) => void;
  } = $props();
  const making = theMaking();
  const marking = $derived(stage.marking);
  let picking = $state('');

  const isDone = (item: MarkItem) => making.given.now(item.tick).state === 'done';
  const left = (each: MarkList) => each.items.filter((item) => !isDone(item));
  const all = $derived(marking.lists.flatMap((each) => each.items));
  const minutesLeft = $derived(
    Math.ceil(all.filter((item) => !isDone(item)).reduce((sum, item) => sum + item.minutes, 0)),
  );
  const roles = $derived([...new Set(marking.lists.map((each) => each.role))]);
  const numbers = $derived(
    new Map((list?.items ?? []).map((item, index) => [item.tick.key, index + 1])),
  );
</script>

{#if list}
  <p class="mb-1">
    <strong>{marking.marks} marks</strong> on {marking.lists.length} cut pieces, {all.every(isDone)
      ? 'all made'
      : `about ${minutesLeft} min left`}.
    {#if marking.passes}The carbon is placed {marking.passes} times.{/if}
    {#if marking.tools.length}<span class="eyebrow">Needs {marking.tools.join(', ')}.</span>{/if}
  </p>
  <div class="mb-3 grid grid-cols-2 gap-x-5">
    <FigureLine figure={marking.minutes} name="In all" />
    {#if marking.thread.value}<FigureLine figure={marking.thread} name="Basting thread" />{/if}
  </div>
  <Cautions about="mark" cautions={stage.cautions} />
  <div class="my-3 flex flex-col gap-1.5" role="group" aria-label="Cut piece">
    {#each roles as role (role)}
      <div class="flex flex-wrap items-baseline gap-1.5">
        <span class="eyebrow w-20">{role}</span>
        {#each marking.lists.filter((each) => each.role === role) as each (idOf(each))}
          <button
            class={['btn btn-sm', each === list && 'btn-neutral']}
            aria-pressed={each === list}
            onclick={() => {
              picking = '';
              choose(idOf(each));
            }}
          >
            {each.title}
            <span class="font-normal">{left(each).length ? `${left(each).length} left` : '✓'}</span>
          </button>
        {/each}
      </div>
    {/each}
  </div>
  <div class="flex items-baseline justify-between gap-3">
    <p>
      <strong>{list.title}</strong>, {list.role}: about {Math.max(1, Math.round(list.minutes))} minutes.
      {list.stack} Keep the paper pinned until all are ticked.
    </p>
    <button
      class="btn btn-sm"
      disabled={!left(list).length}
      onclick={() =>
        making.tick(
          left(list).map((item) => item.tick.key),
          true,
        )}>Tick all {left(list).length || ''}</button
    >
  </div>
  <FindingList findings={list.findings} />
  {#each grouped(list.items) as group (group.when)}
    <h2 class="eyebrow mt-4">{stage.choices.when[group.when]}</h2>
    {#each group.ways as { way, items } (way)}
      <section class="mb-2">
        <h3 class="display text-base">{capital(way)}</h3>
        <p>
          {say(items[0]!.how)}
          {#if items[0]!.code === 'carbon'}{list.carbon}{/if}
          {items[0]!.because}
        </p>
        {#if stage.choices.mind[items[0]!.code]}
          <p class="eyebrow">{stage.choices.mind[items[0]!.code]!.join(' ')}</p>
        {/if}
        {#if items[0]!.against.length && items[0]!.code === items[0]!.proposed}
          <p class="eyebrow">With doubt: {items[0]!.against.join('; ')}.</p>
        {/if}
        {#if items[0]!.otherwise}<p class="eyebrow">{capital(items[0]!.otherwise)}.</p>{/if}
        <ul>
          {#each items as item (item.tick.key)}
            <TickRow
              tick={making.given.now(item.tick)}
              label="{item.title} is marked"
              number={numbers.get(item.tick.key)}
              lit={() => light(item.mark.replace(/\/end$/, ''))}
              toggle={(on) => making.tick([item.tick.key], on)}
            >
              <div class="flex items-center gap-2">
                <div class="min-w-0 grow">
                  <strong class="mr-2 font-normal">{say(item.title)}</strong>
                  <span class="eyebrow">{item.facts.map(say).join('; ')}</span>
                </div>
                {#if item.side !== 'edge'}
                  <button
                    class={['btn btn-xs', item.chosen && 'btn-outline']}
                    aria-expanded={picking === item.tick.key}
                    onclick={() => (picking = picking === item.tick.key ? '' : item.tick.key)}
                    >{item.chosen ? 'Way chosen' : 'Another way'}</button
                  >
                {/if}
              </div>
              {#if picking === item.tick.key}
                <WayPicker {item} {list} {stage} close={() => (picking = '')} />
              {/if}
            </TickRow>
          {/each}
        </ul>
      </section>
    {/each}
  {/each}
  {#if list.left_out.length}
    <details class="eyebrow mt-2">
      <summary class="cursor-pointer">{list.left_out.length} left out on purpose</summary>
      <ul class="list-disc pl-5">
        {#each list.left_out as each (each.mark + each.because)}
          <li>{each.title}: {each.because}.</li>
        {/each}
      </ul>
    </details>
  {/if}
{:else}
  <p>
    Choose the cloths first: the way of marking depends on them.
    <a class="link" href="/making/{making.id}/cloth" onclick={route.follow}>Go to Cloth</a>
  </p>
{/if}
