<script lang="ts">
  import { data, DELETE, POST, PUT } from '../api/client';
  import type { Cloth, ClothCard, Cupboard as Stand, DamagedRow } from '../api/types';
  import { formatCloth, formatLength } from '../parts/length';
  import { here } from '../parts/session.svelte';
  import ClothForm from './ClothForm.svelte';
  import DamagedList from './DamagedList.svelte';
  import { placeNote } from './note.svelte';
  import Problem from '../parts/Problem.svelte';

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
  let open = $state<number | 'new' | null>(null);

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
      ...cloth.traits.filter((trait) => trait !== 'striped' || !across),
    ]
      .filter(Boolean)
      .join(', ');
  }

  async function keep(id: number | 'new', cloth: Cloth) {
    if (id === 'new') await data(POST('/api/cupboard/cloths', { body: cloth }));
    else {
      const params = { path: { cloth_id: id } };
      await data(PUT('/api/cupboard/cloths/{cloth_id}', { params, body: cloth }));
    }
    open = null;
    await changed();
  }
  async function drop(card: ClothCard) {
    if (confirm(`Take “${card.cloth.name}” out of the cupboard? Makings keep it.`))
      await remove(card.id);
  }
  async function remove(id: number) {
    await note.attempt(async () => {
      const path = { cloth_id: id };
      await data(DELETE('/api/cupboard/cloths/{cloth_id}', { params: { path } }));
      await changed();
    });
  }
</script>

<div class="mx-auto max-w-6xl p-6">
  <div class="mb-4 flex items-center gap-3">
    <h1 class="display grow text-2xl">Cloth cupboard</h1>
    <button class="btn btn-primary" onclick={() => (open = 'new')}>A new cloth</button>
  </div>
  <Problem text={note.text} />
  <DamagedList rows={damaged} {remove} />
  {#if open === 'new'}
    <div class="sheet mb-4">
      <ClothForm {choices} keep={(cloth) => keep('new', cloth)} close={() => (open = null)} />
    </div>
  {/if}
  <div class="grid gap-3 lg:grid-cols-2">
    {#each cloths as card (card.id)}
      <article class="sheet">
        {#if open === card.id}
          <ClothForm
            cloth={card.cloth}
            {choices}
            keep={(cloth) => keep(card.id, cloth)}
            close={() => (open = null)}
          />
        {:else}
          <div class="flex gap-4">
            <svg class="swatch" viewBox="0 0 60 60" aria-hidden="true">
              <rect width="60" height="60" fill={card.cloth.colour ?? '#9aa4ad'} />
              {#if card.cloth.traits.includes('striped') || card.cloth.repeat.across}
                <path d="M0 8H60M0 28H60M0 48H60" class="stripe" />
              {/if}
              {#if card.cloth.repeat.along}<path d="M10 0V60M40 0V60" class="bar" />{/if}
              <path d="M0 3H60" stroke="#fff" stroke-width="5" stroke-opacity="0.8" />
            </svg>
            <div class="min-w-0 grow">
              <h2 class="display text-lg">{card.cloth.name}</h2>
              <p>
                {card.cloth.fibre}, {formatLength(card.cloth.width, here.unit)} wide{card.cloth
                  .owned
                  ? `, ${formatCloth(card.cloth.owned, here.unit)} owned`
                  : ', not bought yet'}
              </p>
              <p class="eyebrow">
                {propertiesOf(card.cloth) || 'plain'}
              </p>
              {#if card.cloth.note}<p class="eyebrow">{card.cloth.note}</p>{/if}
            </div>
            <div class="flex shrink-0 flex-col gap-1 whitespace-nowrap">
              <button class="btn btn-xs" onclick={() => (open = card.id)}>Change</button>
              <button class="btn btn-xs btn-ghost" onclick={() => drop(card)}>Take out</button>
            </div>
          </div>
        {/if}
      </article>
    {:else}
      <p class="text-lg">
        The cupboard is empty. Measure a cloth from selvedge to selvedge and put it in.
      </p>
    {/each}
  </div>
</div>

<style>
  .sheet {
    padding: 0.8rem 1rem;
    overflow-wrap: anywhere;
  }
  .stripe {
    stroke: #fff;
    stroke-opacity: 0.6;
    stroke-width: 7;
  }
  .bar {
    stroke: #000;
    stroke-opacity: 0.25;
    stroke-width: 8;
  }
  .swatch {
    width: 68px;
    height: 68px;
    flex: none;
  }
</style>
