<script lang="ts">
  // A seam taken in or let out: by amounts at places along it, or by a line pricked through.
  import CheckBox from '../parts/CheckBox.svelte';
  import Choice from '../parts/Choice.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { theMaking } from '../making/making.svelte';
  import { say } from '../parts/session.svelte';
  import ChangeFrame from './ChangeFrame.svelte';
  import { theHand } from './hand.svelte';
  import { put, upper, type Card } from './ways';

  let { change, index, last, fitted, alter }: Card<'width'> = $props();

  const making = theMaking();
  const hand = theHand();
  const made = $derived(fitted.made.find((each) => each.index === index));
  const edge = $derived(
    fitted.edges.find((each) => each.piece === change.piece && each.edge === change.edge),
  );
  const pins = $derived(change.pins ?? []);
  const points = $derived(change.points ?? []);
  const name = $derived(made?.name ?? upper(edge?.seam || change.edge));
  const pinning = $derived(hand.pinning === index);
  const edit = (some: Partial<typeof change>) => making.attempt(() => alter(put(index, some)));
  const partners = $derived(
    edge?.partners
      .map((each) => fitted.pieces.find((piece) => piece.number === each)?.name ?? String(each))
      .join(', '),
  );
  const setPin = (at: number, some: Partial<(typeof pins)[number]>) =>
    alter((all) =>
      all.map((each, k) =>
        k === index && each.kind === 'width'
          ? {
              ...each,
              pins: (each.pins ?? []).map((pin, n) => (n === at ? { ...pin, ...some } : pin)),
            }
          : each,
      ),
    );
  // Linings of the same part that are not taken in yet.
  const layers = $derived(
    (edge?.doubles ?? [])
      .filter(
        (number) =>
          !making.inputs.fit.changes.some(
            (each) => each.kind === 'width' && each.piece === number && each.edge === change.edge,
          ),
      )
      .map((number) => ({
        number,
        name: fitted.pieces.find((piece) => piece.number === number)?.name ?? String(number),
      })),
  );
  const also = (piece: number) =>
    making.attempt(() => alter((all) => [...all, { ...change, piece, points: [] }]));
  function pin() {
    if (pinning) return (hand.pinning = null);
    hand.choose(change.piece, change.edge);
    return (hand.pinning = index);
  }
</script>

<ChangeFrame {name} {change} {index} {last} {fitted} {alter}>
  {#if points.length}
    <p>
      {points.length} points pricked through.
      <button class="btn btn-xs" onclick={() => edit({ points: [] })}>Take them out</button>
    </p>
  {:else}
    {#each pins as each, at (at)}
      <div class="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
        <LengthField
          label="From its upper end"
          mm={each.at}
          set={(mm) => setPin(at, { at: mm ?? each.at })}
        />
        <LengthField
          label="In (minus: out)"
          mm={each.by}
          signed
          set={(mm) => setPin(at, { by: mm ?? 0 })}
        />
        <button
          class="btn btn-xs mb-1"
          onclick={() => edit({ pins: pins.filter((_, k) => k !== at) })}
          >×<span class="sr-only">Take pin {at + 1} out</span></button
        >
      </div>
    {/each}
    {#if edge?.places.length}
      <p class="eyebrow mt-1">
        Along it, darts closed: {edge.places
          .map((place) => `${place.name} ${say(`[[${place.at}]]`)}`)
          .join(', ')}
      </p>
    {/if}
  {/if}
  <div class="mt-1 flex flex-wrap gap-1">
    <button class={['btn btn-xs', pinning && 'btn-neutral']} aria-pressed={pinning} onclick={pin}
      >{pinning ? 'Pins are set' : 'Pin it on the board'}</button
    >
    {#if pinning}
      <CheckBox
        small
        label="Prick the pinned line through"
        checked={hand.pricking}
        set={(on) => (hand.pricking = on)}
      />
    {/if}
  </div>
  {#if !points.length}
    <Choice
      label="What was measured"
      value={change.measured ?? 'pinch'}
      options={[
        { value: 'pinch', name: 'the whole pinch, shared by both pieces' },
        { value: 'side', name: 'from the seam to the pins' },
      ]}
      set={(measured) => edit({ measured: measured as 'pinch' | 'side' })}
    />
  {/if}
  {#if partners}
    <CheckBox
      small
      label="{partners} follows"
      checked={change.partner ?? true}
      set={(partner) => edit({ partner })}
    />
  {/if}
  {#each layers as { number, name } (number)}
    <button class="btn btn-xs mt-1" onclick={() => also(number)}>{name} likewise</button>
  {/each}
  {#if made}
    {#each made.figures ?? [] as figure (figure.name)}<FigureLine {figure} />{/each}
    <details>
      <summary class="eyebrow">On paper</summary>
      <p>{say(made.instruction)}</p>
    </details>
  {/if}
</ChangeFrame>
