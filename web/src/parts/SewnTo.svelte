<script lang="ts" generics="Edge extends string | number">
  // Where the length of a part comes from: typed, or taken from edges it is sewn to.
  import CheckBox from './CheckBox.svelte';
  import Choice from './Choice.svelte';

  interface Ref {
    piece: number;
    edge: Edge;
    backwards: boolean;
  }
  interface Piece {
    piece: number;
    name: string;
    edges: readonly { edge: Edge; name: string; note?: string }[];
  }
  let {
    pieces,
    along,
    times,
    sewn,
    setSewn,
    set,
    setTimes,
  }: {
    pieces: readonly Piece[];
    along: readonly Ref[];
    /** How often each edge occurs in the garment. */
    times: number;
    sewn: boolean;
    setSewn: (sewn: boolean) => unknown;
    set: (along: Ref[]) => unknown;
    setTimes: (times: number) => unknown;
  } = $props();
  const has = (piece: number, edge: Edge) =>
    along.some((each) => each.piece === piece && each.edge === edge);
  const toggle = (piece: number, edge: Edge) =>
    set(
      has(piece, edge)
        ? along.filter((each) => !(each.piece === piece && each.edge === edge))
        : [...along, { piece, edge, backwards: false }],
    );
</script>

<div class="join my-2 w-full" role="group" aria-label="Where the length comes from">
  {#each [false, true] as own (own)}
    <button
      type="button"
      class={['btn btn-xs join-item grow', sewn === own && 'btn-neutral']}
      aria-pressed={sewn === own}
      onclick={() => setSewn(own)}>{own ? 'Sewn to edges' : 'A length of its own'}</button
    >
  {/each}
</div>
{#if sewn}
  <div class="edges">
    {#each pieces as { piece, name, edges } (piece)}
      <details open={edges.some(({ edge }) => has(piece, edge))}>
        <summary>{name}{edges.some(({ edge }) => has(piece, edge)) ? ' ✓' : ''}</summary>
        {#each edges as { edge, name, note } (edge)}
          <div class="pl-3">
            <CheckBox
              small
              label={name}
              checked={has(piece, edge)}
              {note}
              set={() => toggle(piece, edge)}
            />
          </div>
        {/each}
      </details>
    {/each}
  </div>
  <div class="mt-1 flex items-center gap-2">
    <span class="eyebrow">each edge occurs</span>
    <Choice
      label="How often each edge occurs"
      bare
      size="xs"
      wide="w-44"
      value={times}
      options={[
        { value: 1, name: 'once' },
        { value: 2, name: 'twice (a pair, or a half on the fold)' },
      ]}
      set={setTimes}
    />
  </div>
{/if}

<style>
  .edges {
    max-height: 190px;
    overflow-y: auto;
  }
  summary {
    cursor: pointer;
  }
</style>
