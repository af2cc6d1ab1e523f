<script lang="ts">
  // The cupboard: every cloth drawn as it is, to one scale across.
  import { data, DELETE } from '../api/client';
  import type { Cloth, ClothCard, Cupboard as Stand, DamagedRow } from '../api/types';
  import ClothPage from '../cupboard/ClothPage.svelte';
  import { formatCloth, formatLength } from '../parts/length';
  import { route } from '../parts/route.svelte';
  import { here } from '../parts/session.svelte';
  import ClothDrawing from '../table/ClothDrawing.svelte';
  import DamagedList from './DamagedList.svelte';
  import { placeNote } from './note.svelte';
  import Problem from '../parts/Problem.svelte';
  import TableIn from './TableIn.svelte';

  let {
    cloths,
    damaged,
    choices,
    changed,
  }: {
    cloths: readonly ClothCard[];
    damaged: readonly DamagedRow[];
    choices: Stand['choices'];
    changed: () => Promise<void>;
  } = $props();
  const note = placeNote();
  const opened = $derived(/^\/cupboard\/(\d+|new)(?:\/(\w+))?\/?$/.exec(route.path));
  const card = $derived(cloths.find((each) => each.id === Number(opened?.[1])) ?? null);

  const long = (mm: number) => formatLength(mm, here.unit);
  /** What is known of a cloth besides its fibre and size, in a few words. */
  function propertiesOf(cloth: Cloth): string {
    const { along, across } = cloth.repeat;
    const border = {
      none: '',
      lower: 'a border along one edge',
      upper: 'a border along one edge',
      both: 'a border along both edges',
    };
    return [
      cloth.nap ? 'nap or one-way' : cloth.nap_unsure ? 'nap unsure' : '',
      along && across
        ? `checks ${long(along)} × ${long(across)}`
        : across
          ? `a stripe every ${long(across)}`
          : along
            ? `repeats every ${long(along)}`
            : '',
      cloth.stretch === 'none'
        ? ''
        : `gives more ${cloth.stretch === 'both' ? 'both ways' : cloth.stretch}`,
      border[cloth.border],
      cloth.flaws.length ? `${cloth.flaws.length} flaw${cloth.flaws.length > 1 ? 's' : ''}` : '',
      cloth.remnant ? 'a remnant with a shape of its own' : '',
      cloth.washed ? 'washed already' : '',
      cloth.weave === 'plain' ? '' : cloth.weave,
      cloth.weight === 'unknown' ? '' : `${cloth.weight} weight`,
      ...cloth.traits.filter((trait) => trait !== 'striped' || !across),
      ...cloth.unsure.map((each) => `${each}: unsure`),
    ]
      .filter(Boolean)
      .join(', ');
  }
  /** As much of it as a card shows: the width, and a length that fits beside it. */
  const shown = (cloth: Cloth) => {
    const across = cloth.width - 2 * (cloth.selvedge ?? 0);
    return { across, along: across * 1.75 };
  };

  async function drop(each: ClothCard) {
    if (confirm(`Take “${each.cloth.name}” out of the cupboard? Makings keep it.`))
      await remove(each.id);
  }
  async function remove(id: number) {
    await note.attempt(async () => {
      const path = { cloth_id: id };
      await data(DELETE('/api/cupboard/cloths/{cloth_id}', { params: { path } }));
      await changed();
    });
  }
</script>

{#if opened && (card || opened[1] === 'new')}
  {#key opened[1]}<ClothPage {card} {choices} part={opened[2] ?? ''} {changed} />{/key}
{:else}
  <div class="mx-auto max-w-6xl p-6">
    <div class="mb-4 flex items-center gap-3">
      <h1 class="display grow text-2xl">Cloth cupboard</h1>
      <TableIn kind="cloths" what="cloths" {changed} />
      <a class="btn btn-primary" href="/cupboard/new" onclick={route.follow}>A new cloth</a>
    </div>
    {#if opened}<p class="mb-3">This cloth is not in the cupboard any more.</p>{/if}
    <Problem text={note.text} />
    <DamagedList rows={damaged} {remove} />
    <div class="grid grid-cols-2 gap-4 lg:grid-cols-3">
      {#each cloths as each (each.id)}
        {@const lying = each.seen.lying}
        {@const { across, along } = shown(lying)}
        <article class="sheet">
          <a href="/cupboard/{each.id}" onclick={route.follow} aria-label="Open {each.cloth.name}">
            <svg viewBox="0 {-0.03 * across} {along} {across * 1.06}" aria-hidden="true">
              <ClothDrawing
                cloth={lying}
                width={across}
                length={along}
                fold="single"
                owned={lying.remnant ? null : (lying.owned ?? null)}
                open
                px={along / 340}
              />
            </svg>
          </a>
          <div class="words">
            <h2 class="display text-lg">
              <a href="/cupboard/{each.id}" onclick={route.follow}>{each.cloth.name}</a>
            </h2>
            <p>
              {each.cloth.fibre}, {long(each.cloth.width)} wide{each.cloth.owned
                ? `, ${formatCloth(each.cloth.owned, here.unit)} owned`
                : ', not bought yet'}
            </p>
            <p class="eyebrow">{propertiesOf(each.cloth) || 'plain'}</p>
            {#if each.cloth.note}<p class="eyebrow">{each.cloth.note}</p>{/if}
            <button class="btn btn-xs btn-ghost mt-auto self-start" onclick={() => drop(each)}
              >Take out</button
            >
          </div>
        </article>
      {:else}
        <p class="text-lg">
          The cupboard is empty. Measure a cloth from selvedge to selvedge and put it in.
        </p>
      {/each}
    </div>
  </div>
{/if}

<style>
  .sheet {
    display: flex;
    flex-direction: column;
    overflow-wrap: anywhere;
  }
  svg {
    display: block;
    width: 100%;
  }
  .words {
    display: flex;
    flex-direction: column;
    flex-grow: 1;
    padding: 0.6rem 0.9rem 0.7rem;
  }
  h2 a:hover {
    text-decoration: underline;
  }
</style>
