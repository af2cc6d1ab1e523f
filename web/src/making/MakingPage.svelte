<script lang="ts">
  import Redo from '@lucide/svelte/icons/redo-2';
  import Save from '@lucide/svelte/icons/download';
  import Undo from '@lucide/svelte/icons/undo-2';

  import { data, PUT } from '../api/client';
  import Cloth from '../cloth/Cloth.svelte';
  import Cut from '../cut/Cut.svelte';
  import Fit from '../fit/Fit.svelte';
  import Keep from '../keep/Keep.svelte';
  import Lay from '../lay/Lay.svelte';
  import Mark from '../mark/Mark.svelte';
  import Likes from '../parts/Likes.svelte';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import Wordmark from '../parts/Wordmark.svelte';
  import Pick from '../pick/Pick.svelte';
  import Trace from '../trace/Trace.svelte';
  import { MakingState, provide } from './making.svelte';
  import Thread from './Thread.svelte';
  import { sentenceOf } from '../parts/problem';

  let { id, stage, part }: { id: number; stage: string; part: string } = $props();

  // The page is built anew for another making, so its id never changes here.
  // svelte-ignore state_referenced_locally
  const making = new MakingState(id);
  provide(making);
  let failed = $state('');
  making.load().catch((problem) => (failed = sentenceOf(problem)));

  // Some screens have parts with addresses of their own.
  const parted = { pick: Pick, trace: Trace };
  const plain = { fit: Fit, cloth: Cloth, lay: Lay, cut: Cut, mark: Mark, keep: Keep };
  const known = $derived(stage in parted || stage in plain ? stage : 'pick');
  const Parted = $derived(known in parted ? parted[known as keyof typeof parted] : null);
  const Plain = $derived(known in plain ? plain[known as keyof typeof plain] : null);
  const knot = $derived(making.head?.knots.find((each) => each.stage === known));

  $effect(() => {
    if (making.head) document.title = `${making.head.title}: ${known} · Dove Tack`;
  });

  function keys(event: KeyboardEvent) {
    if (!(event.ctrlKey || event.metaKey)) return;
    const target = event.target as HTMLElement;
    if (target.matches('input, textarea, select')) return;
    const key = event.key.toLowerCase();
    if (key === 'z' && !event.shiftKey) {
      event.preventDefault();
      if (making.head?.undo) void making.undo();
    } else if (key === 'y' || (key === 'z' && event.shiftKey)) {
      event.preventDefault();
      if (making.head?.redo) void making.redo();
    }
  }

  async function rename(event: Event & { currentTarget: HTMLInputElement }) {
    const field = event.currentTarget;
    const title = field.value.trim();
    if (!title || !making.head) {
      field.value = making.head?.title ?? '';
      return;
    }
    const done = await making.attempt(async () => {
      making.head = await data(
        PUT('/api/makings/{making_id}/title', {
          params: { path: making.path },
          body: { title },
        }),
      );
    });
    if (!done) field.value = making.head?.title ?? '';
  }
</script>

<svelte:window onkeydown={keys} />

{#if failed}
  <main class="grid h-full place-items-center p-8">
    <p role="alert">
      {failed} <a class="link" href="/" onclick={route.follow}>Back to the workroom</a>
    </p>
  </main>
{:else if making.head}
  <div class="flex h-full flex-col">
    <header class="flex h-13 shrink-0 items-center gap-3 px-3">
      <a href="/" onclick={route.follow} title="To the workroom"><Wordmark /></a>
      <input
        class="title min-w-0 grow"
        aria-label="Title of this making"
        value={making.head.title}
        maxlength="120"
        onchange={rename}
      />
      <span class="eyebrow hidden whitespace-nowrap md:inline" role="status">
        {making.busy ? 'Saving…' : making.savedOnce ? 'Saved' : ''}
      </span>
      <div class="flex">
        <button
          class="btn btn-sm btn-ghost btn-square"
          disabled={!making.head.undo}
          title={making.head.undo ? `Undo: ${say(making.head.undo)} (Ctrl Z)` : 'Nothing to undo'}
          onclick={making.undo}><Undo size={17} /><span class="sr-only">Undo</span></button
        >
        <button
          class="btn btn-sm btn-ghost btn-square"
          disabled={!making.head.redo}
          title={making.head.redo ? `Redo: ${say(making.head.redo)} (Ctrl Y)` : 'Nothing to redo'}
          onclick={making.redo}><Redo size={17} /><span class="sr-only">Redo</span></button
        >
        <a
          class="btn btn-sm btn-ghost btn-square"
          href="/api/makings/{id}/file"
          download
          title="Save this making to a file"
          ><Save size={17} /><span class="sr-only">Save to a file</span></a
        >
      </div>
      <Likes />
    </header>
    <Thread knots={making.head.knots} stage={known} {id} />
    {#if making.notice}
      <div class="notice" role="alert">
        <span>{making.notice}</span>
        <button class="btn btn-xs" onclick={() => (making.notice = '')}>Good</button>
      </div>
    {:else if knot?.state === 'look'}
      <div class="notice look" role="status"><strong>Another look:</strong> {say(knot.why)}</div>
    {/if}
    <main class="min-h-0 grow">
      {#if Parted}<Parted {part} />{:else if Plain}<Plain />{/if}
    </main>
  </div>
{:else}
  <main class="grid h-full place-items-center" aria-busy="true">
    <p class="eyebrow">Opening…</p>
  </main>
{/if}

<style>
  .title {
    font-size: 1.05rem;
    font-weight: 600;
    background: transparent;
    border-radius: 4px;
    padding: 0.2rem 0.4rem;
    text-overflow: ellipsis;
  }
  .title:hover {
    background: var(--color-base-200);
  }
  .notice {
    display: flex;
    gap: 0.7rem;
    align-items: center;
    padding: 0.35rem 0.9rem;
    background: var(--color-base-100);
    border-bottom: 2px dashed var(--doubt);
  }
</style>
