<script lang="ts">
  // Before the first mark of a cloth its ways are tried on a scrap: a line that one tap passes, filled in later.
  import type { MarkStage } from '../api/types';
  import type { Trial } from './trials.svelte';
  import TrialForm from './TrialForm.svelte';

  let { stage, trial, pass }: { stage: MarkStage; trial: Trial; pass: () => void } = $props();
  let open = $state(false);
</script>

<section class="trial" aria-label="A scrap first">
  <p class="grow">On a scrap first: {trial.words}.</p>
  <button class="btn" aria-expanded={open} onclick={() => (open = !open)}>How it came out</button>
  <button class="btn" onclick={pass}>Later</button>
  {#if open}
    <div class="basis-full">
      <TrialForm {stage} role={trial.role} code={trial.code} words={trial.words} large />
    </div>
  {/if}
</section>

<style>
  .trial {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem;
    border-left: 4px solid var(--thread);
    padding: 0.2rem 0 0.2rem 0.8rem;
    font-size: 1.15rem;
  }
  .btn {
    min-height: 44px;
  }
</style>
