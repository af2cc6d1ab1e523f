<script lang="ts">
  // One piece to cut: where it lies, and its acts as short rows, each with its own tick; the piece is done when all
  // of them are.
  import type { CutItem } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import { say } from '../parts/session.svelte';
  import TickBox from '../parts/TickBox.svelte';
  import { together } from '../parts/ticks';
  import { acts } from './sheets';

  let {
    item,
    number,
    allowed,
    lit,
    open,
  }: {
    item: CutItem;
    number: number;
    /** False while the lay is not ready and nobody said that they know. */
    allowed: boolean;
    lit: () => void;
    open: boolean;
  } = $props();
  const making = theMaking();
  const rows = $derived(
    acts(item).map((step) => ({
      ...step,
      ticks: step.ticks.map((tick) => making.given.now(tick)),
    })),
  );
  const all = $derived(together(rows.flatMap((row) => row.ticks)));
  const left = $derived(rows.filter((row) => together(row.ticks).state !== 'done'));
  const cutOut = $derived(making.given.now(item.tick));

  function give(ticks: readonly { key: string; state: string }[], on: boolean) {
    const keys = ticks.filter((tick) => (tick.state === 'done') !== on).map((tick) => tick.key);
    if (keys.length) void making.tick(keys, on);
  }
</script>

<li class={['piece', all.state]} onpointerenter={lit} onpointerdown={lit} onfocusin={lit}>
  <div class="head">
    <span class="number">{number}</span>
    <TickBox
      tick={all}
      label="{item.title} is cut"
      bare
      disabled={!allowed}
      toggle={(on) =>
        give(
          rows.flatMap((row) => row.ticks),
          on,
        )}
    />
    <div class="min-w-0 grow">
      <p class="flex justify-between gap-3">
        <strong>{item.title}</strong>
        <span>{item.gives}{cutOut.state === 'done' && all.state !== 'done' ? ', cut' : ''}</span>
      </p>
      <p class="eyebrow">{item.held.count} {item.held.by}. {say(item.lies)}</p>
      {#if !open && left.length}
        <p class="eyebrow">{left.map((row) => row.title.toLowerCase()).join(', ')}</p>
      {/if}
      {#if all.state === 'look'}<p class="why">Another look: {say(all.why)}</p>{/if}
    </div>
  </div>
  {#if open}
    <ol>
      {#each rows as row (row.act)}
        <li>
          <TickBox
            tick={together(row.ticks)}
            label="{item.title}: {row.title}"
            bare
            disabled={!allowed}
            toggle={(on) => give(row.ticks, on)}
          />
          <p class="min-w-0 grow">
            <span class="act">{row.title}</span>
            {row.words.map(say).join(' ')}
          </p>
        </li>
      {/each}
    </ol>
  {/if}
</li>

<style>
  .piece {
    border-bottom: 1px solid var(--color-base-300);
    padding: 0.2rem 0;
    line-height: 1.3;
  }
  .head,
  ol li {
    display: flex;
    align-items: center;
    gap: 0.7rem;
  }
  .number {
    flex: none;
    width: 1.6em;
    text-align: right;
    color: var(--ink-soft);
  }
  .done strong {
    text-decoration: line-through;
    text-decoration-thickness: 1px;
  }
  ol {
    padding: 0 0 0.3rem 3.1rem;
  }
  .act {
    font-weight: 650;
    margin-right: 0.4rem;
  }
  .why {
    border-left: 3px dashed var(--doubt);
    padding-left: 0.6rem;
  }
</style>
