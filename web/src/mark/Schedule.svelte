<script lang="ts">
  // The list of one cut piece, in the order of the work, and the sums of all of them.
  import type { MarkItem, MarkList, MarkStage, ToolInHand } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import Cautions from '../parts/Cautions.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import TickAll from '../parts/TickAll.svelte';
  import MarkRow from './MarkRow.svelte';
  import { counted } from '../parts/words';
  import { capital, grouped, idOf, rowsOf } from './sheets';

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
  let tools = $state(false);
  let toolName = $state('');
  const tool = $derived(
    marking.by_tool.find((each) => each.name === toolName) ?? marking.by_tool[0],
  );
  /** Take a tool up: the picture shows the first piece that waits for it. */
  function take(each: ToolInHand) {
    toolName = each.name;
    const all = rowsOf(marking, each);
    const first = all.find(({ item }) => !isDone(item)) ?? all[0];
    if (first) choose(idOf(first.list));
  }
  const rows = $derived(tool ? rowsOf(marking, tool) : []);
  const keyOf = (item: MarkItem) => item.tick.key;

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
  <div class="join my-2" role="group" aria-label="Order of the list">
    {#each ['By piece', 'By tool'] as name, number (name)}
      <button
        class={['btn btn-sm join-item', (number === 1) === tools && 'btn-neutral']}
        aria-pressed={(number === 1) === tools}
        onclick={() => {
          tools = number === 1;
          if (tools && tool) take(tool);
        }}>{name}</button
      >
    {/each}
  </div>
  {#if tools}
    <div class="mb-3 flex flex-wrap gap-1.5" role="group" aria-label="Tool">
      {#each marking.by_tool as each (each.name)}
        {@const open = rowsOf(marking, each).filter(({ item }) => !isDone(item)).length}
        <button
          class={['btn btn-sm', each === tool && 'btn-neutral']}
          aria-pressed={each === tool}
          onclick={() => take(each)}
        >
          {each.name} <span class="font-normal">{open ? `${open} left` : '✓'}</span>
        </button>
      {/each}
    </div>
    {#if tool}
      <p class="mb-1">
        {counted(rows.length, 'mark')} on {counted(tool.pieces, 'cut piece')}.
      </p>
      <FigureLine figure={tool.minutes} />
      <ul>
        {#each rows as row (row.item.tick.key)}
          <MarkRow
            {stage}
            list={row.list}
            item={row.item}
            of={row.list.title}
            lit={() => {
              choose(idOf(row.list));
              light(row.item.mark.replace(/\/end$/, ''));
            }}
          />
        {/each}
      </ul>
      {#key tool.name}<TickAll
          keys={rows
            .map((row) => row.item)
            .filter((item) => !isDone(item))
            .map(keyOf)}
        />{/key}
    {/if}
  {:else}
    <div class="mb-3 flex flex-col gap-1.5" role="group" aria-label="Cut piece">
      {#each roles as role (role)}
        <div class="flex flex-wrap items-baseline gap-1.5">
          <span class="eyebrow w-20">{role}</span>
          {#each marking.lists.filter((each) => each.role === role) as each (idOf(each))}
            <button
              class={['btn btn-sm', each === list && 'btn-neutral']}
              aria-pressed={each === list}
              onclick={() => choose(idOf(each))}
            >
              {each.title}
              <span class="font-normal"
                >{left(each).length ? `${left(each).length} left` : '✓'}</span
              >
            </button>
          {/each}
        </div>
      {/each}
    </div>
    <p>
      <strong>{list.title}</strong>, {list.role}: about {Math.max(1, Math.round(list.minutes))} minutes.
      {list.stack}
      {list.keep}
    </p>
    <FindingList findings={list.findings} />
    {#each grouped(list.items) as group (group.when)}
      <h2 class="eyebrow mt-4">{stage.choices.when[group.when]}</h2>
      {#each group.ways as { way, how, items } (how)}
        <section class="mb-2">
          <h3 class="display text-base">{capital(way)}</h3>
          <p>{say(how)} {items[0]!.because}</p>
          {#if items[0]!.mind.length}<p class="eyebrow">{items[0]!.mind.join(' ')}</p>{/if}
          {#if items[0]!.against.length && items[0]!.code === items[0]!.proposed}
            <p class="eyebrow">With doubt: {items[0]!.against.join('; ')}.</p>
          {/if}
          {#if items[0]!.otherwise}<p class="eyebrow">{capital(items[0]!.otherwise)}.</p>{/if}
          <ul>
            {#each items as item (item.tick.key)}
              <MarkRow
                {stage}
                {list}
                {item}
                number={numbers.get(item.tick.key)}
                lit={() => light(item.mark.replace(/\/end$/, ''))}
              />
            {/each}
          </ul>
        </section>
      {/each}
    {/each}
    {#key idOf(list)}<TickAll keys={left(list).map(keyOf)} />{/key}
  {/if}
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
