<script lang="ts">
  // An empty workroom: what to do first, and a look at a full one.
  import { data, POST } from '../api/client';
  import type { Cupboard } from '../api/types';
  import Problem from '../parts/Problem.svelte';
  import { route } from '../parts/route.svelte';
  import { here } from '../parts/session.svelte';
  import { placeNote } from './note.svelte';

  let { cupboard }: { cupboard: Cupboard } = $props();
  const note = placeNote();

  const steps = $derived([
    {
      done: cupboard.shelf.length > 0,
      href: '/patterns/new',
      name: 'Put a pattern on the shelf',
      why: 'From a paper sheet, cut-out pieces, a garment, or sums: one outline is enough to begin.',
    },
    {
      done: cupboard.people.some((person) => Object.keys(person.measurements).length > 0),
      href: '/people',
      name: 'Measure whoever it is for',
      why: 'Bust, waist, hip and height will do to begin with; the size follows from them.',
    },
    {
      done: cupboard.cloths.length > 0,
      href: '/cupboard',
      name: 'Measure the cloth',
      why: 'Its width between the selvedges and what it does in the wash decide what must be bought.',
    },
    {
      done: false,
      href: '/patterns',
      name: 'Begin a making',
      why: 'From the pattern on the shelf. Anything above can also be said later.',
    },
  ]);
  const first = $derived(steps.findIndex((step) => !step.done));

  const look = () => note.attempt(async () => here.set(await data(POST('/api/session/demo'))));
</script>

<section class="sheet first-steps">
  <h2 class="display text-xl">Nothing is being made yet</h2>
  <ol>
    {#each steps as step, index (step.name)}
      <li class={[step.done && 'done', index === first && 'first']}>
        <span class="number" aria-hidden="true">{step.done ? '✓' : index + 1}</span>
        <div>
          <a
            class={index === first ? 'btn btn-primary btn-sm' : 'link'}
            href={step.href}
            onclick={route.follow}>{step.name}</a
          >
          <p class="eyebrow mt-0.5">{step.why}</p>
        </div>
      </li>
    {/each}
  </ol>
  {#if here.session?.demo && !here.session.in_demo}
    <p class="look">
      Or look at a full workroom first: the Saltmarsh Ringers’, with garments at every stage.
      <button class="btn btn-sm mt-2 block" onclick={look}>Open the demo workroom</button>
    </p>
    <p class="eyebrow">You are signed out of this one meanwhile; nothing here changes.</p>
  {/if}
  <Problem text={note.text} />
</section>

<style>
  .first-steps {
    max-width: 46rem;
    padding: 1.2rem 1.6rem 1.4rem;
  }
  li {
    display: grid;
    grid-template-columns: 2.2rem 1fr;
    align-items: start;
    padding: 0.55rem 0;
    border-bottom: 1px solid var(--color-base-300);
  }
  .number {
    font-weight: 650;
    color: var(--ink-soft);
  }
  .first .number {
    color: var(--thread);
  }
  .done a {
    color: var(--ink-soft);
  }
  .look {
    margin-top: 1rem;
  }
</style>
