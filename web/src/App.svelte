<script lang="ts">
  import PatternPage from './digitise/PatternPage.svelte';
  import MakingPage from './making/MakingPage.svelte';
  import { route } from './parts/route.svelte';
  import ConnectionNote from './parts/ConnectionNote.svelte';
  import { here } from './parts/session.svelte';
  import Welcome from './workroom/Welcome.svelte';
  import Workroom from './workroom/Workroom.svelte';
  import { sentenceOf } from './parts/problem';

  let failed = $state('');
  here.load().catch((problem) => (failed = sentenceOf(problem)));

  const making = $derived(/^\/making\/(\d+)(?:\/(\w+))?(?:\/(\w+))?\/?$/.exec(route.path));
  const entering = $derived(
    /^\/pattern\/(\d+)(?:\/(\w+))?(?:\/(\d+))?(?:\/(\w+))?\/?$/.exec(route.path),
  );
</script>

<div class="flex h-full flex-col">
  <div class="min-h-0 grow">
    {#if failed}
      <main class="grid h-full place-items-center p-8">
        <p role="alert">
          {failed} <button class="btn btn-sm" onclick={() => location.reload()}>Try again</button>
        </p>
      </main>
    {:else if !here.session}
      <main class="grid h-full place-items-center" aria-busy="true">
        <p class="eyebrow">Opening…</p>
      </main>
    {:else if !here.session.user}
      <Welcome />
    {:else if making}
      {#key making[1]}
        <MakingPage id={Number(making[1])} stage={making[2] ?? 'pick'} part={making[3] ?? ''} />
      {/key}
    {:else if entering}
      {#key entering[1]}
        <PatternPage
          id={Number(entering[1])}
          part={entering[2] ?? ''}
          of={Number(entering[3] ?? 0)}
          sub={entering[4] ?? ''}
        />
      {/key}
    {:else}
      <!-- Another person’s workroom is another one. -->
      {#key here.session.user}<Workroom />{/key}
    {/if}
  </div>
  <ConnectionNote />
</div>
