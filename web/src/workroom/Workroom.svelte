<script lang="ts">
  // The workroom: what is on the bench, the patterns, the register, the cupboard, the people.
  import { data, GET, POST } from '../api/client';
  import type { Cupboard as CupboardData } from '../api/types';
  import Likes from '../parts/Likes.svelte';
  import { route } from '../parts/route.svelte';
  import Wordmark from '../parts/Wordmark.svelte';
  import Account from './Account.svelte';
  import Bench from './Bench.svelte';
  import Cupboard from './Cupboard.svelte';
  import Groups from './Groups.svelte';
  import NewPattern from '../digitise/NewPattern.svelte';
  import Patterns from './Patterns.svelte';
  import People from './People.svelte';
  import Register from './Register.svelte';
  import { sentenceOf } from '../parts/problem';
  import { here } from '../parts/session.svelte';

  const PLACES = [
    ['/', 'Bench'],
    ['/patterns', 'Patterns'],
    ['/register', 'Register'],
    ['/cupboard', 'Cloth cupboard'],
    ['/people', 'People'],
    ['/groups', 'Groups'],
  ] as const;

  let cupboard = $state.raw<CupboardData | null>(null);
  let failed = $state('');

  async function load() {
    try {
      cupboard = await data(GET('/api/cupboard'));
    } catch (problem) {
      failed = sentenceOf(problem);
    }
  }
  void load();

  // After the demo was put back everything on the screen is shown anew.
  let renewed = $state(0);
  let restoring = $state(false);
  async function restore() {
    restoring = true;
    try {
      here.set(await data(POST('/api/session/demo/restore')));
      await load();
      route.go('/');
      renewed++;
    } catch (problem) {
      failed = sentenceOf(problem);
    } finally {
      restoring = false;
    }
  }
  const ACCOUNT = ['/account', 'Your account'] as const;
  const place = $derived(
    [...PLACES, ACCOUNT].find(([path]) => path !== '/' && route.path.startsWith(path)) ?? PLACES[0],
  );
  /** The number in an address such as /people/5; 0 without one. */
  const numbered = (name: string) =>
    Number(new RegExp(`^/${name}/(\\d+)$`).exec(route.path)?.[1] ?? 0);
  $effect(() => {
    document.title = `${place[1]} · Dove Tack`;
  });
</script>

<div class="flex h-full flex-col">
  <header class="flex h-13 shrink-0 items-center gap-4 px-4">
    <a href="/" onclick={route.follow}><Wordmark /></a>
    <span class="grow"></span>
    <Likes />
  </header>
  <nav class="places" aria-label="Workroom">
    {#each PLACES as [path, name] (path)}
      <a href={path} onclick={route.follow} aria-current={path === place[0] ? 'page' : undefined}
        >{name}</a
      >
    {/each}
    {#if here.session?.in_demo}
      <button class="restore" onclick={restore} disabled={restoring} aria-busy={restoring}>
        {restoring ? 'Putting the demo back…' : 'Put the demo back as it was'}
      </button>
    {/if}
  </nav>
  <main class="min-h-0 grow overflow-y-auto">
    {#if failed}
      <p class="p-8" role="alert">{failed}</p>
    {:else if cupboard}
      {#if place[0] === '/patterns'}
        {#if route.path === '/patterns/new'}<NewPattern />
        {:else}<Patterns people={cupboard.people} changed={load} />{/if}
      {:else if place[0] === '/register'}
        <Register />
      {:else if place[0] === '/cupboard'}
        <Cupboard
          choices={cupboard.choices}
          cloths={cupboard.cloths}
          damaged={cupboard.damaged_cloths ?? []}
          changed={load}
        />
      {:else if place[0] === '/people'}
        <People {cupboard} chosen={numbered('people')} changed={load} />
      {:else if place[0] === '/account'}
        <Account changed={load} />
      {:else if place[0] === '/groups'}
        <Groups {cupboard} group={numbered('groups')} />
      {:else}
        {#key renewed}<Bench {cupboard} />{/key}
      {/if}
    {/if}
  </main>
</div>

<style>
  .places {
    display: flex;
    gap: 0.2rem;
    padding: 0 1rem;
    background: var(--color-base-200);
    border-block: 1px solid var(--color-base-300);
  }
  .places a {
    padding: 0.6rem 0.9rem;
    border-bottom: 3px solid transparent;
  }
  .restore {
    margin-left: auto;
    padding: 0.6rem 0.4rem;
    cursor: pointer;
    font-size: 0.92em;
    color: var(--ink-soft);
  }
  .restore:hover,
  .places a:hover {
    text-decoration: underline;
  }
  .places a[aria-current] {
    border-bottom-color: var(--thread);
    font-weight: 680;
  }
  main {
    background: var(--board);
  }
</style>
