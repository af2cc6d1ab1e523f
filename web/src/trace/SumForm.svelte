<script lang="ts">
  // A piece without paper: what it is, what it is sewn to, and how wide it is.
  import NumberField from '../parts/NumberField.svelte';
  import TextField from '../parts/TextField.svelte';
  import type { SumPiece, TraceStage } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { say } from '../parts/session.svelte';
  import { sentenceOf } from '../parts/problem';
  import Choice from '../parts/Choice.svelte';
  import CheckBox from '../parts/CheckBox.svelte';
  import Problem from '../parts/Problem.svelte';

  let {
    stage,
    sum = null,
    done,
  }: { stage: TraceStage; sum?: SumPiece | null; done: () => void } = $props();
  const making = theMaking();

  // The form starts from what it was opened with and is the person's own from there.
  // svelte-ignore state_referenced_locally
  let draft = $state<SumPiece>(
    sum
      ? { ...sum, along: [...sum.along] }
      : {
          number: stage.free,
          name: 'Tie',
          kind: 'tie',
          finished: 600,
          along: [],
          times: 1,
          fullness: 1,
          width: 25,
          allowance: 10,
          strip: null,
          count: 1,
          role: 'main',
        },
  );
  // svelte-ignore state_referenced_locally
  let sewnTo = $state(sum ? sum.along.length > 0 : false);
  // svelte-ignore state_referenced_locally
  let fullness = $state(String(sum?.fullness ?? 1));
  let refused = $state('');
  const byPiece = $derived(
    stage.traced.pieces
      .map((piece) => ({ piece, edges: stage.edges.filter((edge) => edge.piece === piece.number) }))
      .filter((each) => each.edges.length),
  );

  function setKind(kind: SumPiece['kind']) {
    const usual = stage.sum_kinds.some((each) => each === draft.name.toLowerCase());
    draft.kind = kind;
    if (usual) draft.name = kind.charAt(0).toUpperCase() + kind.slice(1);
    if (kind === 'ruffle' && fullness === '1') fullness = '1.75';
  }
  const has = (piece: number, edge: string) =>
    draft.along.some((each) => each.piece === piece && each.edge === edge);
  function toggle(piece: number, edge: string) {
    draft.along = has(piece, edge)
      ? draft.along.filter((each) => !(each.piece === piece && each.edge === edge))
      : [...draft.along, { piece, edge, backwards: false }];
  }
  async function save() {
    refused = '';
    const made: SumPiece = {
      ...draft,
      name: draft.name.trim(),
      fullness: Number(fullness.replace(',', '.')) || 0,
      along: sewnTo ? draft.along : [],
      finished: sewnTo ? null : (draft.finished ?? null),
    };
    try {
      await making.change('trace', ({ sums }) => ({
        sums: sum
          ? sums.map((each) => (each.number === sum.number ? made : each))
          : [...sums, made],
      }));
      done();
    } catch (problem) {
      refused = sentenceOf(problem);
    }
  }
</script>

<form
  class="form"
  aria-label="A piece by sum"
  onsubmit={(event) => {
    event.preventDefault();
    void save();
  }}
>
  <div class="grid grid-cols-2 gap-2">
    <Choice label="What it is" value={draft.kind} options={stage.sum_kinds} set={setKind} />
    <TextField label="Name" bind:value={draft.name} />
  </div>
  <div class="join my-2 w-full" role="group" aria-label="Where the length comes from">
    <button
      type="button"
      class={['btn btn-xs join-item grow', !sewnTo && 'btn-neutral']}
      aria-pressed={!sewnTo}
      onclick={() => (sewnTo = false)}>A length of its own</button
    >
    <button
      type="button"
      class={['btn btn-xs join-item grow', sewnTo && 'btn-neutral']}
      aria-pressed={sewnTo}
      onclick={() => (sewnTo = true)}>Sewn to edges</button
    >
  </div>
  {#if sewnTo}
    <div class="edges">
      {#each byPiece as { piece, edges } (piece.number)}
        <details>
          <summary
            >{piece.number}
            {piece.name}{#if edges.some((edge) => has(edge.piece, edge.edge))}
              ✓{/if}</summary
          >
          {#each edges as edge (edge.edge)}
            <div class="pl-3">
              <CheckBox
                small
                label={edge.edge}
                checked={has(edge.piece, edge.edge)}
                note={say(`[[${edge.mm}]]`)}
                set={() => toggle(edge.piece, edge.edge)}
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
        wide="w-32"
        value={draft.times}
        options={[
          { value: 1, name: 'once' },
          { value: 2, name: 'twice (a pair)' },
        ]}
        set={(times) => (draft.times = times)}
      />
    </div>
  {:else}
    <LengthField
      label="Finished length"
      mm={draft.finished ?? null}
      set={(mm) => {
        draft.finished = mm;
      }}
    />
  {/if}
  <div class="mt-1 grid grid-cols-2 gap-2">
    <LengthField
      label="Finished width"
      mm={draft.width}
      set={(mm) => {
        draft.width = mm ?? draft.width;
      }}
    />
    <LengthField
      label="Allowance"
      mm={draft.allowance}
      set={(mm) => {
        draft.allowance = mm ?? 0;
      }}
    />
    <TextField label="Fullness (times)" bind:value={fullness} inputmode="decimal" />
    <LengthField
      label="Longest strip"
      mm={draft.strip ?? null}
      empty
      placeholder="as needed"
      set={(mm) => {
        draft.strip = mm;
      }}
    />
    <NumberField label="How many" value={draft.count} set={(count) => (draft.count = count)} />
    <Choice
      label="Cloth"
      value={draft.role}
      options={stage.roles}
      set={(role) => (draft.role = role)}
    />
  </div>
  <Problem text={refused} />
  <div class="mt-2 flex gap-2">
    <button class="btn btn-sm btn-primary" type="submit">{sum ? 'Change it' : 'Add it'}</button>
    <button class="btn btn-sm" type="button" onclick={done}>Leave it</button>
  </div>
</form>

<style>
  .form {
    margin-top: 0.6rem;
    padding: 0.6rem 0.7rem;
    border: 1px solid var(--color-base-300);
    background: var(--color-base-200);
  }
  .edges {
    max-height: 190px;
    overflow-y: auto;
  }
  summary {
    cursor: pointer;
  }
</style>
