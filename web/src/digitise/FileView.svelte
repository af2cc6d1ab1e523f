<script lang="ts">
  // A pattern that comes as a file: its pages put together, its sizes and pieces to take.
  import CheckBox from '../parts/CheckBox.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import Problem from '../parts/Problem.svelte';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import SidePanel from '../parts/SidePanel.svelte';
  import FileBoard from './FileBoard.svelte';
  import FileLines from './FileLines.svelte';
  import FilePages from './FilePages.svelte';
  import FilePagesBoard from './FilePagesBoard.svelte';
  import FilePaper from './FilePaper.svelte';
  import FilePieces from './FilePieces.svelte';
  import FileUnit from './FileUnit.svelte';
  import FileUnused from './FileUnused.svelte';
  import FileSizes from './FileSizes.svelte';
  import { FileOfferState } from './file.svelte';
  import { plural } from '../parts/lists';
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

  const count = $derived(file.wanted.length);
  const sizes = $derived(Object.keys(file.sizes).length);

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
        <FileLines {file} />
        <FilePieces {offer} {file} light={(piece, mark) => (lit = { piece, mark })} />
        <FilePaper {offer} {file} />
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
  .take {
    position: sticky;
    bottom: -1.2rem;
    margin: 0 -0.9rem -1.2rem;
    padding: 0.7rem 0.9rem;
    background: var(--color-base-100);
    border-top: 1px solid var(--color-base-300);
  }
</style>
