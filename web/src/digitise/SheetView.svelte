<script lang="ts">
  // A sheet of paper: its pictures, the points on them whose places are known, and what is traced from it.
  import SidePanel from '../parts/SidePanel.svelte';
  import { sendFile } from '../api/client';
  import type { Point } from '../api/types';
  import Choice from '../parts/Choice.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import LengthField from '../parts/LengthField.svelte';
  import Problem from '../parts/Problem.svelte';
  import { sentenceOf } from '../parts/problem';
  import { route } from '../parts/route.svelte';
  import { here, say } from '../parts/session.svelte';
  import Board from '../table/Board.svelte';
  import { formatLength } from '../parts/length';
  import { once } from '../parts/once';
  import { thePattern } from './pattern.svelte';
  import KnownPoints from './KnownPoints.svelte';
  import Magnifier from './Magnifier.svelte';
  import { Marking } from './marking.svelte';
  import { HOW, RECTANGLES } from './sheets';
  import SheetPictures from './SheetPictures.svelte';
  import { beginning } from './ways';

  let { sheet: id }: { sheet: number } = $props();
  const pattern = thePattern();
  const page = $derived(pattern.now);
  const marking = new Marking(pattern, () => id);
  $effect(() => marking.propose());
  $effect(() => {
    pattern.pending = marking.pending;
    return () => (pattern.pending = null);
  });
  const sheet = $derived(marking.sheet);
  const picture = $derived(marking.picture);
  const shown = $derived(marking.shown);
  const straight = $derived(Boolean(shown?.flat));
  let problem = $state('');
  let sending = $state(false);
  let hover = $state.raw<{ mm: [number, number]; px: [number, number]; touch: boolean } | null>(
    null,
  );
  const rectangle = $derived(
    RECTANGLES.find(({ size }) => size && size[0] === marking.wide && size[1] === marking.high)
      ?.value ?? 'own',
  );

  async function add(event: Event & { currentTarget: HTMLInputElement }) {
    const field = event.currentTarget;
    const file = field.files?.[0];
    field.value = '';
    if (!file) return;
    problem = '';
    sending = true;
    try {
      const kept = await sendFile<{ id: number; width: number; height: number }>(
        `/api/pictures/${page.id}`,
        file,
      );
      await pattern.change({
        do: 'add picture',
        sheet: id,
        picture: kept.id,
        width: kept.width,
        height: kept.height,
      });
      marking.turnTo((sheet?.pictures.length ?? 1) - 1);
    } catch (error) {
      problem = sentenceOf(error);
    }
    sending = false;
  }

  // A picture that is not straight yet is shown 600 wide, whatever its pixels.
  const taken = $derived(
    picture
      ? { x: 0, y: 0, width: 600, height: (600 * picture.height) / picture.width }
      : { x: 0, y: 0, width: 600, height: 420 },
  );
  const scale = $derived(picture ? taken.width / picture.width : 1);
  const said = $derived(
    (picture?.known ?? []).map(({ pixel, mm }) => ({
      pixel,
      words: `${formatLength(mm[0], here.unit)}, ${formatLength(mm[1], here.unit)}`,
    })),
  );
  const tap = ([x, y]: Point) =>
    void (marking.taken ? marking.tapPicture([x / scale, y / scale]) : marking.tapSheet([x, y]));
  let sheetBox = $state.raw({ x: 0, y: 0, width: 600, height: 420 });

  const trace = once(async (traced: 'cutting' | 'stitching') => {
    const done = await pattern.edit({
      do: 'add piece',
      name: '',
      drawn: beginning('sheet', ''),
      sheet: id,
      traced,
      cuts: [],
    });
    if (done) route.go(`/pattern/${page.id}/piece/${pattern.now.pieces.at(-1)!.id}`);
  });
  const traced = $derived(page.facts.sheets.length ? page.pieces : []);
</script>

{#if sheet}
  <div class="flex h-full">
    <section class="relative min-w-0 grow" aria-label="The sheet">
      {#key `${marking.looking}/${marking.at}/${picture ? 1 : 0}`}
        <Board
          bounds={marking.taken ? taken : sheetBox}
          label="Pictures of the sheet"
          onpoint={tap}
          onhover={(place) => (hover = place)}
          grid={false}
          rulers={!marking.taken}
        >
          {#snippet children(px)}
            {#if picture && shown && marking.taken}
              <image
                href={shown.first}
                x="0"
                y="0"
                width={taken.width}
                height={taken.height}
                class="under"
              />
              {#if px * picture.width < 900}
                <image
                  href={shown.whole}
                  x="0"
                  y="0"
                  width={taken.width}
                  height={taken.height}
                  class="under"
                />
              {/if}
              <KnownPoints known={said} pixels={marking.pixels} {scale} {px} />
            {:else if picture}
              <SheetPictures
                {sheet}
                opacity={1}
                upto={marking.sharing ? marking.at : 99}
                sized={(next) => (sheetBox = next)}
              />
            {/if}
          {/snippet}
          {#snippet over()}
            {#if !picture}<p class="tag">Add a photo or a scan of the sheet at the right.</p>
            {:else if marking.taken || marking.sharing}<p class="tag">{marking.ask}</p>{/if}
          {/snippet}
        </Board>
      {/key}
      {#if hover && picture && shown && (marking.taken || marking.sharing)}
        <Magnifier
          at={hover.mm}
          px={hover.px}
          touch={hover.touch}
          half={marking.taken ? 60 * scale : 14}
        >
          {#if marking.taken}
            <image href={shown.whole} x="0" y="0" width={taken.width} height={taken.height} />
          {:else}<SheetPictures {sheet} opacity={1} upto={marking.at} fine />{/if}
        </Magnifier>
      {/if}
    </section>
    <SidePanel wide label="The sheet’s pictures and known points">
      <section>
        <h2 class="display mb-1 text-lg">{sheet.name || `Sheet ${sheet.id}`}</h2>
        <p class="eyebrow">
          Lay the paper flat, weigh its corners, and photograph it from straight above. Something of
          known size must be in the picture.
        </p>
        <div class="mt-2 flex flex-wrap items-center gap-1">
          {#each sheet.pictures as each, index (each.picture)}
            <button
              class={['btn btn-xs', marking.at === index && 'btn-neutral']}
              aria-pressed={marking.at === index}
              onclick={() => marking.turnTo(index)}>Picture {index + 1}</button
            >
          {/each}
          <label class="btn btn-xs btn-primary"
            >{sending ? 'Reading…' : sheet.pictures.length ? 'Add another' : 'Add a picture'}<input
              type="file"
              accept="image/*,.heic,.heif"
              class="sr-only"
              onchange={add}
            /></label
          >
        </div>
        <Problem text={problem} />
      </section>
      {#if picture && shown}
        <section class="flex flex-col gap-2">
          <div class="join" role="group" aria-label="What is shown">
            <button
              class={['btn btn-xs join-item grow', marking.taken && 'btn-neutral']}
              aria-pressed={marking.taken}
              onclick={() => (marking.looking = 'taken')}>as taken</button
            >
            <button
              class={['btn btn-xs join-item grow', !marking.taken && 'btn-neutral']}
              aria-pressed={!marking.taken}
              disabled={!straight}
              onclick={() => (marking.looking = 'sheet')}>straightened</button
            >
          </div>
          <h3 class="font-semibold">What is known in it</h3>
          <Choice
            label="Mark"
            value={marking.how}
            options={marking.at > 0 ? HOW : HOW.slice(0, 3)}
            set={(value) => marking.markBy(value)}
          />
          {#if marking.how === 'rectangle'}
            <Choice
              label="Which rectangle"
              value={rectangle}
              options={RECTANGLES}
              set={(value) => {
                const known = RECTANGLES.find((each) => each.value === value);
                if (known?.size) [marking.wide, marking.high] = known.size;
              }}
            />
            <div class="grid grid-cols-2 gap-2">
              <LengthField
                label="Its width"
                mm={marking.wide}
                set={(mm) => void (marking.wide = mm ?? marking.wide)}
              />
              <LengthField
                label="Its height"
                mm={marking.high}
                set={(mm) => void (marking.high = mm ?? marking.high)}
              />
            </div>
          {:else if marking.how === 'distance'}
            <LengthField
              label="How long it is"
              mm={marking.wide}
              set={(mm) => void (marking.wide = mm ?? marking.wide)}
            />
          {:else if marking.how === 'point'}
            <div class="grid grid-cols-2 gap-2">
              <LengthField
                label="Across"
                mm={marking.x}
                signed
                set={(mm) => void (marking.x = mm ?? 0)}
              />
              <LengthField
                label="Down"
                mm={marking.y}
                signed
                set={(mm) => void (marking.y = mm ?? 0)}
              />
            </div>
          {/if}
          <p class="eyebrow" role="status">{marking.ask}</p>
          {#if picture.known.length || picture.shared.length}
            <p>
              {picture.known.length} known{picture.shared.length
                ? `, ${picture.shared.length} shared`
                : ''}
              <button class="btn btn-xs" onclick={() => marking.anew()}>Mark them anew</button>
            </p>
          {/if}
          <FindingList findings={shown.findings} />
          <button
            class="btn btn-xs self-start"
            onclick={() => pattern.edit({ do: 'remove picture', sheet: id, at: marking.at })}
            >Take this picture away</button
          >
        </section>
        {#if straight}
          <section>
            <h3 class="font-semibold">Trace a piece from it</h3>
            <p class="eyebrow">Which line does the paper show?</p>
            <div class="mt-1 flex flex-wrap gap-1">
              <button class="btn btn-sm btn-primary" onclick={() => trace('cutting')}
                >the cutting line</button
              >
              <button class="btn btn-sm" onclick={() => trace('stitching')}
                >the stitching line</button
              >
            </div>
          </section>
        {/if}
      {/if}
      {#if traced.length}
        <section>
          <h3 class="font-semibold">Pieces of the pattern</h3>
          {#each traced as piece (piece.id)}
            <a class="link mr-3" href="/pattern/{page.id}/piece/{piece.id}" onclick={route.follow}
              >{piece.number} {piece.name || say('without a name')}</a
            >
          {/each}
        </section>
      {/if}
    </SidePanel>
  </div>
{:else}
  <p class="p-8">
    This sheet is not in the pattern any more.
    <a class="link" href="/pattern/{page.id}" onclick={route.follow}>To all pieces</a>
  </p>
{/if}

<style>
  .under {
    pointer-events: none;
  }
</style>
