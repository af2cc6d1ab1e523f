<script lang="ts">
  // Each cloth once, with everybody who is cut from it, held against what there is.
  import type { Group } from '../api/types';
  import { say } from '../parts/session.svelte';

  let { cloths }: { cloths: Group['shared'] } = $props();
  const worked = (figure: { working?: readonly string[] } | null | undefined) =>
    figure?.working?.map(say).join('; ');
</script>

<h3 class="display mt-4 text-lg">Cloth by cloth</h3>
<table class="sums">
  <thead class="eyebrow">
    <tr>
      <th>cloth</th>
      <th>for</th>
      <th class="num">takes, washed</th>
      <th class="num">owned, washed</th>
      <th class="num">short</th>
      <th class="num">to buy</th>
    </tr>
  </thead>
  <tbody>
    {#each cloths as each (each.key)}
      <tr>
        <td>
          {each.cloth || 'no cloth chosen yet'}
          <span class="eyebrow block">{each.roles.join(', ')}</span>
        </td>
        <td>{each.whose.join(', ')}</td>
        <td class="num" title={worked(each.takes)}>
          {say(`[[${each.takes.value}]]`)}
          {#if each.sure}<span class="eyebrow block" title={worked(each.least)}
              >{say(each.sure)}</span
            >{/if}
        </td>
        <td class="num">{each.owned ? say(each.owned.text) : '–'}</td>
        <td class="num" title={worked(each.short)}>{each.short ? say(each.short.text) : '–'}</td>
        <td class="num" title={worked(each.buy)}>
          <strong>{say(each.buy.text)}</strong>
          {#if each.open && each.buy.value}<span class="eyebrow block">at the least</span>{/if}
        </td>
      </tr>
      {#if each.because}
        <tr><td colspan="6" class="because">{say(each.because)}</td></tr>
      {/if}
    {/each}
  </tbody>
</table>

<style>
  .because {
    color: var(--ink-soft);
    padding-top: 0;
  }
  td:first-child {
    min-width: 9rem;
  }
  td:last-child {
    min-width: 6rem;
  }
</style>
