<script lang="ts">
  // The head of whatever has a journal: its name, whether it is saved, undo and redo, by key too.
  import Redo from '@lucide/svelte/icons/redo-2';
  import Undo from '@lucide/svelte/icons/undo-2';
  import type { Snippet } from 'svelte';

  import Likes from './Likes.svelte';
  import { route } from './route.svelte';
  import { say } from './session.svelte';
  import Wordmark from './Wordmark.svelte';

  let {
    home,
    homeSaid,
    name,
    label,
    rename,
    status,
    undone,
    redone,
    undo,
    redo,
    children,
    beside,
  }: {
    /** Where the wordmark leads. */
    home: string;
    homeSaid: string;
    name: string;
    label: string;
    /** Takes another name; false when it was not taken. */
    rename: (name: string) => Promise<boolean>;
    status: string;
    /** What undo would take back and redo bring again; null for nothing. */
    undone: string | null;
    redone: string | null;
    undo: () => unknown;
    redo: () => unknown;
    /** More buttons, right of redo and in the same row. */
    children?: Snippet;
    /** More, before the likes. */
    beside?: Snippet;
  } = $props();

  function keys(event: KeyboardEvent) {
    if (!(event.ctrlKey || event.metaKey)) return;
    if ((event.target as HTMLElement).matches('input, textarea, select')) return;
    const key = event.key.toLowerCase();
    if (key === 'z' && !event.shiftKey) {
      event.preventDefault();
      if (undone) void undo();
    } else if (key === 'y' || (key === 'z' && event.shiftKey)) {
      event.preventDefault();
      if (redone) void redo();
    }
  }
  async function change(event: Event & { currentTarget: HTMLInputElement }) {
    const field = event.currentTarget;
    const typed = field.value.trim();
    if (!typed || !(await rename(typed))) field.value = name;
  }
</script>

<svelte:window onkeydown={keys} />

<header class="flex h-13 shrink-0 items-center gap-3 px-3">
  <a href={home} onclick={route.follow} title={homeSaid}><Wordmark /></a>
  <input
    class="title min-w-0 grow"
    aria-label={label}
    value={name}
    maxlength="120"
    onchange={change}
  />
  <span class="eyebrow hidden whitespace-nowrap md:inline" role="status">{status}</span>
  <div class="flex">
    <button
      class="btn btn-sm btn-ghost btn-square"
      disabled={!undone}
      title={undone ? `Undo: ${say(undone)} (Ctrl Z)` : 'Nothing to undo'}
      onclick={undo}><Undo size={17} /><span class="sr-only">Undo</span></button
    >
    <button
      class="btn btn-sm btn-ghost btn-square"
      disabled={!redone}
      title={redone ? `Redo: ${say(redone)} (Ctrl Y)` : 'Nothing to redo'}
      onclick={redo}><Redo size={17} /><span class="sr-only">Redo</span></button
    >
    {@render children?.()}
  </div>
  {@render beside?.()}
  <Likes />
</header>

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
</style>
