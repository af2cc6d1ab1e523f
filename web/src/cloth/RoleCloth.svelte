<script lang="ts">
  // One role's cloth: which one, how it lies, what it comes to.
  import type { ClothStage, Inputs, KnownCloth, ClothLay } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import type { Some } from '../parts/some';
  import CheckBox from '../parts/CheckBox.svelte';
  import Choice from '../parts/Choice.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { toggled } from '../parts/lists';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import FoldPicture from './FoldPicture.svelte';

  let { known, stage }: { known: KnownCloth; stage: ClothStage } = $props();
  const making = theMaking();
  const role = $derived(known.role);
  const inputs = $derived(making.inputs.cloth);
  const needed = $derived(stage.needed[role]);
  const corrected = $derived(stage.corrected[role]);
  const steps = $derived(stage.steps[role] ?? []);
  const done = $derived(steps.filter((step) => known.cloth?.prepared.includes(step.name)).length);

  const edit = (change: Some<Inputs['cloth']>) => making.edit('cloth', change);
  // Roles may share a cloth: what is joined has no lay of its own.
  const leading = $derived(stage.roles.filter((each) => each !== role && !inputs.joined[each]));
  const free = $derived(!Object.values(inputs.joined).includes(role));
  // What is worked out in its turn may be so when this is no longer shown: its role is read before.
  const joinTo = (lead: typeof role) => {
    const mine = role;
    return edit((now) => ({ joined: { ...now.joined, [mine]: lead } }));
  };
  function choose(id: number) {
    if (id < 0) return void joinTo(leading[-id - 1]!);
    const mine = role;
    const found = stage.cupboard.find((each) => each.id === id);
    void edit((now) => {
      const [cloths, taken] = [{ ...now.cloths }, { ...now.taken }];
      if (found) [cloths[mine], taken[mine]] = [found.cloth, id];
      else {
        delete cloths[mine];
        delete taken[mine];
      }
      return { cloths, taken };
    });
  }
  const id = $derived(
    stage.cupboard.find((each) => each.id === inputs.taken[role])?.id ??
      stage.cupboard.find((each) => each.cloth.name === known.cloth?.name)?.id ??
      0,
  );
  const lie = (fold: ClothLay['fold']) => {
    const mine = role;
    return edit((now) => ({ folds: { ...now.folds, [mine]: fold } }));
  };
  const toggleOut = () => {
    const mine = role;
    return edit((now) => ({ out: toggled(now.out, mine) }));
  };
</script>

<section class="border-b border-base-300 pb-3">
  <h2 class="display mb-1 text-base capitalize">
    {role}
    <span class="eyebrow font-sans font-normal normal-case">{known.pieces} cloth pieces</span>
  </h2>
  <Choice
    label="Cloth for the {role}"
    bare
    value={id}
    options={[
      { value: 0, name: known.cloth && !id ? known.cloth.name : 'Choose a cloth' },
      ...stage.cupboard.map((card) => ({ value: card.id, name: card.cloth.name })),
      ...(free ? leading : []).map((each, k) => ({
        value: -k - 1,
        name: `the same as the ${each}`,
      })),
    ]}
    set={choose}
  />
  {#if known.cloth}
    {#if corrected}
      <div class="corrected" role="status">
        <p>Corrected in the cupboard since:</p>
        <ul class="eyebrow">
          {#each corrected.changes as change (change)}<li>{say(change)}</li>{/each}
        </ul>
        <button class="btn btn-xs btn-primary" onclick={() => choose(corrected.id)}
          >Take that over</button
        >
      </div>
    {/if}
    <div class="folds" role="group" aria-label="How the {role} lies">
      {#each stage.folds as each (each.fold)}
        <button
          class={[known.fold === each.fold && 'on']}
          aria-pressed={known.fold === each.fold}
          aria-label={each.words}
          title={each.words}
          onclick={() => lie(each.fold)}><FoldPicture fold={each.fold} out={known.out} /></button
        >
      {/each}
    </div>
    <p class="eyebrow">{known.how}</p>
    <div class="flex items-end gap-3">
      <div class="grow">
        {#if known.other_side}
          <CheckBox small label={known.other_side} checked={known.out} set={toggleOut} />
        {/if}
      </div>
      {#if known.fold === 'part'}
        <div class="w-28">
          <LengthField
            label="How deep"
            mm={inputs.depths[role] ?? null}
            empty
            placeholder="half"
            set={(mm) =>
              making.change('cloth', (now) => {
                const depths = { ...now.depths };
                if (mm) depths[role] = mm;
                else delete depths[role];
                return { depths };
              })}
          />
        </div>
      {/if}
    </div>
    {#if known.lay_width}<FigureLine figure={known.lay_width} />{/if}
    {#if known.owned_washed}<FigureLine figure={known.owned_washed} />{/if}
    {#if needed}
      <FigureLine figure={needed.used} />
      <FigureLine figure={needed.buy} large />
      {#if needed.price}<FigureLine figure={needed.price} />{/if}
    {:else if known.least}
      <FigureLine figure={known.least} />
      <p class="eyebrow">
        What to buy is known once the pieces are <a
          class="link"
          href="/making/{making.id}/lay"
          onclick={route.follow}>laid</a
        >.
      </p>
    {/if}
    {#if id}
      <p class="mt-1">
        <a class="link" href="/cupboard/{id}/ready" onclick={route.follow}
          >Getting it ready: {done} of {steps.length} steps done</a
        >
      </p>
    {/if}
  {/if}
  <div class="mt-2"><FindingList findings={known.findings} /></div>
</section>

<style>
  .folds {
    display: flex;
    gap: 0.25rem;
    margin: 0.5rem 0 0.2rem;
  }
  .folds button {
    flex: 1;
    display: grid;
    place-items: center;
    padding: 0.3rem 0;
    border: 1px solid var(--color-base-300);
    border-radius: 4px;
    cursor: pointer;
    color: var(--ink);
  }
  .folds .on {
    background: var(--color-neutral);
    border-color: var(--color-neutral);
    color: var(--color-neutral-content);
  }
  .corrected {
    margin-top: 0.4rem;
    padding: 0.35rem 0.6rem 0.5rem;
    border-left: 3px dashed var(--doubt);
    background: var(--color-base-200);
  }
</style>
