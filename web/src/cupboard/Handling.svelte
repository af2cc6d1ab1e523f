<script lang="ts">
  // What it is like, asked in questions that are answered with the cloth in hand.
  import FigureLine from '../parts/FigureLine.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import { theCloth } from './cloth.svelte';

  const state = theCloth();
  const strip = $derived(state.cloth.strip ?? { rest: 100, pulled: 100 });
  const stretched = $derived(state.seen?.figures.find((each) => each.name === 'it stretches by'));
</script>

{#each state.choices.questions as question (question.name)}
  {@const answer = state.answered(question.name)}
  <section>
    <h2 class="font-semibold">{question.ask}</h2>
    <p class="eyebrow">{question.how}</p>
    <div class="mt-1 flex flex-wrap gap-1" role="group" aria-label={question.ask}>
      {#each question.answers as { value, words } (value)}
        <button
          class={['btn btn-xs', answer === value && 'btn-neutral']}
          aria-pressed={answer === value}
          onclick={() => state.answer(question.name, value)}>{words}</button
        >
      {/each}
    </div>
    {#if answer === 'unsure'}
      <p class="careful">
        It is {question.careful}. <span class="eyebrow">That costs {question.costs}.</span>
      </p>
    {/if}
    {#if question.name === 'stretch' && answer !== 'none'}
      <div class="mt-1 grid grid-cols-2 gap-2">
        <LengthField
          fine
          label="A strip at rest"
          mm={strip.rest}
          error={state.at('rest')}
          set={(mm) => {
            const rest = mm ?? 100;
            void state.set({ strip: { rest, pulled: Math.max(strip.pulled, rest) } });
          }}
        />
        <LengthField
          fine
          label="Pulled without effort"
          mm={strip.pulled}
          error={state.at('pulled')}
          set={(mm) => void state.set({ strip: { ...strip, pulled: mm ?? strip.rest } })}
        />
      </div>
      {#if stretched}<FigureLine figure={stretched} />{/if}
    {/if}
  </section>
{/each}

<style>
  .careful {
    margin-top: 0.25rem;
    padding-left: 0.6rem;
    border-left: 3px dashed var(--doubt);
  }
</style>
