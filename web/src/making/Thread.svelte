<script lang="ts">
  // The tacking thread: eight knots in the order of the work. One can jump anywhere.
  import type { Knot, Stage } from '../api/types';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';

  let { knots, stage, id }: { knots: readonly Knot[]; stage: string; id: number } = $props();

  const NAMES: Record<Stage, string> = {
    pick: 'Pick',
    trace: 'Trace',
    fit: 'Fit',
    cloth: 'Cloth',
    lay: 'Lay',
    cut: 'Cut',
    mark: 'Mark',
    keep: 'Keep',
  };
  const WORDS: Record<Knot['state'], string> = {
    open: 'open',
    half: 'half done',
    done: 'done',
    look: 'needs another look',
  };
</script>

<nav aria-label="Stages of the work" class="thread">
  <ol>
    {#each knots as knot (knot.stage)}
      <li>
        <a
          href="/making/{id}/{knot.stage}"
          onclick={route.follow}
          aria-current={knot.stage === stage ? 'page' : undefined}
          title="{WORDS[knot.state]}. {say(knot.why)}"
          class={knot.state}
        >
          <svg viewBox="0 0 24 24" aria-hidden="true">
            <circle cx="12" cy="12" r="8" class="ring" />
            {#if knot.state === 'half'}<path d="M12 4a8 8 0 0 1 0 16Z" class="fill" />{/if}
            {#if knot.state === 'done'}
              <circle cx="12" cy="12" r="8" class="fill" />
              <path d="m8 12.3 2.8 2.8 5.2-5.6" class="tick" />
            {/if}
            {#if knot.state === 'look'}<path d="M12 7.5v6M12 16v.6" class="bang" />{/if}
          </svg>
          <span>{NAMES[knot.stage]}</span>
          <span class="sr-only">: {WORDS[knot.state]}</span>
        </a>
      </li>
    {/each}
  </ol>
</nav>

<style>
  .thread {
    background: var(--color-base-200);
    border-block: 1px solid var(--color-base-300);
    padding-inline: 0.75rem;
  }
  ol {
    display: flex;
    position: relative;
  }
  /* The thread itself: long tacks running through all knots. */
  ol::before {
    content: '';
    position: absolute;
    left: 0;
    right: 0;
    top: 50%;
    height: 3px;
    background: repeating-linear-gradient(90deg, var(--thread) 0 16px, transparent 16px 25px);
    opacity: 0.5;
  }
  li {
    flex: 1;
    display: flex;
    justify-content: center;
    position: relative;
  }
  a {
    display: inline-flex;
    align-items: center;
    gap: 0.3rem;
    min-height: 42px;
    padding: 0 0.7rem 0 0.45rem;
    background: var(--color-base-200);
    border-bottom: 3px solid transparent;
    border-top: 3px solid transparent;
  }
  a[aria-current] {
    font-weight: 680;
    border-bottom-color: var(--thread);
  }
  a:hover span {
    text-decoration: underline;
  }
  svg {
    width: 24px;
    height: 24px;
  }
  .ring {
    fill: var(--color-base-100);
    stroke: var(--thread);
    stroke-width: 1.8;
  }
  .fill {
    fill: var(--thread);
  }
  .tick {
    fill: none;
    stroke: var(--color-accent-content);
    stroke-width: 2.2;
    stroke-linecap: round;
  }
  .bang {
    fill: none;
    stroke: var(--doubt);
    stroke-width: 2.6;
    stroke-linecap: round;
  }
  .look .ring {
    stroke: var(--doubt);
    stroke-dasharray: 3 2;
    stroke-width: 2.4;
  }
  .look span:first-of-type::after {
    content: ' ·';
    color: var(--doubt);
    font-weight: 900;
  }
</style>
