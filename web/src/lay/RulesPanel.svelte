<script lang="ts">
  // What single pieces may do beyond the rules, each with what it saves; how stripes are matched.
  import type { Inputs, LayItem, Role, Schemas } from '../api/types';
  import CheckBox from '../parts/CheckBox.svelte';
  import Choice from '../parts/Choice.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { toggled } from '../parts/lists';
  import { say } from '../parts/session.svelte';
  import { theLay } from './lay.svelte';
  import type { Variant } from './seek.svelte';

  const table = theLay();
  const lay = $derived(table.lay!);
  const inputs = $derived(table.inputs);
  type Permission = Schemas['Permission'];
  type Allowance = Schemas['Variant']['allowing'][number][1];
  type LibertyName = keyof Permission;
  const pieces = $derived.by(() => {
    const seen: LayItem[] = [];
    for (const item of lay.items)
      if (!seen.some((each) => each.piece === item.piece)) seen.push(item);
    return seen;
  });
  const LIBERTIES: { name: LibertyName; words: string; if: (item: LayItem) => boolean }[] = [
    { name: 'either', words: 'may lie end for end', if: () => true },
    { name: 'across', words: 'may lie across the grain', if: (item) => !item.on_fold },
    { name: 'bias', words: 'may lie on the bias', if: (item) => !item.on_fold },
    { name: 'other_way', words: 'stretch may run the other way', if: (item) => !!item.stretch },
    { name: 'opened', words: 'laid whole, not on the fold', if: (item) => item.on_fold },
    { name: 'border', words: 'hem on the cloth’s border', if: (item) => !!item.hem },
  ];
  const NONE: Permission = {
    across: false,
    bias: false,
    either: false,
    opened: false,
    other_way: false,
    border: false,
  };
  /** A rule of the cloth that is shown; worked out in its turn, when another may be. */
  const byRole = (rule: (role: Role) => (now: Inputs['lay']) => Partial<Inputs['lay']>) =>
    table.rule(rule(lay.role));
  const libertyOf = (piece: number): Permission => inputs.liberties[piece] ?? NONE;
  const allow = (piece: number, some: Partial<Permission>) =>
    table.rule(({ liberties: now }) => ({
      liberties: { ...now, [piece]: { ...(now[piece] ?? NONE), ...some } },
    }));
  // What was unfolded by hand stays so, whatever is answered meanwhile.
  const opened = $state<Record<number, boolean>>({});
  const elsewhere = $derived(inputs.elsewhere[lay.role] ?? []);

  // What a liberty costs or saves: both lays searched for, the server sets them against each other.
  let trying = $state('');
  let saves = $state.raw<Record<string, string>>({});
  async function tryOut(piece: number, name: Allowance) {
    const key = `${lay.role}/${piece}/${name}`;
    trying = key;
    try {
      const seconds = Math.max(6, table.seek.seconds);
      const variants = [
        table.variant,
        { ...table.variant, allowing: [[piece, name]] },
      ] as Variant[];
      const seen = await table.seek.look(lay.role, { seconds, variants }, () => undefined);
      const at = seen.found.tried.findIndex((each) => each.variant.allowing?.length);
      const cost = seen.seen[at]?.cost;
      const said = cost ? say(cost.text) : say(seen.found.tried[at]?.refused ?? '');
      saves = { ...saves, [key]: said };
    } catch (problem) {
      table.making.complain(problem);
    } finally {
      trying = '';
    }
  }
  const matched = $derived(lay.cloth && (lay.cloth.repeat.along || lay.cloth.repeat.across));
  const match = (some: Partial<Inputs['lay']['match']>) =>
    table.rule((now) => ({ match: { ...now.match, ...some } }));
</script>

{#snippet trial(piece: number, name: Allowance)}
  {@const key = `${lay.role}/${piece}/${name}`}
  {#if saves[key]}<span class="eyebrow">{saves[key]}</span>
  {:else}
    <button
      class="btn btn-xs btn-ghost"
      disabled={Boolean(trying) || table.laying}
      onclick={() => tryOut(piece, name)}
      >{trying === key ? 'searching…' : 'what does it save?'}</button
    >
  {/if}
{/snippet}

<section class="flex flex-col gap-1">
  <h2 class="display text-lg">This cloth</h2>
  <CheckBox
    label="Every piece one way always, nap or not"
    checked={inputs.one_way}
    set={(one_way) => table.rule({ one_way })}
  />
  {#if lay.cloth?.weave === 'lace'}
    <CheckBox
      label="Motifs rule: the direction of the net does not count"
      checked={inputs.motifs_rule}
      set={(motifs_rule) => table.rule({ motifs_rule })}
    />
  {/if}
  <LengthField
    label="Grain ends {say('[[500]]')} apart may differ by"
    mm={inputs.off_grain}
    set={(mm) => void table.rule({ off_grain: mm ?? 2 })}
  />
  <CheckBox
    label="Narrow hems on this cloth"
    checked={inputs.narrow.includes(lay.role)}
    set={() => byRole((role) => ({ narrow }) => ({ narrow: toggled(narrow, role) }))}
  />
  {#if lay.cloth && lay.cloth.border !== 'none'}
    <LengthField
      label="A straight hem line lies so deep in the border"
      mm={inputs.scallop[lay.role] ?? null}
      empty
      placeholder="as drawn, with its hem"
      set={(mm) =>
        void byRole((role) => (now) => {
          const scallop = { ...now.scallop };
          if (mm === null) delete scallop[role];
          else scallop[role] = mm;
          return { scallop };
        })}
    />
    <p class="eyebrow">Counts for pieces whose hem is set on the border below.</p>
  {/if}
</section>
{#if matched}
  <section class="flex flex-col gap-2">
    <h2 class="display text-lg">Stripes and checks</h2>
    <CheckBox label="Match them" checked={!inputs.match.off} set={(on) => match({ off: !on })} />
    {#if !inputs.match.off}
      <p class="eyebrow">Seams that shall meet; the rest follows as far as it can.</p>
      <CheckBox
        small
        label="all, in the pattern’s order"
        checked={inputs.match.seams === null || inputs.match.seams === undefined}
        set={(all) => match({ seams: all ? null : lay.seams })}
      />
      {#if inputs.match.seams}
        {#each lay.seams as seam (seam)}
          <CheckBox
            small
            label={seam}
            checked={inputs.match.seams.includes(seam)}
            set={() => match({ seams: toggled(inputs.match.seams ?? [], seam) })}
          />
        {/each}
      {/if}
      <Choice
        label="On the centre line lies"
        value={inputs.match.centre}
        options={[
          { value: 'any', name: 'whatever comes' },
          { value: 'stripe', name: 'the middle of a stripe or motif' },
          { value: 'between', name: 'midway between two' },
        ]}
        set={(centre) => match({ centre })}
      />
      {#if lay.cloth?.repeat.across}
        <CheckBox
          small
          label="stripes may meet as in a mirror where a seam flares"
          checked={inputs.match.mirrored}
          set={(mirrored) => match({ mirrored })}
        />
      {/if}
      <LengthField
        label="Hem line past the middle of a bar"
        mm={inputs.match.hem ?? null}
        empty
        signed
        placeholder="anywhere"
        set={(hem) => void match({ hem })}
      />
    {/if}
  </section>
{/if}
<section>
  <h2 class="display text-lg">Single pieces</h2>
  {#each pieces as item (item.piece)}
    {@const own = libertyOf(item.piece)}
    <details
      open={opened[item.piece] ?? Object.values(own).some(Boolean)}
      ontoggle={(event) => (opened[item.piece] = event.currentTarget.open)}
    >
      <summary>{item.piece} {item.name}</summary>
      {#each LIBERTIES.filter((each) => each.if(item)) as liberty (liberty.name)}
        <div class="flex items-center gap-2 pl-3">
          <div class="grow">
            <CheckBox
              small
              label={liberty.words}
              checked={own[liberty.name]}
              set={(on) => allow(item.piece, { [liberty.name]: on })}
            />
          </div>
          {#if !own[liberty.name]}{@render trial(item.piece, liberty.name)}{/if}
        </div>
      {/each}
      {#if !item.on_fold}
        <div class="flex items-center gap-2 pl-3">
          <div class="grow">
            <CheckBox
              small
              label="joined from two lengths"
              checked={inputs.joins.includes(item.piece)}
              set={() => table.rule(({ joins }) => ({ joins: toggled(joins, item.piece) }))}
            />
          </div>
          {@render trial(item.piece, 'join')}
        </div>
      {/if}
      <div class="flex items-center gap-2 pl-3">
        <div class="grow">
          <CheckBox
            small
            label="cut from another cloth"
            checked={false}
            set={() =>
              byRole((role) => ({ elsewhere: now }) => ({
                elsewhere: { ...now, [role]: [...(now[role] ?? []), item.piece] },
              }))}
          />
        </div>
        {@render trial(item.piece, 'other cloth')}
      </div>
    </details>
  {/each}
  {#each elsewhere as piece (piece)}
    <CheckBox
      small
      label="piece {piece} is cut from another cloth"
      checked
      set={() =>
        byRole((role) => ({ elsewhere: now }) => ({
          elsewhere: { ...now, [role]: toggled(now[role] ?? [], piece) },
        }))}
    />
  {/each}
  {#each inputs.joins as piece (piece)}
    <CheckBox
      small
      label="piece {piece} is joined from two lengths"
      checked
      set={() => table.rule(({ joins }) => ({ joins: toggled(joins, piece) }))}
    />
  {/each}
</section>

<style>
  details {
    border-bottom: 1px solid var(--color-base-300);
    padding: 0.25rem 0;
  }
  summary {
    cursor: pointer;
  }
</style>
