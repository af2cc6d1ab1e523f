<script lang="ts">
  // One change in its turn: where, by how much and why, how it is done on paper; switched off it stays.
  import { theMaking } from '../making/making.svelte';
  import CheckBox from '../parts/CheckBox.svelte';
  import Choice from '../parts/Choice.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { say } from '../parts/session.svelte';
  import ChangeFrame from './ChangeFrame.svelte';
  import { atThe, put, type Card, type Changed } from './ways';

  let { change, index, last, fitted, alter }: Card<'length'> = $props();

  const making = theMaking();
  const edit = (how: Changed) => making.attempt(() => alter(how));
  const made = $derived(fitted.changes.find((each) => each.index === index));
  const line = $derived(fitted.lines.find((each) => each.level === change.level));
  const ways = $derived(line?.ways ?? []);
  const unknown = $derived(ways.filter((way) => way.why));
  const target = $derived(change.target ?? null);
  const straight = $derived(line?.straight ?? []);
  const keyOf = (each: { piece: number; line: string }) => `${each.piece}/${each.line}`;
  const now = $derived(target && straight.find((each) => keyOf(each) === keyOf(target)));

  /** Along a line: as long as it is now, to be changed from there. */
  function along(key: string) {
    const found = straight.find((each) => keyOf(each) === key);
    if (!found) return;
    const { piece, line, length } = found;
    void edit(put(index, { by: 'target', target: { piece, line, length } }));
  }
  function go(by: typeof change.by) {
    if (by === 'target' && !target) return straight[0] && along(keyOf(straight[0]));
    void edit(put(index, { by }));
  }
</script>

<ChangeFrame name={atThe(change.level)} {change} {index} {last} {fitted} {alter}>
  {#if line && !line.printed}<p class="eyebrow">Constructed: {say(line.why)}.</p>{/if}
  <div class="my-1 grid grid-cols-2 gap-1" role="group" aria-label="How much">
    {#each ways as { by, name, why } (by)}
      <button
        class={['btn btn-xs', change.by === by && 'btn-neutral']}
        aria-pressed={change.by === by}
        disabled={!!why}
        onclick={() => go(by)}>{name}</button
      >
    {/each}
  </div>
  {#if unknown.length}
    <details class="eyebrow">
      <summary
        >{unknown.length === 1 ? 'One way is' : `${unknown.length} ways are`} not to be had</summary
      >
      {#each unknown as { by, name, why } (by)}<p>{name}: {say(why)}</p>{/each}
    </details>
  {/if}
  {#if change.by === 'amount'}
    <LengthField
      label="Amount (minus shortens)"
      mm={change.amount ?? 0}
      signed
      set={(mm) => alter(put(index, { amount: mm ?? 0 }))}
    />
  {:else if change.by === 'target' && target}
    <Choice
      label="Measured along"
      value={keyOf(target)}
      options={straight.map((each) => ({ value: keyOf(each), name: each.name }))}
      set={along}
    />
    <LengthField
      label="Shall be, finished"
      mm={target.length}
      set={(mm) => alter(put(index, { target: { ...target, length: mm ?? target.length } }))}
    />
    {#if now}<p class="eyebrow">It is {say(`[[${now.length}]]`)} with all changes made.</p>{/if}
  {/if}
  {#if made}
    {#if change.by !== 'amount'}<FigureLine figure={made.amount} />{/if}
    <p class="mt-1">{say(made.instruction)}</p>
    <p class="eyebrow">
      Pieces {made.pieces.join(', ')} change together{made.followers?.length
        ? `; ${made.followers.join(', ')} follow, being sewn to them`
        : ''}.
    </p>
    {#each made.lost ?? [] as mark (mark)}
      <CheckBox
        small
        label="The {mark} keeps its place"
        checked={(change.stay ?? []).includes(mark)}
        set={(on) =>
          edit(
            put(index, {
              stay: [...(change.stay ?? []).filter((each) => each !== mark), ...(on ? [mark] : [])],
            }),
          )}
      />
    {/each}
    {#if made.strips.length}
      <details>
        <summary class="eyebrow">With scissors, paper and tape</summary>
        {#each made.strips as strip (strip.piece)}
          <p class="mt-1">
            Piece {strip.piece}: a strip {say(`[[${Math.abs(strip.width)}]]`)} wide {strip.width > 0
              ? 'of paper put in'
              : 'folded away'}.
          </p>
          <ul>
            {#each strip.sides as side (side.edge)}
              <li>
                {side.edge}: the line {say(side.at.text)} from its upper end; {say(side.trued)}.
              </li>
            {/each}
          </ul>
        {/each}
      </details>
    {/if}
  {/if}
</ChangeFrame>

<style>
  summary {
    cursor: pointer;
  }
  ul {
    padding-left: 1rem;
    list-style: disc;
  }
</style>
