<script lang="ts">
  // One piece to cut: how, held by what, and all that is done besides the outline, once it is looked at.
  import type { CutItem } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import { say } from '../parts/session.svelte';
  import TickRow from '../parts/TickRow.svelte';

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
  const counted = (count: number, what: string, more = '') =>
    `${count} ${what}${count === 1 ? '' : 's'}${more}`;
</script>

<TickRow
  tick={making.given.now(item.tick)}
  label="{item.title} is cut"
  {number}
  {lit}
  disabled={!allowed}
  toggle={(on) => making.tick([item.tick.key], on)}
>
  <p class="flex justify-between gap-3">
    <strong>{item.title}</strong><span>{item.gives}</span>
  </p>
  <p>
    {item.how}
    {say(item.lies)}
  </p>
  {#if open}
    <ul class="besides">
      <li>{item.held.said}</li>
      {#each item.besides as line (line)}<li>{say(line)}</li>{/each}
    </ul>
  {:else}
    <p class="eyebrow">
      {item.held.count}
      {item.held.by}; {[
        item.edges.length && counted(item.edges.length, 'edge', ' with notches'),
        item.darts.length && counted(item.darts.length, 'dart'),
        item.staystitch.length && 'staystitching',
        item.motifs && counted(item.motifs, 'motif'),
      ]
        .filter(Boolean)
        .join(', ') || 'nothing else to cut'}
    </p>
  {/if}
</TickRow>

<style>
  .besides {
    list-style: disc;
    padding: 0.1rem 0 0.3rem 1.2rem;
    line-height: 1.35;
  }
</style>
