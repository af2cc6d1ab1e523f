<script lang="ts">
  // One's own account: everything saved and brought in, the password, other devices, the end of it.
  import CheckBox from '../parts/CheckBox.svelte';
  import { data, DELETE, GET, POST, PUT } from '../api/client';
  import type { Schemas } from '../api/types';
  import PasswordField from '../parts/PasswordField.svelte';
  import { complaintOf, type Complaint } from '../parts/problem';
  import { route } from '../parts/route.svelte';
  import { here } from '../parts/session.svelte';
  import { counted } from '../parts/words';
  import { ARCHIVE_FILE, makeArchive, openArchive, type Standing } from './archive';

  let { changed }: { changed: () => Promise<void> } = $props();

  let going = $state<'' | 'out' | 'in'>('');
  let share = $state(0);
  let made = $state(false);
  let taken = $state.raw<Schemas['TakenIn'] | null>(null);
  let refused = $state.raw<{ where: string; complaint: Complaint } | null>(null);
  let said = $state<{ where: string; words: string } | null>(null);
  let old = $state('');
  let fresh = $state('');
  let devices = $state<number | null>(null);
  let confirmed = $state('');
  let sure = $state(false);
  const demo = $derived(here.session?.in_demo ?? false);

  // What lies here of a file that was never sent to its end, and how large one may be.
  let arriving = $state.raw<Standing | null>(null);
  const look = async () => (arriving = await data(GET('/api/account/open')));
  void look().catch(() => null);
  const size = (bytes: number) =>
    bytes < 1e6
      ? `${Math.ceil(bytes / 1e3)} kB`
      : bytes < 1e9
        ? `${Math.round(bytes / 1e6)} MB`
        : `${+(bytes / 1e9).toFixed(1)} GB`;
  const when = (moment: string) =>
    new Date(moment).toLocaleString('en-GB', {
      weekday: 'long',
      hour: '2-digit',
      minute: '2-digit',
    });
  const letGo = () =>
    attempt('open', async () => void (arriving = await data(DELETE('/api/account/open'))));
  const count = async () => (devices = (await data(GET('/api/account/devices'))).count);
  void count().catch(() => null);

  async function attempt(where: string, action: () => Promise<string | void>) {
    refused = null;
    said = null;
    try {
      const words = await action();
      if (words) said = { where, words };
    } catch (problem) {
      refused = { where, complaint: complaintOf(problem) };
    }
  }
  const save = () =>
    attempt('save', async () => {
      going = 'out';
      share = 0;
      made = false;
      try {
        await makeArchive((done) => (share = done));
        made = true;
      } finally {
        going = '';
      }
    });
  async function chosen(event: Event & { currentTarget: HTMLInputElement }) {
    const field = event.currentTarget;
    const file = field.files?.[0];
    if (!file) return;
    await attempt('open', async () => {
      going = 'in';
      share = 0;
      taken = null;
      try {
        taken = (await openArchive(file, (done) => (share = done))) ?? null;
        await changed();
      } finally {
        going = '';
        field.value = '';
        await look().catch(() => null);
      }
    });
  }
  const change = () =>
    attempt('password', async () => {
      await data(PUT('/api/account/password', { body: { old, new: fresh } }));
      old = fresh = '';
      await count();
      return 'From now on the new password counts. Every other device is signed out.';
    });
  const leaveOthers = () =>
    attempt('devices', async () => {
      devices = (await data(POST('/api/account/leave-everywhere'))).count;
      return 'Every other device is signed out.';
    });
  const remove = () =>
    attempt('remove', async () => {
      here.forget();
      here.set(await data(POST('/api/account/remove', { body: { password: confirmed } })));
      route.go('/');
    });
  const cameIn = $derived(
    taken &&
      [
        counted(taken.makings, 'making'),
        counted(taken.patterns, 'pattern'),
        counted(taken.people, 'person', 'people'),
        counted(taken.cloths, 'cloth'),
        counted(taken.pictures, 'picture'),
      ].join(', '),
  );
</script>

{#snippet answer(where: string)}
  {#if refused?.where === where}<p class="refused" role="alert">
      {refused.complaint.sentence}
    </p>{/if}
  {#if said?.where === where}<p class="said" role="status">{said.words}</p>{/if}
{/snippet}

<div class="account">
  <header>
    <h1 class="display text-2xl">{here.session?.user}</h1>
    <p class="eyebrow">Dove Tack {here.session?.version}</p>
  </header>
  <div class="columns">
    <section class="sheet">
      <h2 class="display">Keep everything</h2>
      <p>
        One file with all your makings, patterns, people, cloths and pictures, in open formats: to
        keep in a safe place, or to open in another workroom.
      </p>
      {#if going === 'out'}
        <div role="status">
          <progress class="progress" value={share} max="1"></progress>
          <p>Putting it together, {Math.round(share * 100)} %</p>
        </div>
      {:else if made}
        <p>
          <a class="btn btn-primary" href={ARCHIVE_FILE} download>Save the file</a>
        </p>
      {:else}
        <button class="btn btn-primary" disabled={going !== ''} onclick={save}
          >Put everything into one file</button
        >
      {/if}
      {@render answer('save')}
    </section>
    <section class="sheet">
      <h2 class="display">Bring everything in</h2>
      <p>
        From such a file{arriving ? ` of ${size(arriving.most ?? 0)} at most` : ''}, put beside what
        is here already. A file that is not whole changes nothing.
      </p>
      {#if demo}
        <p class="eyebrow">Not in the demo workroom: make a workroom of your own for that.</p>
      {:else if going === 'in'}
        <div role="status">
          <progress class="progress" value={share} max="1"></progress>
          <p>{share < 0.5 ? 'Sending' : 'Reading'}, {Math.round(share * 100)} %</p>
        </div>
      {:else}
        <p>
          <label class="btn" for="archive">Choose the file</label>
          <input
            id="archive"
            type="file"
            class="sr-only"
            accept=".dovetack,.zip,application/zip"
            disabled={going !== ''}
            onchange={chosen}
          />
        </p>
      {/if}
      {#if arriving?.unfinished && arriving.until && going !== 'in'}
        <p>
          {size(arriving.unfinished)} of a file that was not sent to its end lie here until {when(
            arriving.until,
          )}.
          <button class="btn btn-sm" onclick={letGo}>Let go of it</button>
        </p>
      {/if}
      {#if cameIn}<p class="said" role="status">Here now: {cameIn}.</p>{/if}
      {@render answer('open')}
    </section>
    {#if !demo}
      <form
        class="sheet"
        onsubmit={(event) => {
          event.preventDefault();
          void change();
        }}
      >
        <h2 class="display">Another password</h2>
        <PasswordField label="Password so far" bind:value={old} />
        <PasswordField label="New password" bind:value={fresh} fresh />
        <button class="btn" disabled={!old || !fresh}>Take the new password</button>
        {@render answer('password')}
      </form>
    {/if}
    <section class="sheet">
      <h2 class="display">Where you are signed in</h2>
      <p>
        {devices === null
          ? ' '
          : devices === 1
            ? 'Only here.'
            : `Here and in ${counted(devices - 1, 'other place')}.`}
      </p>
      {#if !demo}
        <button class="btn" disabled={devices === 1} onclick={leaveOthers}
          >Sign out everywhere else</button
        >
      {/if}
      {@render answer('devices')}
    </section>
    {#if !demo}
      <form
        class="sheet danger"
        onsubmit={(event) => {
          event.preventDefault();
          void remove();
        }}
      >
        <h2 class="display">Remove this workroom</h2>
        <p>
          Everything in it goes: makings, patterns, people, cloths, pictures. It cannot be undone.
        </p>
        <CheckBox
          label="I have saved what I want to keep."
          checked={sure}
          set={(on) => (sure = on)}
        />
        <PasswordField label="Password" bind:value={confirmed} />
        <button class="btn" disabled={!sure || !confirmed}>Remove everything</button>
        {@render answer('remove')}
      </form>
    {/if}
  </div>
</div>

<style>
  .account {
    max-width: 1080px;
    margin: 0 auto;
    padding: 1.4rem 1.2rem 3rem;
  }
  header {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    gap: 1rem;
    margin-bottom: 0.9rem;
  }
  h1 {
    min-width: 0;
    overflow-wrap: anywhere;
  }
  header p {
    flex: none;
  }
  h2 {
    font-size: 1.15rem;
  }
  .columns {
    columns: 2 22rem;
    column-gap: 1rem;
  }
  .sheet {
    break-inside: avoid;
    display: flex;
    flex-direction: column;
    align-items: flex-start;
    gap: 0.6rem;
    padding: 1rem 1.2rem 1.2rem;
    margin-bottom: 1rem;
  }
  .sheet > div {
    width: 100%;
  }
  .danger {
    border-left: 4px solid var(--fault);
  }
  .said {
    border-left: 4px solid var(--thread);
    padding-left: 0.6rem;
  }
  .refused {
    border-left: 4px solid var(--fault);
    padding-left: 0.6rem;
  }
</style>
