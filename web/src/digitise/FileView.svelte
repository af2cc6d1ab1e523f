<script lang="ts">
  // A pattern that comes as a file: its pages put together, its sizes and pieces to take.
  import CheckBox from '../parts/CheckBox.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import Problem from '../parts/Problem.svelte';
  import { route } from '../parts/route.svelte';
  import { here, say } from '../parts/session.svelte';
  import SidePanel from '../parts/SidePanel.svelte';
  import FileBoard from './FileBoard.svelte';
  import FilePages from './FilePages.svelte';
  import FilePagesBoard from './FilePagesBoard.svelte';
  import FilePieces from './FilePieces.svelte';
  import FileUnit from './FileUnit.svelte';
  import FileUnused from './FileUnused.svelte';
  import FileSizes from './FileSizes.svelte';
  import { FileOfferState } from './file.svelte';
  import { inRuns } from '../parts/lists';
  import { thePattern } from './pattern.svelte';
  import WayPicture from './WayPicture.svelte';

  const pattern = thePattern();
  const file = FileOfferState.of(pattern);
  const offer = $derived(file.read?.offer ?? null);
  let unused = $state(false);
  let lit = $state<{ piece: number | null; mark?: string }>({ piece: null });
  let over = $state(false);
  let page = $state<number | null>(null);
  const byHand = $derived(offer?.pages.filter(({ strokes }) => strokes?.length) ?? []);

  const LINES = [
    { value: 'stitching', name: 'where it is sewn', why: 'allowances are added outside' },
    { value: 'cutting', name: 'where it is cut', why: 'allowances are in it already' },
  ] as const;
  const count = $derived(file.wanted.length);
  const sizes = $derived(Object.keys(file.sizes).length);
  const plural = (number: number, word: string) => `${number} ${word}${number === 1 ? '' : 's'}`;

  const papers = $derived([
    [here.unit === 'in' ? 'Letter' : 'A4', `PDF, ${here.unit === 'in' ? 'Letter' : 'A4'} pages`],
    ['one sheet', 'PDF, one sheet'],
  ] as const);

  async function take() {
    if (await file.take()) route.go(`/pattern/${pattern.id}`);
  }
  async function scan() {
    const sheet = await file.scan();
    if (sheet) route.go(`/pattern/${pattern.id}/sheet/${sheet}`);
  }
  const chosen = (files: FileList | null | undefined) => {
    const first = files?.[0];
    if (first) void file.choose(first);
  };
</script>

{#snippet chooser(again: boolean)}
  <label class={['btn', again ? 'btn-sm' : 'btn-primary']}>
    {again ? 'Another file' : 'Choose the file'}
    <input
      type="file"
      class="sr-only"
      accept={pattern.choices?.drawings.join(',')}
      disabled={!!file.busy}
      onchange={(event) => {
        chosen(event.currentTarget.files);
        event.currentTarget.value = '';
      }}
    />
  </label>
{/snippet}

{#if offer}
  <div class="flex h-full">
    <section class="min-w-0 grow" aria-label="The sheet of the file">
      {#if file.places}<FilePagesBoard {offer} {file} bind:chosen={page} />
      {:else}<FileBoard {offer} {file} {unused} {lit} />{/if}
    </section>
    <SidePanel wide label="What was found in the file">
      <section>
        <h2 class="display text-lg break-words">{file.name}</h2>
        <p>{say(offer.told)}</p>
        {#if offer.findings.length}<div class="mt-2">
            <FindingList findings={offer.findings} />
          </div>{/if}
        <div class="mt-2">{@render chooser(true)}</div>
      </section>
      {#if file.places}<FilePages {file} chosen={page} />{:else}
        {#if byHand.length}
          <section>
            <button class="btn btn-sm" onclick={() => file.placeByHand()}
              >Put {byHand.length === 1 ? `page ${byHand[0]!.number}` : `${byHand.length} pages`} in place
              by hand</button
            >
          </section>
        {/if}
        {#if offer.units.length}<FileUnit units={offer.units} {file} />{/if}
        <FileSizes sizes={offer.sizes} {file} />
        <section>
          <h3 class="font-semibold">The lines show</h3>
          <div class="lines" role="radiogroup" aria-label="What the lines show">
            {#each LINES as line (line.value)}
              <label class={['line', file.traced === line.value && 'on']}>
                <input
                  type="radio"
                  class="sr-only"
                  name="traced"
                  checked={file.traced === line.value}
                  onchange={() => (file.traced = line.value)}
                />
                <svg viewBox="0 0 100 56" aria-hidden="true">
                  {#if line.value === 'stitching'}
                    <path d="M12 8H84L92 50H6Z" class="ghost" />
                    <path d="M20 14H77L83 44H15Z" class="drawn" />
                  {:else}
                    <path d="M12 8H84L92 50H6Z" class="drawn" />
                    <path d="M20 14H77L83 44H15Z" class="ghost" />
                  {/if}
                </svg>
                <strong>{line.name}</strong>
                <span class="eyebrow">{line.why}</span>
              </label>
            {/each}
          </div>
        </section>
        <FilePieces {offer} {file} light={(piece, mark) => (lit = { piece, mark })} />
        {#if file.pages.length}
          <section>
            <h3 class="font-semibold">On paper</h3>
            <p>
              {plural(file.pages.length, 'page')} of {offer.pages.length} show what is chosen:
              <strong>{inRuns(file.pages)}</strong>
            </p>
            <p class="eyebrow">
              How they are taped together stands under Pick, once they are taken.
            </p>
            <p class="mt-2">
              Or {sizes === 1 ? 'this size alone' : 'these sizes alone'}, drawn anew at full size:
            </p>
            <div class="mt-1 flex flex-wrap gap-2">
              {#each papers as [paper, name] (paper)}
                <button
                  class="btn btn-sm"
                  disabled={!count || !!file.busy}
                  onclick={() => file.save(paper)}>{name}</button
                >
              {/each}
            </div>
          </section>
        {/if}
        <FileUnused {offer} bind:shown={unused} />
        <section class="take">
          <CheckBox
            label="keep the file’s drawing under the board"
            checked={file.under}
            set={(on) => (file.under = on)}
          />
          <Problem text={file.problem} />
          <button
            class="btn btn-primary w-full"
            disabled={!count || !file.traced || !!file.busy}
            onclick={take}
            >{file.busy || `Take ${plural(count, 'piece')} in ${plural(sizes, 'size')}`}</button
          >
          {#if file.reading}<button class="btn btn-sm mt-1 w-full" onclick={() => file.stop()}
              >Stop reading</button
            >{/if}
          {#if !file.traced}<p class="eyebrow mt-1">Say first what the lines show.</p>{/if}
        </section>
      {/if}
    </SidePanel>
  </div>
{:else}
  <div
    class={['empty', over && 'over']}
    role="group"
    aria-label="A file with a pattern"
    ondragover={(event) => {
      event.preventDefault();
      over = true;
    }}
    ondragleave={() => (over = false)}
    ondrop={(event) => {
      event.preventDefault();
      over = false;
      chosen(event.dataTransfer?.files);
    }}
  >
    <div class="picture"><WayPicture way="file" /></div>
    <h1 class="display text-2xl">A pattern that comes as a file</h1>
    <p class="max-w-xl">
      Drop a PDF here, or a drawing (SVG, DXF), or choose one. Its pages are put together on the
      screen instead of the floor, the sizes told apart, the pieces found. You look at it all before
      anything is taken, and the file itself stays with you.
    </p>
    {#if file.busy}
      <p role="status"><span class="loading loading-dots"></span> {file.busy}</p>
      {#if file.reading}<button class="btn" onclick={() => file.stop()}>Stop</button>{/if}
    {:else}
      {@render chooser(false)}
      <button class="link" onclick={() => file.tryOut()}
        >No file at hand? Try it with the tower apron.</button
      >
    {/if}
    <Problem text={file.problem} />
    {#if file.scanned && !file.busy}
      <button class="btn btn-primary" onclick={scan}>Put its pages under the board</button>
    {/if}
    <a class="link" href="/pattern/{pattern.id}" onclick={route.follow}>Back to the pieces</a>
  </div>
{/if}

<style>
  .empty {
    height: 100%;
    display: flex;
    flex-direction: column;
    align-items: center;
    justify-content: center;
    gap: 1rem;
    padding: 2rem;
    text-align: center;
    background: var(--board);
  }
  .picture {
    width: 260px;
  }
  .over {
    outline: 3px dashed var(--thread);
    outline-offset: -14px;
  }
  .lines {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.5rem;
    margin-top: 0.3rem;
  }
  .line {
    display: flex;
    flex-direction: column;
    padding: 0.4rem 0.55rem;
    border: 1px solid var(--color-base-300);
    line-height: 1.25;
    cursor: pointer;
  }
  .line.on {
    border-color: var(--thread);
    box-shadow: inset 0 0 0 1px var(--thread);
  }
  .line:focus-within {
    outline: 2px solid var(--thread);
    outline-offset: 2px;
  }
  .drawn {
    fill: none;
    stroke: var(--ink);
    stroke-width: 2.2;
  }
  .ghost {
    fill: none;
    stroke: var(--ghost);
    stroke-width: 1.4;
    stroke-dasharray: 4 3;
  }
  .take {
    position: sticky;
    bottom: -1.2rem;
    margin: 0 -0.9rem -1.2rem;
    padding: 0.7rem 0.9rem;
    background: var(--color-base-100);
    border-top: 1px solid var(--color-base-300);
  }
</style>
