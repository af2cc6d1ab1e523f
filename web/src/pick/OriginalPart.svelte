<script lang="ts">
  // What the original is like, and for a pattern printed at home: the test square and the pages.
  import type { Inputs, Original, PickStage } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import type { Some } from '../parts/some';
  import FigureLine from '../parts/FigureLine.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { say } from '../parts/session.svelte';
  import Choice from '../parts/Choice.svelte';
  import CheckBox from '../parts/CheckBox.svelte';

  let {
    stage,
    edit,
    order = $bindable(),
  }: {
    stage: PickStage;
    edit: (change: Some<Inputs['pick']>) => Promise<unknown>;
    order: 'columns' | 'pages';
  } = $props();
  const making = theMaking();
  const original = $derived(making.inputs.pick.original);
  const printed = $derived(making.inputs.pick.printed ?? null);
  const square = $derived(printed?.nominal ?? stage.square ?? 100);
  const atHome = $derived(!!stage.pages || original.paper === 'home print');
  const set = (change: Partial<Original>) =>
    edit((now) => ({ original: { ...now.original, ...change } }));

  const PAPERS = [
    ['sturdy', 'Sturdy paper'],
    ['tissue', 'Tissue'],
    ['home print', 'Printed at home'],
  ] as const;
  const YES = [
    ['precious', 'Precious: not to be cut'],
    ['borrowed', 'Borrowed'],
    ['two_sided', 'Printed on both sides'],
  ] as const;

  let width = $state<number | null>(null);
  let height = $state<number | null>(null);
  let setting = $state('');
  let wanted = $state<number | null>(null);
  async function measured(side: 'width' | 'height', mm: number | null) {
    if (side === 'width') width = mm;
    else height = mm;
    const w = side === 'width' ? mm : (width ?? printed?.width ?? null);
    const h = side === 'height' ? mm : (height ?? printed?.height ?? null);
    if (w === null && h === null) return making.change('pick', { printed: null });
    if (w === null || h === null) return;
    const used = Number(setting || printed?.setting || 100);
    await making.change('pick', {
      printed: {
        nominal: printed ? square : (wanted ?? square),
        width: w,
        height: h,
        setting: used,
      },
    });
  }
  async function nominal(mm: number | null) {
    const side = mm ?? stage.square ?? 100;
    if (printed) await making.change('pick', { printed: { ...printed, nominal: side } });
    else wanted = side;
  }
  async function used(text: string) {
    setting = text.replace(',', '.').replace('%', '').trim();
    if (printed) await edit({ printed: { ...printed, setting: Number(setting) || 100 } });
  }
  function cutTo(number: number, size: string) {
    const cut_to = { ...original.cut_to };
    if (size) cut_to[String(number)] = size;
    else delete cut_to[String(number)];
    return set({ cut_to });
  }
  const needed = $derived(stage.picked.pieces.filter((piece) => piece.state !== 'left'));
</script>

<section>
  <h2 class="display mb-1 text-base">Its paper</h2>
  <div class="join w-full" role="group" aria-label="Paper of the original">
    {#each PAPERS as [paper, name] (paper)}
      <button
        class={['btn btn-sm join-item grow px-1', original.paper === paper && 'btn-primary']}
        aria-pressed={original.paper === paper}
        onclick={() => set({ paper })}>{name}</button
      >
    {/each}
  </div>
  {#each YES as [key, name] (key)}
    <CheckBox label={name} checked={!!original[key]} set={(on) => set({ [key]: on })} />
  {/each}
  <div class="flex items-center gap-2 py-1">
    <span class="grow">Its lines are</span>
    <Choice
      label="Which lines the original shows"
      bare
      size="xs"
      wide="w-44"
      value={String(original.included ?? '')}
      options={[
        { value: '', name: 'as the pattern says' },
        { value: 'true', name: 'cutting lines' },
        { value: 'false', name: 'stitching lines' },
      ]}
      set={(text) => set({ included: text ? text === 'true' : null })}
    />
  </div>
  <p class="eyebrow">This decides which pieces may be cut and folded, and which are traced.</p>
</section>
{#if atHome}
  {@const verdict = stage.picked.print_verdict}
  <section>
    <h2 class="display mb-1 text-base">The test square</h2>
    <p class="mb-1">
      Print {stage.pages?.square ?? 'its page'} alone, measure both sides, then print the rest.
    </p>
    <div class="grid grid-cols-2 gap-2">
      <LengthField fine label="it should be" mm={wanted ?? square} set={nominal} />
      <LengthField
        fine
        label="width"
        mm={width ?? printed?.width ?? null}
        empty
        set={(mm) => measured('width', mm)}
      />
      <LengthField
        fine
        label="height"
        mm={height ?? printed?.height ?? null}
        empty
        set={(mm) => measured('height', mm)}
      />
      <label>
        <span class="eyebrow block">printed at</span>
        <input
          class="input input-sm w-full"
          aria-label="Print setting used, per cent"
          value={`${setting || printed?.setting || 100} %`}
          onchange={(event) => used(event.currentTarget.value)}
        />
      </label>
    </div>
    {#if verdict}
      <p class={['verdict', verdict.state]} role="status">
        <strong>{say(verdict.verdict)}</strong>
      </p>
      <p>{say(verdict.because)}</p>
      <FigureLine figure={verdict.across} name="scale across" />
      <FigureLine figure={verdict.down} name="scale down" />
      {#if verdict.new_setting}
        <FigureLine figure={verdict.new_setting} name="new print setting" large />
      {/if}
    {/if}
  </section>
{/if}
{#if stage.pages}
  <section>
    <h2 class="display mb-1 text-base">
      {stage.pages.needed} of {stage.pages.count} pages are needed
    </h2>
    <div class="join mb-1 w-full" role="group" aria-label="Order of taping">
      {#each [['columns', 'Columns first'], ['pages', 'Page by page']] as const as [way, name] (way)}
        <button
          class={['btn btn-xs join-item grow', order === way && 'btn-neutral']}
          aria-pressed={order === way}
          onclick={() => (order = way)}>{name}</button
        >
      {/each}
    </div>
    <p class="eyebrow mb-1">
      Print the layer of one size only; or print all sizes once and trace each, for a child who
      grows.
    </p>
    <ol class="list-decimal pl-5">
      {#each stage.pages.steps as step, index (index)}<li>{say(step)}</li>{/each}
    </ol>
  </section>
{/if}
<section>
  <h2 class="display mb-1 text-base">Cut already?</h2>
  <ul>
    {#each needed as piece (piece.number)}
      <li class="flex items-center gap-2 py-0.5">
        <span class="grow">{piece.number} {piece.name}</span>
        <Choice
          label="Piece {piece.number} is cut to"
          bare
          size="xs"
          wide="w-28"
          value={original.cut_to[String(piece.number)] ?? ''}
          options={[
            { value: '', name: 'uncut' },
            ...stage.sizes.map((size) => ({ value: size, name: `cut to ${size}` })),
          ]}
          set={(size) => cutTo(piece.number, size)}
        />
      </li>
    {/each}
  </ul>
</section>
<FindingList findings={stage.picked.findings} />
