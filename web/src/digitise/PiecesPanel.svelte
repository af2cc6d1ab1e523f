<script lang="ts">
  // All pieces: what the pattern can do now, what the next fact opens, what is wrong, and one more piece.
  import type { Finding } from '../api/types';
  import FindingList from '../parts/FindingList.svelte';
  import { once } from '../parts/once';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import AddPiece from './AddPiece.svelte';
  import { thePattern } from './pattern.svelte';
  import { beginning, type Way } from './ways';

  let { light }: { light: (where: Finding['where'] | null) => void } = $props();
  const pattern = thePattern();
  const page = $derived(pattern.now);
  let adding = $state(false);
  const places: Record<string, string> = { seams: '/seams', sizes: '/sizes', facts: '/about' };

  const add = once(async (way: Way, kind: string) => {
    if (way === 'file') return route.go(`/pattern/${page.id}/file`);
    if (way === 'sheet') {
      const known = pattern.now.facts.sheets;
      if (known.length) return route.go(`/pattern/${page.id}/sheet/${known[known.length - 1]!.id}`);
      if (await pattern.edit({ do: 'add sheet', name: '' }))
        route.go(`/pattern/${page.id}/sheet/${pattern.now.facts.sheets.at(-1)!.id}`);
      return;
    }
    const title =
      (way === 'garment' && pattern.choices?.parts.find((part) => part.name === kind)?.title) ||
      (way === 'sum' && pattern.choices?.sums.find((sum) => sum.name === kind)?.title) ||
      '';
    const done = await pattern.edit({
      do: 'add piece',
      name: title,
      drawn: beginning(way, kind),
      sheet: null,
      traced: 'stitching',
      cuts: [],
    });
    if (done) route.go(`/pattern/${page.id}/piece/${pattern.now.pieces.at(-1)!.id}`);
  });
  const where = (piece: string) => page.pieces.find((each) => String(each.number) === piece);
</script>

<section>
  <h2 class="display text-lg">What it can do now</h2>
  <ul class="abilities">
    {#each page.abilities as ability (ability.name)}
      <li class={[ability.can && 'can']}>
        <span class="mark" aria-hidden="true">{ability.can ? '✓' : '○'}</span>
        <p>
          <strong>{ability.name}</strong><span class="sr-only"
            >{ability.can ? ', yes' : ', not yet'}</span
          >
          {#if !ability.can && places[ability.at]}
            <a
              class="said link"
              href="/pattern/{page.id}{places[ability.at]}"
              onclick={route.follow}>{say(ability.sentence)}</a
            >
          {:else}<span class="said">{say(ability.sentence)}</span>{/if}
        </p>
      </li>
    {/each}
  </ul>
</section>
<section>
  <div class="mb-1 flex items-center">
    <h2 class="display grow text-lg">One more piece</h2>
    {#if page.pieces.length}
      <button class="btn btn-xs" aria-expanded={adding} onclick={() => (adding = !adding)}
        >{adding ? 'Not now' : 'Add a piece'}</button
      >
    {/if}
  </div>
  {#if (adding || !page.pieces.length) && pattern.choices}
    <AddPiece choices={pattern.choices} {add} />
  {/if}
  {#each page.facts.sheets as sheet (sheet.id)}
    <p>
      <a class="link" href="/pattern/{page.id}/sheet/{sheet.id}" onclick={route.follow}
        >{sheet.name || `Sheet ${sheet.id}`}</a
      >
      <span class="eyebrow"
        >{sheet.pictures.length} {sheet.pictures.length === 1 ? 'picture' : 'pictures'}</span
      >
    </p>
  {/each}
</section>
<section>
  <h2 class="display mb-1 text-lg">What to look at</h2>
  {#if page.findings.length}
    <FindingList findings={page.findings} point={(finding) => light(finding?.where ?? null)} />
    <p class="eyebrow mt-2">
      {#each [...new Set(page.findings.map((each) => each.where.piece))].filter(Boolean) as number (number)}
        {@const piece = where(number)}
        {#if piece}
          <a class="link mr-2" href="/pattern/{page.id}/piece/{piece.id}" onclick={route.follow}
            >to piece {number}</a
          >
        {/if}
      {/each}
    </p>
  {:else}<p class="eyebrow">Nothing: everything that is there holds together.</p>{/if}
</section>

<style>
  .abilities {
    margin-top: 0.3rem;
  }
  .abilities li {
    display: grid;
    grid-template-columns: 1.5rem 1fr;
    padding: 0.25rem 0;
    color: var(--ink-soft);
  }
  .abilities .can {
    color: inherit;
  }
  .mark {
    color: var(--thread);
    font-weight: 680;
  }
  .said {
    display: block;
    font-size: 0.92em;
  }
</style>
