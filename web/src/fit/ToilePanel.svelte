<script lang="ts">
  // The toile: what is sewn of it, what was found on the body and is done about it, versions kept.
  import { data, GET, POST } from '../api/client';
  import type { FitStage, Schemas } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import CheckBox from '../parts/CheckBox.svelte';
  import Choice from '../parts/Choice.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import { theHand } from './hand.svelte';
  import { once } from '../parts/once';

  let { stage }: { stage: FitStage } = $props();
  const making = theMaking();
  const hand = theHand();
  const fitted = $derived(stage.fitted);
  const inputs = $derived(making.inputs.fit);
  const toile = $derived(inputs.toile ?? null);
  const found = $derived(inputs.found ?? []);
  const kept = $derived(inputs.versions ?? []);

  function sew(number: number, on: boolean) {
    void making.edit('fit', (now) => {
      const without = (now.toile ?? []).filter((each) => each !== number);
      return { toile: on ? [...without, number] : without };
    });
  }

  let at = $state('');
  let what = $state('');
  let amount = $state(20);
  let each = $state(true);
  const place = $derived(stage.places.find((one) => one.key === at) ?? stage.places[0]);
  const whats = $derived(place?.whats ?? []);
  const chosen = $derived(whats.find((one) => one === what) ?? whats[0]);
  let proposal = $state.raw<Schemas['Proposal'] | null>(null);
  $effect(() => {
    if (!place || !chosen) return;
    const query = { place: place.key, what: chosen, amount, each };
    const asked = JSON.stringify([query, making.at]);
    asking = asked;
    data(GET('/api/makings/{making_id}/fit/remark', { params: { path: making.path, query } })).then(
      (answer) => asking === asked && (proposal = answer),
      making.complain,
    );
  });
  let asking = '';
  function take() {
    const taken = proposal;
    if (!taken) return;
    void making.edit('fit', (now) => ({
      changes: [...now.changes, ...taken.changes],
      found: [...(now.found ?? []), taken.found],
    }));
  }

  let seen = $state.raw<Schemas['Versions']['versions']>([]);
  let loading = 0;
  $effect(() => {
    void making.at;
    const mine = ++loading;
    data(GET('/api/makings/{making_id}/fit/versions', { params: { path: making.path } })).then(
      (answer) => mine === loading && (seen = answer.versions),
      making.complain,
    );
  });
  function keep() {
    const name = `After toile ${kept.length + 1}`;
    void making.edit('fit', (now) => ({
      versions: [
        ...(now.versions ?? []),
        { name, changes: [...now.changes], found: [...(now.found ?? [])] },
      ],
      found: [],
    }));
  }
  const back = (version: (typeof seen)[number]) =>
    making.edit('fit', (now) => ({
      changes: version.index == null ? [] : [...(now.versions?.[version.index]?.changes ?? [])],
    }));
  const drop = (index: number) =>
    making.edit('fit', (now) => ({
      versions: (now.versions ?? []).filter((_, k) => k !== index),
    }));
  const lay = (version: (typeof seen)[number]) =>
    (hand.under =
      hand.under?.name === version.name
        ? null
        : { name: version.name, outlines: version.outlines as never });
  const toPattern = once(() =>
    making.attempt(async () => {
      const params = { path: making.path };
      const body = { name: `${making.head?.title ?? 'Toile'}, fitted`.slice(0, 120) };
      const answer = await data(POST('/api/makings/{making_id}/fit/pattern', { params, body }));
      const mended = await data(
        POST('/api/patterns/{pattern_id}/mend', { params: { path: { pattern_id: answer.id } } }),
      );
      route.go(`/pattern/${mended.id}`);
    }),
  );
</script>

<section>
  <h2 class="display mb-1 text-base">Sewn first in cheap cloth</h2>
  {#if toile === null}
    <p>
      A toile of {stage.worth_testing.length} pieces would show how it fits; facings, pockets and linings
      tell nothing.
    </p>
    <button
      class="btn btn-sm btn-primary mt-1"
      onclick={() => making.edit('fit', { toile: [...stage.worth_testing] })}>Make a toile</button
    >
  {:else}
    <p class="eyebrow mb-1">
      It has a cloth and a lay of its own, of like weight and give as the real cloth. Its raw edges
      still carry their allowance when you judge it.
    </p>
    {#each fitted.pieces as piece (piece.number)}
      <CheckBox
        small
        label="{piece.number} {piece.name}"
        checked={toile.includes(piece.number)}
        note={stage.worth_testing.includes(piece.number) ? 'worth testing' : ''}
        set={(on) => sew(piece.number, on)}
      />
    {/each}
    <button class="btn btn-xs mt-1" onclick={() => making.edit('fit', { toile: null })}
      >No toile after all</button
    >
  {/if}
</section>

{#if place}
  <section>
    <h2 class="display mb-1 text-base">Found on the body</h2>
    <Choice
      label="Where"
      value={place.key}
      options={stage.places.map((one) => ({ value: one.key, name: one.name }))}
      set={(key) => (at = key)}
    />
    <div class="grid grid-cols-2 items-end gap-2">
      <LengthField label="It is" mm={amount} set={(mm) => void (amount = mm ?? amount)} />
      <Choice
        label="too much so"
        bare
        value={chosen ?? ''}
        options={whats}
        set={(one) => (what = one)}
      />
    </div>
    {#if place.sided}
      <Choice
        label="Measured"
        value={each ? 'each' : 'all'}
        options={[
          { value: 'each', name: 'on each side' },
          { value: 'all', name: 'all round' },
        ]}
        set={(one) => (each = one === 'each')}
      />
    {/if}
    {#if proposal}
      <p class="mt-1">{say(proposal.found)}</p>
      <p class="eyebrow">{say(proposal.why)}</p>
      <button class="btn btn-sm mt-1" onclick={take}>Change the pattern so</button>
    {/if}
    {#if found.length}
      <ul class="mt-2 list-disc pl-4">
        {#each found as sentence, index (index)}<li>{say(sentence)}</li>{/each}
      </ul>
    {/if}
  </section>
{/if}

<section>
  <h2 class="display mb-1 text-base">Versions</h2>
  <p class="eyebrow mb-1">
    The original is never altered; each is compared with the pieces as they are now.
  </p>
  {#each seen as version (version.name + (version.index ?? version.kind))}
    <details class="version">
      <summary>
        <span class="grow">{version.name}</span>
        <span class="eyebrow"
          >{version.differs.length
            ? `${version.differs.length} ${version.differs.length === 1 ? 'piece differs' : 'pieces differ'}`
            : 'as now'}</span
        >
      </summary>
      {#each version.found ?? [] as sentence, index (index)}<p class="eyebrow">
          {say(sentence)}
        </p>{/each}
      {#each version.differs as piece (piece.piece)}
        <p class="mt-1">
          <strong>{piece.piece} {piece.name}</strong>{piece.there ? '' : ': only in one of them'}
        </p>
        {#each piece.figures ?? [] as figure (figure.name)}<FigureLine {figure} />{/each}
      {/each}
      <div class="mt-1 flex flex-wrap gap-1">
        <button
          class={['btn btn-xs', hand.under?.name === version.name && 'btn-neutral']}
          aria-pressed={hand.under?.name === version.name}
          onclick={() => lay(version)}>Show under the pieces</button
        >
        {#if version.kind !== 'original' && version.differs.length}
          <button class="btn btn-xs" onclick={() => back(version)}>Go back to it</button>
        {/if}
        {#if version.index != null}
          <button class="btn btn-xs" onclick={() => drop(version.index!)}>Take out</button>
        {/if}
      </div>
    </details>
  {/each}
  <div class="mt-2 flex flex-wrap gap-1">
    <button class="btn btn-sm" onclick={keep}>Keep as after toile {kept.length + 1}</button>
    <button class="btn btn-sm" onclick={toPattern}>Let the toile become a pattern</button>
  </div>
  <p class="eyebrow mt-1">
    As a pattern of its own it lies on the shelf in this one size; lines drawn while it was worn can
    be entered there, and pieces cut along them under Fit.
  </p>
</section>

<style>
  .version {
    border-bottom: 1px dotted var(--color-base-300);
    padding: 0.15rem 0;
  }
  summary {
    display: flex;
    gap: 0.5rem;
    cursor: pointer;
  }
</style>
