<script lang="ts">
  // Findings in their three weights: word and line style carry the weight, colour only helps.
  import type { Finding } from '../api/types';
  import { say } from './session.svelte';

  let {
    findings,
    mend,
    offers = {},
    point,
  }: {
    findings: readonly Finding[];
    mend?: (finding: Finding) => void;
    /** What each mend's button says. */
    offers?: Partial<Record<Finding['fix'], string>>;
    /** Lights the place of a finding: pointed at, focused, or tapped. */
    point?: (finding: Finding | null) => void;
  } = $props();
  let tapped = $state.raw<Finding | null>(null);

  function tap(finding: Finding) {
    tapped = tapped === finding ? null : finding;
    point?.(tapped);
  }
</script>

{#if findings.length}
  <ul class="flex flex-col gap-2" aria-label="Findings">
    {#each findings as finding, index (index)}
      <li
        class={['finding', finding.weight, tapped === finding && 'lit']}
        onpointerenter={(event) => event.pointerType === 'mouse' && point?.(finding)}
        onpointerleave={(event) => event.pointerType === 'mouse' && point?.(tapped)}
      >
        {#if point}
          <button
            class="what"
            aria-pressed={tapped === finding}
            title="Show where"
            onfocus={() => point(finding)}
            onblur={() => point(tapped)}
            onclick={() => tap(finding)}
            ><strong class="weight">{finding.weight}</strong> {say(finding.what)}</button
          >
        {:else}<p><strong class="weight">{finding.weight}</strong> {say(finding.what)}</p>{/if}
        {#if finding.because}<p class="eyebrow">{say(finding.because)}</p>{/if}
        {#if finding.mend && !(finding.fix && mend)}<p class="mt-0.5">{say(finding.mend)}</p>{/if}
        {#if finding.fix && mend}
          <button class="btn btn-xs mt-1" onclick={() => mend(finding)}
            >{offers[finding.fix]}</button
          >
        {/if}
      </li>
    {/each}
  </ul>
{/if}

<style>
  .finding {
    padding: 0.15rem 0 0.15rem 0.7rem;
    border-left: 3px solid var(--color-base-300);
    line-height: 1.3;
  }
  .finding.note {
    border-left-style: dotted;
    border-left-color: var(--ink-soft);
  }
  .finding.doubt {
    border-left-style: dashed;
    border-left-color: var(--doubt);
  }
  .finding.fault {
    border-left-color: var(--fault);
  }
  .what {
    display: block;
    width: 100%;
    text-align: left;
    cursor: pointer;
  }
  .lit .what {
    text-decoration: underline;
    text-decoration-style: dotted;
    text-underline-offset: 3px;
  }
  .weight {
    font-weight: 650;
    margin-right: 0.2rem;
  }
  .doubt .weight {
    color: var(--color-warning);
  }
  .fault .weight {
    color: var(--color-error);
  }
</style>
