<script lang="ts">
  // One cloth, unrolled as it lies, and beside it what is known of it.
  import type { ClothCard, Cupboard } from '../api/types';
  import { route } from '../parts/route.svelte';
  import SidePanel from '../parts/SidePanel.svelte';
  import Tabs from '../parts/Tabs.svelte';
  import { say } from '../parts/session.svelte';
  import { ClothState, provideCloth } from './cloth.svelte';
  import ClothBoard from './ClothBoard.svelte';
  import PhotoBoard from './PhotoBoard.svelte';
  import ClothFacts from './ClothFacts.svelte';
  import Handling from './Handling.svelte';
  import PatternPanel from './PatternPanel.svelte';
  import Ready from './Ready.svelte';
  import ShapePanel from './ShapePanel.svelte';

  let {
    card,
    choices,
    part,
    changed,
  }: {
    card: ClothCard | null;
    choices: Cupboard['choices'];
    part: string;
    changed: () => Promise<void>;
  } = $props();

  // The page is built anew for another cloth.
  // svelte-ignore state_referenced_locally
  const state = new ClothState(card, choices, changed);
  provideCloth(state);
  const PARTS = [
    ['', 'Facts'],
    ['handling', 'Handling'],
    ['pattern', 'Stripes'],
    ['shape', 'Shape'],
    ['ready', 'Ready'],
  ] as const;
  const base = $derived(`/cupboard/${state.id || 'new'}`);
  const own = ['name', 'width', 'selvedge', 'owned', 'askew', 'pulled', 'rest'];
</script>

<div class="flex h-full flex-col">
  <header class="head">
    <a class="link" href="/cupboard" onclick={route.follow}>Cloth cupboard</a>
    <h1 class="display min-w-0 grow truncate text-lg">{state.cloth.name || 'A new cloth'}</h1>
    {#if state.id}
      <span class="eyebrow" role="status">{state.busy ? 'Saving…' : 'In the cupboard'}</span>
      <button class="btn btn-sm" disabled={!state.touched} onclick={state.asItWas}
        >As it was when opened</button
      >
    {:else}
      {#if state.draft}
        <span class="eyebrow" role="status">As you had begun it</span>
        <button class="btn btn-sm" onclick={state.beginAnew}>Begin anew</button>
      {/if}
      <button
        class="btn btn-sm btn-primary"
        onclick={async () => {
          const on = part && `/${part}`;
          if (await state.keep()) route.go(`/cupboard/${state.id}${on}`);
        }}>Put it into the cupboard</button
      >
    {/if}
  </header>
  <div class="flex min-h-0 grow">
    <section class="relative min-w-0 grow" aria-label="The cloth, unrolled">
      {#if part === 'shape' && state.photo.marking && state.photo.seen}<PhotoBoard />
      {:else}<ClothBoard picture={part === 'shape' || part === 'pattern'} />{/if}
    </section>
    <SidePanel wide label="What is known of the cloth">
      <Tabs label="Parts of what is known" {base} parts={PARTS} {part} />
      {#if state.refused && !own.includes(state.refused.field)}
        <p class="text-error" role="alert">{say(state.refused.sentence)}</p>
      {/if}
      {#if part === 'handling'}<Handling />
      {:else if part === 'pattern'}<PatternPanel />
      {:else if part === 'shape'}<ShapePanel />
      {:else if part === 'ready'}<Ready />
      {:else}<ClothFacts />{/if}
    </SidePanel>
  </div>
</div>

<style>
  .head {
    display: flex;
    gap: 1rem;
    align-items: center;
    padding: 0.4rem 1rem;
    background: var(--color-base-100);
    border-bottom: 1px solid var(--color-base-300);
  }
</style>
