<script lang="ts">
  // The line of a piece: by points, by measures, or by sums; its sizes; what may be done with the whole of it.
  import CheckBox from '../parts/CheckBox.svelte';
  import Fade from '../parts/Fade.svelte';
  import Choice from '../parts/Choice.svelte';
  import TextField from '../parts/TextField.svelte';
  import { route } from '../parts/route.svelte';
  import GarmentPanel from './GarmentPanel.svelte';
  import { say } from '../parts/session.svelte';
  import { theHand } from './hand.svelte';
  import { thePattern } from './pattern.svelte';
  import PointTable from './PointTable.svelte';
  import SumPanel from './SumPanel.svelte';

  const pattern = thePattern();
  const hand = theHand();
  const page = $derived(pattern.now);
  const piece = $derived(page.piece!);
  const drawn = $derived(pattern.drawn!);
  const way = $derived(piece.drawn.way);
  const one = $derived(drawn.nodes.find((node) => node.id === hand.ids[0]));
  const several = $derived(page.facts.sizes.length > 1);
  const transform = (
    how: 'mirror' | 'to the grain' | 'quarter turn' | 'open' | 'close' | 'to the corner',
  ) => pattern.edit({ do: 'transform', piece: piece.id, how });
  const darts = $derived(page.darts.filter((each) => each.piece === piece.id));
  const folded = $derived(drawn.edges.some((edge) => edge.kind === 'fold'));
</script>

{#snippet away()}
  <button
    class="btn btn-xs"
    onclick={async () => {
      if (await pattern.edit({ do: 'remove piece', piece: piece.id }))
        route.go(`/pattern/${page.id}`);
    }}>Take the piece away</button
  >
{/snippet}

<section class="flex flex-col gap-2">
  <TextField
    label="What the piece is called"
    value={piece.name}
    placeholder={drawn.name || 'front, sleeve, pocket…'}
    set={(name) => pattern.edit({ do: 'describe piece', piece: piece.id, name })}
  />
  {#if several}
    <Choice
      label="The size that is shown"
      value={page.size}
      options={page.facts.sizes.map((size) => ({
        value: size,
        name: size === page.base ? `${size} (entered first)` : size,
      }))}
      set={(size) => pattern.look(piece.id, size)}
    />
    {#if way === 'line'}
      <CheckBox
        small
        label="Moves are made in every size alike"
        checked={hand.every}
        set={(on) => (hand.every = on)}
      />
      {#if page.size !== page.base && drawn.nodes.some((node) => !node.own)}
        <p class="eyebrow">
          Pale points follow size {page.base}. Pull them to the line of size {page.size}; those
          between follow.
        </p>
      {/if}
    {/if}
  {/if}
</section>

{#each darts as dart (dart.node)}
  <section>
    <p>{say(dart.sentence)} Left in the outline it would be cut out.</p>
    <button
      class="btn btn-sm btn-primary mt-1"
      onclick={() => pattern.edit({ do: 'make dart', piece: piece.id, node: dart.node })}
      >Make it a dart</button
    >
  </section>
{/each}

{#if way === 'garment'}<GarmentPanel />
{:else if way === 'sum'}<SumPanel />
{:else}
  <section class="flex flex-col gap-2">
    <Choice
      label="The line that is entered"
      value={piece.traced}
      options={[
        { value: 'stitching', name: 'the stitching line' },
        { value: 'cutting', name: 'the cutting line' },
      ]}
      set={(traced) => pattern.edit({ do: 'describe piece', piece: piece.id, traced })}
    />
    <p class="eyebrow -mt-1">
      {piece.traced === 'cutting'
        ? 'The allowances are taken off inside it.'
        : 'The allowances are added outside it.'}
    </p>
    <div class="flex flex-wrap items-center gap-x-4">
      <CheckBox
        small
        label="Taps set points"
        checked={hand.setting}
        set={(on) => (hand.setting = on)}
      />
      <CheckBox small label="Snap to 5 mm" checked={hand.snap} set={(on) => (hand.snap = on)} />
    </div>
    {#if piece.sheet}
      <Fade bind:value={hand.picture} />
      <a class="link" href="/pattern/{page.id}/sheet/{piece.sheet}" onclick={route.follow}
        >Its sheet and known points</a
      >
    {/if}
    {#if !drawn.shape && drawn.nodes.length > 2}
      <button class="btn btn-sm btn-primary" onclick={() => hand.close(true)}>Close the line</button
      >
    {/if}
    {#if one}
      <div class="point" role="group" aria-label="The point that is held">
        <div class="flex flex-wrap gap-1">
          <button
            class={['btn btn-xs', one.corner && 'btn-neutral']}
            aria-pressed={one.corner}
            title="C on the board"
            onclick={() => hand.nodes({ turn: one.corner ? 'smooth' : 'corner' })}>corner</button
          >
          <button
            class={['btn btn-xs', one.straight && 'btn-neutral']}
            aria-pressed={one.straight}
            title="S on the board"
            onclick={() => hand.nodes({ then: one.straight ? 'curve' : 'straight' })}
            >straight from here</button
          >
          <button class="btn btn-xs" title="Delete on the board" onclick={() => hand.remove()}
            >take out</button
          >
        </div>
        <p class="eyebrow mt-1">
          Arrows move it 1 mm, with Shift 1 cm; H J K L a tenth. N takes the next point.
        </p>
      </div>
    {/if}
  </section>
  <PointTable />
{/if}

{#if drawn.shape}
  <section>
    <h2 class="eyebrow">The whole piece</h2>
    <div class="mt-1 flex flex-wrap gap-1">
      {#if folded}
        <button class="btn btn-xs" onclick={() => transform('open')}>Open at the fold</button>
      {:else}
        <button class="btn btn-xs" onclick={() => transform('close')}>Close to a half</button>
      {/if}
      <button class="btn btn-xs" onclick={() => transform('mirror')}>Mirror</button>
      <button class="btn btn-xs" onclick={() => transform('to the grain')}>Turn to the grain</button
      >
      <button class="btn btn-xs" onclick={() => transform('quarter turn')}>Quarter turn</button>
      <button
        class="btn btn-xs"
        onclick={() => pattern.edit({ do: 'double piece', piece: piece.id })}>Double it</button
      >
      {#if way !== 'line'}
        <button
          class="btn btn-xs"
          onclick={() => pattern.edit({ do: 'as points', piece: piece.id })}
          >Go on with its points</button
        >
      {/if}
      {@render away()}
    </div>
  </section>
{:else}
  <section>{@render away()}</section>
{/if}

<style>
  .point {
    padding: 0.5rem 0.6rem;
    background: var(--color-base-200);
    border: 1px solid var(--color-base-300);
  }
</style>
