<script lang="ts">
  // Before the first mark of a cloth its ways are tried on a scrap.
  import type { MarkStage } from '../api/types';
  import type { Trial } from './trials.svelte';
  import TrialForm from './TrialForm.svelte';

  let { stage, trial }: { stage: MarkStage; trial: Trial } = $props();
</script>

<section class="trial" aria-label="A scrap first">
  <h2 class="display">A scrap first</h2>
  <p>{trial.cloth}</p>
  <TrialForm {stage} role={trial.role} code={trial.code} words={trial.words} large />
</section>

<style>
  .trial {
    border-left: 4px solid var(--thread);
    padding: 0.3rem 0 0.3rem 1rem;
    font-size: 1.3rem;
  }
  h2 {
    font-size: clamp(2rem, 4vw, 3rem);
    line-height: 1.1;
  }
</style>
