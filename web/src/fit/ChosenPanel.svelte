<script lang="ts">
  // What can be done with the edge or the piece that was tapped.
  import { theMaking } from '../making/making.svelte';
  import CheckBox from '../parts/CheckBox.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import TextField from '../parts/TextField.svelte';
  import { say } from '../parts/session.svelte';
  import { theHand } from './hand.svelte';
  import { begunAtEdge, begunOnPiece } from './kinds';
  import { upper, type Change, type Pieces } from './ways';

  let { fitted, add }: { fitted: Pieces; add: (...changes: Change[]) => Promise<boolean> } =
    $props();

  const making = theMaking();
  const hand = theHand();
  const chosen = $derived(hand.chosen);
  const piece = $derived(fitted.pieces.find((each) => each.number === chosen?.piece));
  const edge = $derived(
    fitted.edges.find((each) => each.piece === chosen?.piece && each.edge === chosen?.edge),
  );
  const nameOf = (number: number) =>
    fitted.pieces.find((each) => each.number === number)?.name ?? String(number);
  const sewn = $derived(edge?.partners.map((each) => `${nameOf(each)} (${each})`).join(', '));
  const sewable = $derived(edge && edge.kind !== 'fold');
  // What the new part and the line are called, until they are cut.
  let partName = $state('');
  let seamName = $state('');

  async function takeIn() {
    if (edge?.begin && (await add(edge.begin))) hand.pinning = making.inputs.fit.changes.length - 1;
  }
  async function cut() {
    const line = hand.line;
    if (!line || !piece) return;
    const number = fitted.free;
    const made = await add({
      kind: 'split',
      piece: line.piece,
      line: line.points,
      curved: line.curved,
      new: number,
      names: [piece.name, partName.trim() || `${piece.name}, part`],
      seam: seamName.trim() || `style line ${number}`,
      allowance: 15,
      notches: 2,
      on: true,
    });
    if (made) hand.putDown();
  }
</script>

{#if chosen && piece}
  <section class="chosen" aria-label="In hand">
    <header class="flex items-baseline gap-2">
      <h2 class="display grow text-base">{piece.name} ({piece.number})</h2>
      <button class="btn btn-xs" onclick={() => hand.putDown()}>Put down</button>
    </header>
    {#if edge}
      <p>
        {upper(edge.edge)}, {say(`[[${edge.long}]]`)}{sewn ? `, sewn to ${sewn}` : ''}
      </p>
      <div class="flex flex-wrap gap-1 pt-1">
        {#if sewable}
          <button class="btn btn-sm" onclick={takeIn}>Take in or let out</button>
        {/if}
        <button
          class={['btn btn-sm', hand.pulling && 'btn-neutral']}
          aria-pressed={hand.pulling}
          onclick={() => (hand.pulling = !hand.pulling)}>Draw by hand</button
        >
        {#each begunAtEdge(edge, nameOf) as { label, change } (label)}
          <button class="btn btn-sm" onclick={() => add(change)}>{label}</button>
        {/each}
      </div>
      {#if hand.pulling}
        <p class="eyebrow mt-1">
          Pull a handle: it catches straight on, square, and on whole lengths; with Alt it does not.
        </p>
      {/if}
      {#if sewable}
        <div class="mt-1 grid grid-cols-2 items-end gap-2">
          {#if hand.pulling}
            <LengthField
              label="Whole edge out (minus: in)"
              mm={null}
              signed
              empty
              set={async (out) => {
                if (out !== null)
                  await add({
                    kind: 'hand',
                    piece: edge.piece,
                    edge: edge.edge,
                    part: 'whole',
                    share: 0.5,
                    along: 0,
                    out,
                    size: fitted.size,
                    on: true,
                  });
              }}
            />
          {/if}
          <LengthField
            label="Allowance there"
            mm={edge.allowance}
            set={async (mm) => {
              await add({
                kind: 'allowance',
                piece: edge.piece,
                edge: edge.edge,
                width: mm ?? 0,
                on: true,
              });
            }}
          />
        </div>
      {/if}
    {/if}
    {#if hand.line}
      <div class="mt-2 flex flex-col gap-1">
        <p>{hand.line.points.length} points of the style line set on the board.</p>
        <CheckBox
          small
          label="One smooth line through them"
          checked={hand.line.curved}
          set={(curved) => (hand.line = { ...hand.line!, curved })}
        />
        <TextField
          label="Name of the new part"
          value={partName}
          placeholder="{piece.name}, part"
          set={(text) => void (partName = text)}
        />
        <TextField
          label="Name of the new seam"
          value={seamName}
          placeholder="style line"
          set={(text) => void (seamName = text)}
        />
        <div class="flex gap-1">
          <button
            class="btn btn-sm btn-primary"
            disabled={hand.line.points.length < 2}
            onclick={cut}>Cut in two</button
          >
          <button
            class="btn btn-sm"
            disabled={!hand.line.points.length}
            onclick={() => (hand.line = { ...hand.line!, points: hand.line!.points.slice(0, -1) })}
            >Last point back</button
          >
        </div>
      </div>
    {:else}
      <div class="flex flex-wrap gap-1 pt-1">
        <button
          class="btn btn-sm"
          onclick={() => {
            hand.pulling = false;
            hand.line = { piece: piece.number, points: [], curved: false };
          }}>Cut in two</button
        >
        {#each begunOnPiece(piece) as { label, change } (label)}
          <button class="btn btn-sm" onclick={() => add(change)}>{label}</button>
        {/each}
      </div>
    {/if}
  </section>
{/if}

<style>
  .chosen {
    border-left: 3px solid var(--thread);
    padding-left: 0.7rem;
  }
</style>
