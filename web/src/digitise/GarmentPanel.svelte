<script lang="ts">
  // A part copied from a garment: where to measure it, both halves, and what to add.
  import type { GarmentPart } from '../api/types';
  import LengthField from '../parts/LengthField.svelte';
  import { say } from '../parts/session.svelte';
  import GarmentPicture from './GarmentPicture.svelte';
  import { theHand } from './hand.svelte';
  import { thePattern } from './pattern.svelte';

  const pattern = thePattern();
  const piece = $derived(pattern.now.piece!);
  const part = $derived(piece.drawn as GarmentPart & { way: 'garment' });
  const plan = $derived(pattern.choices?.parts.find((each) => each.name === part.part));
  const working = $derived(pattern.drawn?.working ?? []);
  let asked = $state('');
  const next = $derived(
    plan?.measures.find((each) => !(part.measures[each.name] ?? []).some((mm) => mm !== null))
      ?.name ?? '',
  );

  const hand = theHand();
  $effect(() => {
    hand.asked = asked || next;
  });

  const change = (some: () => Partial<GarmentPart>) =>
    pattern.change(() => ({ do: 'numbers', piece: piece.id, drawn: { ...part, ...some() } }));
  function set(name: string, side: 0 | 1, mm: number | null) {
    return change(() => {
      const pair: [number | null, number | null] = [...(part.measures[name] ?? [null, null])];
      pair[side] = mm;
      return { measures: { ...part.measures, [name]: pair } };
    });
  }
</script>

{#if plan}
  <section>
    {#if pattern.drawn?.shape}<GarmentPicture part={part.part} measure={asked || next} />{/if}
    <p class="eyebrow mt-1">
      Lay it flat and smooth. Where it has two halves, measure both: the average is drawn.
    </p>
  </section>
  <section class="flex flex-col gap-2">
    {#each plan.measures as measure (measure.name)}
      {@const figure = working.find((each) => each.name === measure.name)}
      <div
        class={['measure', (asked || next) === measure.name && 'asked']}
        role="group"
        aria-label={measure.name}
        onfocusin={() => (asked = measure.name)}
      >
        <p><strong>{measure.name}</strong> <span class="eyebrow">{measure.words}</span></p>
        <div class="grid grid-cols-2 gap-2">
          <LengthField
            label={measure.both ? 'left' : 'measured'}
            mm={part.measures[measure.name]?.[0] ?? null}
            empty
            placeholder={measure.usual ? 'may be left out' : ''}
            set={(mm) => set(measure.name, 0, mm)}
          />
          {#if measure.both}
            <LengthField
              label="right"
              mm={part.measures[measure.name]?.[1] ?? null}
              empty
              set={(mm) => set(measure.name, 1, mm)}
            />
          {/if}
        </div>
        {#if figure?.working?.[0]?.includes('÷')}<p class="eyebrow">
            {say(figure.working[0])}
          </p>{/if}
      </div>
    {/each}
    <div class="grid grid-cols-2 gap-2">
      <LengthField
        label="Make it longer by"
        mm={part.longer}
        signed
        set={(mm) => change(() => ({ longer: mm ?? 0 }))}
      />
      <LengthField
        label="Make it wider by"
        mm={part.wider}
        signed
        set={(mm) => change(() => ({ wider: mm ?? 0 }))}
      />
    </div>
    <p class="eyebrow">A sewn garment has no allowances left; they are added outside this line.</p>
  </section>
{/if}

<style>
  .measure {
    padding: 0.15rem 0 0.25rem 0.6rem;
    border-left: 3px solid transparent;
    line-height: 1.25;
  }
  .asked {
    border-left-color: var(--thread);
  }
</style>
