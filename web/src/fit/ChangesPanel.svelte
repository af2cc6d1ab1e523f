<script lang="ts">
  // What is changed, in its order; what is in hand; what can be changed; what this person always needs.
  import type { FitStage } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import { say } from '../parts/session.svelte';
  import ChosenPanel from './ChosenPanel.svelte';
  import { theHand } from './hand.svelte';
  import { kindOf } from './kinds';
  import PieceCard from './PieceCard.svelte';
  import { atThe, upper, type Change, type Changed } from './ways';

  let { stage }: { stage: FitStage } = $props();
  const making = theMaking();
  const hand = theHand();
  const fitted = $derived({
    ...stage.fitted,
    asked: stage.asked,
    edges: stage.edges,
    free: stage.free,
  });
  const changes = $derived(making.inputs.fit.changes);
  const alter = (how: Changed) => making.change('fit', (now) => ({ changes: how(now.changes) }));
  const add = (...more: Change[]) => making.attempt(() => alter((now) => [...now, ...more]));
  const has = (level: string, by: string) =>
    changes.some((each) => each.kind === 'length' && each.level === level && each.by === by);
  const printed = $derived(fitted.lines.filter((line) => line.printed));
  /** Each once, whatever pieces have it. */
  const darts = $derived(fitted.darts.filter((each) => each.piece === each.pieces[0]));
  const NOTHING = { along: 0, lower: 0, upper: 0, intake: 0, dx: 0, dy: 0, on: true };
  const KEPT = { becomes: 'one', apart: 25, other_way: false } as const;
  const constructed = $derived(fitted.lines.filter((line) => !line.printed));
</script>

<ChosenPanel {fitted} {add} />
<section>
  <h2 class="display mb-1 text-base">Changes</h2>
  {#if !changes.length}
    <p class="mb-2">
      Nothing is changed.
      {#if printed.length}
        The pattern has a line at the {printed.map((line) => line.level).join(', ')}.
      {:else}The pattern has no line of its own.{/if}
    </p>
  {/if}
  {#each changes as change, index (index)}
    {@const Card = kindOf(change).card ?? PieceCard}
    <Card {change} {index} last={index === changes.length - 1} {fitted} {alter} />
  {/each}
  {#each stage.standing as { sentence, change } (sentence)}
    <div class="standing">
      <p>{making.inputs.pick.person} always needs: {say(sentence)}.</p>
      <button class="btn btn-xs mt-1" onclick={() => add(change)}>Change it here too</button>
    </div>
  {/each}
  {#if !hand.chosen}
    <p class="eyebrow mb-2">
      Tap a seam or a piece on the board to take it in, cut it in two, join it or draw it otherwise.
    </p>
  {/if}
  <div class="flex flex-wrap gap-1">
    {#each printed as { level, begin, ways } (level)}
      <button class="btn btn-sm" onclick={() => add(begin)}>Change at the {level}</button>
      {#each ways as { by, name, figure } (by)}
        {#if figure?.value && !has(level, by)}
          <button class="btn btn-sm" onclick={() => add({ ...begin, by, amount: 0, target: null })}
            >{name}, {level}: {say(figure.text)}</button
          >
        {/if}
      {/each}
    {/each}
  </div>
  {#if constructed.length}
    <p class="eyebrow mt-2">Where the pattern has no line, one can be put square to the grain:</p>
    <div class="mt-1 flex flex-wrap gap-1">
      {#each constructed as { level, why, begin } (level)}
        <button class="btn btn-sm" title={say(why)} onclick={() => add(begin)}
          >{atThe(level)}</button
        >
      {/each}
    </div>
  {/if}
  {#if darts.length}
    <p class="eyebrow mt-2">Darts:</p>
    <div class="mt-1 flex flex-wrap gap-1">
      {#each darts as { dart, name, pieces, short } (dart + name)}
        <button
          class="btn btn-sm"
          onclick={() => add({ kind: 'dart', dart, pieces, ...NOTHING, ...KEPT })}
          >Change the {name}</button
        >
        {#if short && !changes.some((each) => each.kind === 'dart' && each.dart === dart)}
          <button class="btn btn-sm" onclick={() => add({ ...short, ...KEPT })}
            >{upper(name)}: {say(`[[${fitted.tolerances?.bust ?? 25}]]`)} short of the bust</button
          >
        {/if}
      {/each}
    </div>
  {/if}
</section>

<style>
  .standing {
    border-left: 3px solid var(--thread);
    padding: 0.1rem 0 0.2rem 0.6rem;
    margin-bottom: 0.6rem;
  }
</style>
