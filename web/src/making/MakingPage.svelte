<script lang="ts">
  import { data, GET, PUT } from '../api/client';
  import Cloth from '../cloth/Cloth.svelte';
  import Cut from '../cut/Cut.svelte';
  import Fit from '../fit/Fit.svelte';
  import Keep from '../keep/Keep.svelte';
  import Lay from '../lay/Lay.svelte';
  import Mark from '../mark/Mark.svelte';
  import { connection } from '../parts/connection.svelte';
  import DocumentHead from '../parts/DocumentHead.svelte';
  import Notice from '../parts/Notice.svelte';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import SaveAs from '../parts/SaveAs.svelte';
  import Pick from '../pick/Pick.svelte';
  import Shopping from '../lay/Shopping.svelte';
  import Trace from '../trace/Trace.svelte';
  import { keepMaking } from '../offline/keep';
  import { MakingState, provide } from './making.svelte';
  import Thread from './Thread.svelte';
  import { sentenceOf } from '../parts/problem';

  let { id, stage, part }: { id: number; stage: string; part: string } = $props();

  // The page is built anew for another making, so its id never changes here.
  // svelte-ignore state_referenced_locally
  const making = new MakingState(id);
  provide(making);
  let failed = $state('');
  making
    .load()
    .then(() => making.given.send())
    .catch((problem) => (failed = sentenceOf(problem)));
  $effect(() => making.given.listen());

  // What lies open on the table follows what is ticked on another device.
  const LOOK = 5_000;
  $effect(() => {
    if (stage !== 'cut' && stage !== 'mark') return;
    const timer = setInterval(() => {
      if (document.visibilityState === 'visible' && making.head) void making.look();
    }, LOOK);
    return () => clearInterval(timer);
  });
  // Both lists lie ready for when the connection goes, where the browser can keep them.
  let kept = $state(false);
  $effect(() => {
    if (stage === 'cut' || stage === 'mark') void keepMaking(id).then((can) => (kept = can));
  });
  const atTable = $derived((stage === 'cut' || stage === 'mark') && part === 'table');

  // Some screens have parts with addresses of their own.
  const parted = { pick: Pick, trace: Trace, fit: Fit, lay: Lay, cut: Cut, mark: Mark };
  const plain = { cloth: Cloth, keep: Keep };
  // What is bought belongs to the cloths.
  const known = $derived(
    stage === 'shopping' ? 'cloth' : stage in parted || stage in plain ? stage : 'pick',
  );
  const Parted = $derived(known in parted ? parted[known as keyof typeof parted] : null);
  const Plain = $derived(known in plain ? plain[known as keyof typeof plain] : null);
  const knot = $derived(making.head?.knots.find((each) => each.stage === known));

  $effect(() => {
    if (making.head) document.title = `${making.head.title}: ${known} · Dove Tack`;
  });

  const rename = (title: string) =>
    making.attempt(async () => {
      const seen = making.head?.title ?? null;
      const options = { params: { path: making.path }, body: { title, seen } };
      making.head = await connection.through(`the title “${title}”`, () =>
        data(PUT('/api/makings/{making_id}/title', options)),
      );
    });
</script>

{#if failed}
  <main class="grid h-full place-items-center p-8">
    <p role="alert">
      {failed} <a class="link" href="/" onclick={route.follow}>Back to the workroom</a>
    </p>
  </main>
{:else if making.head}
  <div class="flex h-full flex-col">
    {#if !atTable}
      <DocumentHead
        home="/"
        homeSaid="To the workroom"
        name={making.head.title}
        label="Title of this making"
        {rename}
        status={making.status}
        undone={making.head.undo}
        redone={making.head.redo}
        undo={making.undo}
        redo={making.redo}
      >
        <SaveAs
          ask={() =>
            data(GET('/api/makings/{making_id}/save', { params: { path: { making_id: id } } }))}
        />
      </DocumentHead>
      <Thread knots={making.head.knots} stage={known} {id} />
    {/if}
    <!-- At the table nothing may move away from under a finger. -->
    <div class={[atTable && 'over']}>
      {#if making.given.away}
        <Notice>
          <span>
            The workroom cannot be reached.
            {making.given.waiting
              ? `${making.given.waiting} ${making.given.waiting === 1 ? 'tick is' : 'ticks are'} kept on this device and sent when it is back.`
              : 'What you tick now is kept on this device.'}
            {kept ? '' : 'Leave this page open until then.'}
          </span>
        </Notice>
      {/if}
      {#if making.notice}
        <Notice role="alert">
          <span>{making.notice}</span>
          <button class="btn btn-xs" onclick={() => (making.notice = '')}>Good</button>
        </Notice>
      {:else if making.head.newer}
        <Notice>
          <span>
            The pattern was mended since this making was begun.
            <a class="link" href="/pattern/{making.head.pattern_id}" onclick={route.follow}
              >See it</a
            >
          </span>
          <button class="btn btn-xs btn-primary" onclick={making.takeOver}
            >Go by it from here</button
          >
          <span class="eyebrow">Ticks for pieces that changed will ask for another look.</span>
        </Notice>
      {:else if knot?.state === 'look'}
        <Notice><strong>Another look:</strong> {say(knot.why)}</Notice>
      {/if}
    </div>
    <main class="min-h-0 grow">
      {#if stage === 'shopping'}<Shopping />{:else if Parted}<Parted {part} />{:else if Plain}<Plain
        />{/if}
    </main>
  </div>
{:else}
  <main class="grid h-full place-items-center" aria-busy="true">
    <p class="eyebrow">Opening…</p>
  </main>
{/if}

<style>
  .over:has(*) {
    position: fixed;
    z-index: 2;
    left: 1rem;
    bottom: 9.2rem;
    max-width: min(34rem, 50vw);
    box-shadow: 0 0 0 1px var(--color-base-300);
  }
</style>
