<script lang="ts">
  // A piece without paper: what it is, what it is sewn to, and how wide it is.
  import TextField from '../parts/TextField.svelte';
  import type { SumPiece, TraceStage } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import { say } from '../parts/session.svelte';
  import { sentenceOf } from '../parts/problem';
  import Choice from '../parts/Choice.svelte';
  import NumbersAsked from '../parts/NumbersAsked.svelte';
  import Problem from '../parts/Problem.svelte';
  import SewnTo from '../parts/SewnTo.svelte';

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
  let sewn = $state(draft.along.length > 0);
  let refused = $state('');
  const asked = $derived(stage.sum_numbers.filter((each) => !sewn || each.name !== 'finished'));
  const pieces = $derived(
    stage.traced.pieces
      .map(({ number, name }) => ({
        piece: number,
        name: `${number} ${name}`,
        edges: stage.edges
          .filter((edge) => edge.piece === number)
          .map(({ edge, mm }) => ({ edge, name: edge, note: say(`[[${mm}]]`) })),
      }))
      .filter((each) => each.edges.length),
  );
  const values = $derived({
    finished: draft.finished,
    width: draft.width,
    fullness: draft.fullness,
    allowance: draft.allowance,
    strip: draft.strip,
    count: draft.count,
  });

  function setKind(kind: SumPiece['kind']) {
    const usual = stage.sum_kinds.some((each) => each === draft.name.toLowerCase());
    draft.kind = kind;
    if (usual) draft.name = kind.charAt(0).toUpperCase() + kind.slice(1);
    if (kind === 'ruffle' && draft.fullness === 1) draft.fullness = 1.75;
  }
  function set(name: string, value: number | null) {
    const usual = stage.sum_numbers.find((each) => each.name === name)?.usual ?? null;
    const told = value ?? usual;
    if (told !== null) draft = { ...draft, [name]: told };
  }
  async function save() {
    refused = '';
    const made: SumPiece = {
      ...draft,
      name: draft.name.trim(),
      along: sewn ? draft.along : [],
      finished: sewn ? null : (draft.finished ?? null),
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
  <SewnTo
    {pieces}
    along={draft.along}
    times={draft.times ?? 1}
    {sewn}
    setSewn={(own) => (sewn = own)}
    set={(along) => (draft.along = along)}
    setTimes={(times) => (draft.times = times)}
  />
  <div class="mt-1 grid grid-cols-2 items-end gap-2">
    <NumbersAsked numbers={asked} {values} {set} />
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
</style>
