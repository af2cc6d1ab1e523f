<script lang="ts">
  // Every way for one mark, judged for this cloth, the best first; any can be taken.
  import { data, GET } from '../api/client';
  import type { MarkItem, MarkList, MarkStage, WayAdvice } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import CheckBox from '../parts/CheckBox.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import Problem from '../parts/Problem.svelte';
  import { sentenceOf } from '../parts/problem';
  import { say } from '../parts/session.svelte';
  import { capital } from './sheets';

  let {
    item,
    list,
    stage,
    close,
  }: { item: MarkItem; list: MarkList; stage: MarkStage; close: () => void } = $props();
  const making = theMaking();
  let ways = $state.raw<readonly WayAdvice[]>([]);
  let problem = $state('');
  let alike = $state(false);

  $effect(() => {
    const at = making.at; // judged anew after every change
    const params = { path: making.path, query: { key: item.tick.key } };
    data(GET('/api/makings/{making_id}/mark/ways', { params }))
      .then((answer) => at === making.at && (ways = answer.ways))
      .catch((error) => (problem = sentenceOf(error)));
  });
  /** This mark, or all of its kind on the same cloth. */
  const keys = $derived(
    alike
      ? [
          ...new Set(
            stage.marking.lists
              .filter((each) => each.role === list.role)
              .flatMap((each) => each.items)
              .filter((each) => each.kind === item.kind)
              .map((each) => each.key),
          ),
        ]
      : [item.key],
  );
  const WORDS: Record<WayAdvice['stands'], string> = {
    good: 'the better choice here',
    possible: 'can be used',
    doubtful: 'with doubt',
    'not at hand': 'not at hand',
    unfit: 'not here',
  };
  async function take(code: string | null) {
    const done = await making.edit('/api/makings/{making_id}/mark/way', { keys, code });
    if (done) close();
  }
  const slipped = () =>
    making.edit('mark', ({ again: now = {} }) => ({
      again: { ...now, [item.key]: Math.min(4, (now[item.key] ?? 0) + 1) },
    }));
</script>

<section class="picker" aria-label="Ways for {item.title}">
  <Problem small text={problem} />
  <ol>
    {#each ways as way, index (way.code)}
      <li class={way.stands.replaceAll(' ', '-')}>
        <div class="min-w-0 grow">
          <p>
            <b class="name">{capital(way.name)}</b>
            <span class="tag-word">{index === 0 ? 'proposed' : WORDS[way.stands]}</span>
            <span class="eyebrow"
              >{way.minutes.toFixed(1)} min{way.passes > 1
                ? `, ${way.passes} placings`
                : ''}{way.tacks > 1 ? `, ${way.tacks} tacks` : ''}{way.thread
                ? `, thread ${say(`[[${Math.round(way.thread)}|cloth]]`)}`
                : ''}{way.colour ? `, ${way.colour}` : ''}</span
            >
          </p>
          {#if way.good.length}<p class="eyebrow">For it: {way.good.join('; ')}.</p>{/if}
          {#if way.against.length}<p class="against">Against it: {way.against.join('; ')}.</p>{/if}
          {#if way.lacks.length}<p class="eyebrow">Not at hand: {way.lacks.join(', ')}.</p>{/if}
          {#if way.figures.length}
            <details class="eyebrow">
              <summary class="cursor-pointer">Its sums</summary
              >{#each way.figures as figure (figure.name)}<FigureLine {figure} />{/each}
            </details>
          {/if}
          {#if way.code === item.code && way.mind.length}<p class="eyebrow">
              {way.mind.join(' ')}
            </p>{/if}
        </div>
        {#if way.code === item.code}
          <span class="eyebrow">in force</span>
        {:else}
          <button
            class="btn btn-xs"
            aria-label="Take {way.name}"
            onclick={() => take(index === 0 ? null : way.code)}>Take it</button
          >
        {/if}
      </li>
    {/each}
  </ol>
  <div class="flex flex-wrap items-center gap-x-4">
    <CheckBox
      small
      label="for every {item.kind} on the {list.role}"
      checked={alike}
      set={(on) => (alike = on)}
    />
    {#if item.colour}
      <button class="btn btn-xs" onclick={slipped}>It slipped: once more, in another colour</button>
    {/if}
    <button class="btn btn-xs btn-ghost" onclick={close}>Close</button>
  </div>
</section>

<style>
  .picker {
    margin: 0.3rem 0 0.5rem;
    padding: 0.4rem 0.7rem 0.5rem;
    border-left: 3px solid var(--thread);
    background: var(--color-base-200);
  }
  li {
    display: flex;
    gap: 0.8rem;
    align-items: start;
    padding: 0.25rem 0;
    border-bottom: 1px solid var(--color-base-300);
  }
  .tag-word {
    margin: 0 0.5rem;
    padding: 0 0.4rem;
    border: 1px solid var(--color-base-300);
    border-radius: 3px;
    font-size: 0.85em;
  }
  .name {
    font-weight: 680;
  }
  .unfit .name {
    text-decoration: line-through;
    text-decoration-thickness: 1px;
  }
  .against {
    font-size: 0.92em;
    border-left: 3px dashed var(--doubt);
    padding-left: 0.5rem;
  }
</style>
