<script lang="ts">
  // The edges of a piece: what each is called, what it is, and how wide its allowance is.
  import TextField from '../parts/TextField.svelte';
  import type { PatternEdit } from '../api/types';
  import Choice from '../parts/Choice.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { theHand } from './hand.svelte';
  import { thePattern } from './pattern.svelte';

  const pattern = thePattern();
  const hand = theHand();
  const drawn = $derived(pattern.drawn!);
  const said = $derived(pattern.now.piece?.edges ?? {});
  const KINDS = [
    { value: 'seam', name: 'seam' },
    { value: 'fold', name: 'on the fold' },
    { value: 'hem', name: 'hem' },
    { value: 'finish', name: 'finished edge' },
    { value: 'dart', name: 'cap of a dart' },
  ] as const;
  type Says = Extract<PatternEdit, { do: 'edge' }>['says'];
  const set = (edge: number, says: Says) =>
    pattern.change({ do: 'edge', piece: hand.piece, edge, says });
  $effect(() => () => {
    hand.edge = 0;
  });
</script>

<section>
  <p class="eyebrow mb-1">
    Cut at the corners. What is in italics is proposed from the kind of piece; say otherwise where
    it is.
  </p>
  {#if !drawn.edges.length}<p>There are no edges before the line is closed.</p>{/if}
  <ul>
    {#each drawn.edges as edge (edge.id)}
      <li
        class={['edge', hand.edge === edge.id && 'lit']}
        onpointerenter={() => (hand.edge = edge.id)}
        onfocusin={() => (hand.edge = edge.id)}
      >
        <TextField
          label="Name of the edge {edge.name}"
          hidden
          look={said[edge.id]?.name ? '' : 'italic'}
          value={edge.name}
          set={(name) => pattern.attempt(() => set(edge.id, { name }))}
        />
        <div class="mt-1 grid grid-cols-2 gap-2">
          <Choice
            label="What the {edge.name} is"
            bare
            value={edge.kind}
            options={KINDS}
            set={(kind) => pattern.attempt(() => set(edge.id, { kind }))}
          />
          {#if edge.kind === 'fold'}
            <p class="eyebrow self-center">no allowance</p>
          {:else}
            <LengthField
              hidden
              label="Allowance of the {edge.name}"
              mm={edge.allowance}
              empty
              set={(allowance) => set(edge.id, { allowance })}
            />
          {/if}
        </div>
      </li>
    {/each}
  </ul>
</section>

<style>
  .edge {
    padding: 0.4rem 0 0.5rem 0.6rem;
    border-bottom: 1px solid var(--color-base-300);
    border-left: 3px solid transparent;
  }
  .edge.lit {
    border-left-color: var(--thread);
  }
</style>
