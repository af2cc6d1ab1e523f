<script lang="ts">
  // The shopping list of a making: ticked in the shop, printed, copied as text.
  import { data, GET } from '../api/client';
  import type { Role, Schemas } from '../api/types';
  import { StageData, theMaking } from '../making/making.svelte';
  import FigureLine from '../parts/FigureLine.svelte';
  import CheckBox from '../parts/CheckBox.svelte';
  import { toggled } from '../parts/lists';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import { Seek, type Variant } from './seek.svelte';

  const making = theMaking();
  const load = () => GET('/api/makings/{making_id}/shopping', { params: { path: making.path } });
  const stage = new StageData<Schemas['Shopping']>(making, load);
  const seek = new Seek(making);
  let searching = $state<Role | null>(null);
  let copied = $state(false);

  const TITLES = { cloth: 'Cloth', notion: 'To sew on', tool: 'To work with' };
  const lines = $derived(stage.value?.list.lines ?? []);
  const bought = $derived(stage.value?.bought ?? []);
  const tick = (key: string) =>
    making.edit('/api/makings/{making_id}/shopping', (now) => ({
      bought: toggled(now.bought, key),
    }));
  async function search(role: Role, variants: Variant[]) {
    searching = role;
    try {
      await seek.look(role, { seconds: 3 * variants.length, variants }, () => undefined);
      stage.value = await data(load());
    } catch (problem) {
      making.complain(problem);
    } finally {
      searching = null;
    }
  }
  async function copy() {
    await navigator.clipboard.writeText(stage.value!.text);
    copied = true;
  }
</script>

<div class="scroll">
  <article class="sheet">
    <header class="flex flex-wrap items-center gap-2">
      <h1 class="display grow text-2xl">To buy</h1>
      <a class="btn btn-sm no-print" href="/making/{making.id}/cloth" onclick={route.follow}
        >Back to the cloths</a
      >
      <button class="btn btn-sm no-print" onclick={copy}
        >{copied ? 'Copied' : 'Copy as text'}</button
      >
      <button class="btn btn-sm no-print" onclick={() => print()}>Print</button>
    </header>
    {#each ['cloth', 'notion', 'tool'] as const as kind (kind)}
      {@const mine = lines.filter((line) => line.kind === kind)}
      {#if mine.length}
        <h2 class="display mt-4 text-lg">{TITLES[kind]}</h2>
        <ul>
          {#each mine as line (line.key)}
            <li class={[(bought.includes(line.key) || line.enough) && 'done']}>
              <div class="flex items-baseline gap-3">
                <div class="grow">
                  <CheckBox
                    label={line.times > 1 ? `${line.times} × ${say(line.what)}` : say(line.what)}
                    checked={bought.includes(line.key) || line.enough}
                    disabled={line.enough}
                    set={() => tick(line.key)}
                  />
                </div>
                {#if line.amount}
                  <div class="w-44 shrink-0">
                    <FigureLine figure={line.amount} name={line.sure ? 'to buy' : 'at least'} />
                    {#if line.price}<FigureLine figure={line.price} />{/if}
                  </div>
                {/if}
              </div>
              <p class="eyebrow pl-8">
                {line.enough ? 'What you own is enough.' : line.because}
                {#if line.after && !line.enough}After washing {say(line.after.text)}.{/if}
                {#if line.owned && !line.enough}You own {say(line.owned.text)}.{/if}
              </p>
              {#if line.widths.length}
                <table class="ml-8">
                  <thead>
                    <tr><th>wide</th><th>buy</th><th>after washing</th><th>price</th></tr>
                  </thead>
                  <tbody>
                    {#each line.widths as each (each.width)}
                      <tr>
                        <td>{say(`[[${each.width}]]`)}</td>
                        <td><strong>{say(each.buy.text)}</strong></td>
                        <td>{say(each.takes.text)}</td>
                        <td>{each.price?.text ?? ''}</td>
                      </tr>
                    {/each}
                  </tbody>
                </table>
              {:else if line.role && line.ask.length}
                {@const role = line.role}
                <button
                  class="btn btn-xs no-print ml-8"
                  disabled={searching !== null}
                  onclick={() => search(role, line.ask)}
                  >{searching === role
                    ? `Searching: ${seek.standing}`
                    : 'What in other widths?'}</button
                >
              {/if}
            </li>
          {/each}
        </ul>
      {/if}
    {/each}
  </article>
</div>

<style>
  .scroll {
    height: 100%;
    overflow-y: auto;
    padding: 1.2rem;
    background: var(--board);
  }
  .sheet {
    max-width: 46rem;
    margin: 0 auto;
    padding: 1.2rem 1.5rem 1.6rem;
  }
  li {
    padding: 0.25rem 0;
    border-bottom: 1px solid var(--color-base-300);
  }
  .done :global(label) {
    text-decoration: line-through;
  }
  th,
  td {
    padding-right: 1.4rem;
    text-align: left;
  }
  th {
    font-weight: 400;
    color: var(--ink-soft);
  }
  @media print {
    .no-print {
      display: none;
    }
    .scroll {
      overflow: visible;
      padding: 0;
      background: none;
    }
  }
</style>
