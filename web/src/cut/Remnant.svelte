<script lang="ts">
  // What is left of a cloth once everything is cut: a cloth of its own for the cupboard.
  import { data, GET, POST } from '../api/client';
  import type { Cloth, ClothLay } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import { sentenceOf } from '../parts/problem';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import { once } from '../parts/once';

  let { lay }: { lay: ClothLay } = $props();
  const making = theMaking();
  let left = $state.raw<Cloth | null>(null);
  let problem = $state('');
  let kept = $state('');
  const role = $derived(lay.role);
  const options = () => ({ params: { path: { ...making.path, role } } });

  $effect(() => {
    const asked = options();
    left = null;
    kept = problem = '';
    // The last tick may still be on its way.
    making
      .settled()
      .then(() => data(GET('/api/makings/{making_id}/cut/{role}/remnant', asked)))
      .then((answer) => (left = answer))
      .catch((error) => (problem = sentenceOf(error)));
  });

  const keep = once(async () => {
    try {
      kept = (await data(POST('/api/makings/{making_id}/cut/{role}/remnant', options()))).cloth
        .name;
    } catch (error) {
      problem = sentenceOf(error);
    }
  });
  const size = $derived.by(() => {
    const ring = left?.remnant ?? [];
    const long = left?.owned ?? Math.max(0, ...ring.map(([x]) => x));
    return left ? `[[${Math.round(long)}|cloth]] × [[${Math.round(left.width)}]]` : '';
  });
  const points = $derived(
    (
      left?.remnant ?? [
        [0, 0],
        [left?.owned ?? 0, 0],
        [left?.owned ?? 0, left?.width ?? 0],
        [0, left?.width ?? 0],
      ]
    )
      .map(([x, y]) => `${x},${(left?.width ?? 0) - y}`)
      .join(' '),
  );
  const far = $derived(Math.max(left?.owned ?? 0, ...(left?.remnant ?? []).map(([x]) => x)) || 100);
</script>

<section class="remnant" aria-label="What is left">
  {#if left}
    <svg viewBox="-10 -10 {far + 20} {left.width + 20}" aria-hidden="true">
      <polygon {points} style:fill={left.colour} />
    </svg>
    <p class="grow">
      All is cut. Left of the {role}: {say(size)}, with its shape{left.flaws?.length
        ? ` and ${left.flaws.length} holes`
        : ''}.
    </p>
    {#if kept}
      <p role="status">
        In the cupboard as “{kept}”.
        <a class="link" href="/cupboard" onclick={route.follow}>See it</a>
      </p>
    {:else}
      <button class="btn btn-sm" onclick={keep}>Put it into the cupboard</button>
    {/if}
  {:else if problem}
    <p class="eyebrow">All is cut. What is left has no shape yet: {problem}</p>
  {/if}
</section>

<style>
  .remnant {
    display: flex;
    align-items: center;
    gap: 1rem;
    border: 1px solid var(--color-base-300);
    padding: 0.4rem 0.8rem;
    margin-bottom: 0.6rem;
  }
  svg {
    width: 110px;
    max-height: 70px;
    flex: none;
  }
  polygon {
    stroke: var(--cutting);
    stroke-width: 2;
    vector-effect: non-scaling-stroke;
  }
</style>
