<script lang="ts">
  import PasswordField from '../parts/PasswordField.svelte';
  import TextField from '../parts/TextField.svelte';
  import { data, POST } from '../api/client';
  import { here } from '../parts/session.svelte';
  import Wordmark from '../parts/Wordmark.svelte';
  import { complaintOf, type Complaint } from '../parts/problem';

  let joining = $state(false);
  let name = $state('');
  let password = $state('');
  let refused = $state<Complaint | null>(null);

  async function send(action: () => ReturnType<typeof enter>) {
    refused = null;
    try {
      here.set(await data(action()));
    } catch (problem) {
      refused = complaintOf(problem);
    }
  }
  const enter = () => POST('/api/session/enter', { body: { name, password } });
  const join = () => POST('/api/session/join', { body: { name, password } });
  const demo = () => POST('/api/session/demo');
</script>

<main class="welcome">
  <div class="page">
    <Wordmark large />
    <p class="mt-4 text-xl">
      From a multi-size pattern to correctly cut and marked cloth: it does the sums, says why, and
      shows its working.
    </p>
    {#if here.ended}
      <p class="ended" role="status">
        You were signed out: your sign-in ran out, was ended from another device, or the clock of
        the machine was changed. Nothing is lost; sign in again.
      </p>
    {/if}
    {#if here.session?.demo}
      <button class="btn btn-primary btn-lg mt-6" onclick={() => send(demo)}
        >Open the demo workroom</button
      >
      <p class="eyebrow mt-1">The Saltmarsh Ringers outfit themselves for a tour. Try anything.</p>
    {/if}
    <form
      class="mt-8 flex w-full max-w-sm flex-col gap-2"
      onsubmit={(event) => {
        event.preventDefault();
        void send(joining ? join : enter);
      }}
    >
      <h2 class="display text-lg">{joining ? 'A workroom of your own' : 'Your own workroom'}</h2>
      <TextField
        label="Name"
        size="md"
        autocomplete="username"
        bind:value={name}
        most={100}
        error={refused?.field === 'name' ? refused.sentence : ''}
      />
      <div>
        <PasswordField label="Password" fresh={joining} bind:value={password} />
        {#if refused && refused.field !== 'name'}<p class="text-error" role="alert">
            {refused.sentence}
          </p>{/if}
      </div>
      <div class="flex gap-2">
        <button class="btn btn-neutral" type="submit"
          >{joining ? 'Make the workroom' : 'Sign in'}</button
        >
        <button class="btn btn-ghost" type="button" onclick={() => (joining = !joining)}
          >{joining ? 'I have one already' : 'I am new here'}</button
        >
      </div>
    </form>
  </div>
  <svg class="pieces" viewBox="0 0 500 640" aria-hidden="true">
    <path
      class="paper"
      d="M40 250C70 190 110 120 130 40L220 74C208 106 205 130 205 150 205 215 250 248 312 256 306 330 292 390 292 452 292 482 310 510 322 544 270 552 170 566 92 606 78 602 56 590 40 560Z"
    />
    <path
      class="stitch"
      d="M54 254C84 196 122 130 140 56L202 80C192 108 190 130 190 152 190 226 238 260 296 269 290 336 278 392 278 452 278 480 292 508 304 534 258 542 166 556 92 590 80 586 66 578 54 556Z"
    />
    <path class="thread" d="M110 300V520" />
    <path class="mark" d="M172 330 160 450 172 540 184 450Z" />
    <path class="paper" d="M372 330 470 318 478 372 378 388Z" />
    <path class="stitch" d="M380 337 463 327 469 365 385 379Z" />
  </svg>
</main>

<style>
  .welcome {
    min-height: 100%;
    display: grid;
    grid-template-columns: minmax(420px, 1fr) 1fr;
    background: var(--board);
  }
  .page {
    background: var(--color-base-100);
    padding: 2rem clamp(2rem, 6vw, 5.5rem);
    display: flex;
    flex-direction: column;
    justify-content: center;
    align-items: flex-start;
    border-right: 3px dashed var(--thread);
  }
  .ended {
    margin-top: 1rem;
    max-width: 24rem;
    border-left: 4px dashed var(--doubt);
    padding-left: 0.7rem;
  }
  .pieces {
    width: 100%;
    height: 100%;
    max-height: 100vh;
    padding: 4vh 3vw;
  }
  .paper {
    fill: var(--paper);
    stroke: var(--cutting);
    stroke-width: 1.6;
  }
  .stitch {
    fill: none;
    stroke: var(--stitch);
    stroke-width: 2;
    stroke-dasharray: 9 5;
  }
  .thread {
    stroke: var(--thread);
    stroke-width: 2;
  }
  .mark {
    fill: none;
    stroke: var(--ink);
    stroke-dasharray: 6 4;
  }
</style>
