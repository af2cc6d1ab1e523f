<script lang="ts">
  // A printer that errs as you tell it to: print the first page, measure its square, mend the setting.
  import TextField from '../parts/TextField.svelte';
  import { data, POST } from '../api/client';
  import { drawn } from '../api/drawn';
  import type { Printing } from './printing.svelte';
  import { sentenceOf } from '../parts/problem';

  let { printing, numbers }: { printing: Printing; numbers: readonly number[] } = $props();
  let scale = $state('97');
  let skew = $state('0.4');
  let rim = $state('5');
  let setting = $state('100');
  let width = $state('');
  let height = $state('');
  let said = $state('');
  let next = $state<number | null>(null);
  let failed = $state('');
  let busy = $state(false);

  const number = (text: string, otherwise: number) => {
    const value = Number(text.replace(',', '.').replace('%', '').trim());
    return Number.isFinite(value) && text.trim() ? value : otherwise;
  };
  const feed = () => ({
    scale_x: number(scale, 100) / 100,
    scale_y: number(scale, 100) / 100,
    rim: number(rim, 5),
    skew: number(skew, 0),
    setting: number(setting, 100),
  });
  async function print() {
    said = failed = '';
    next = null;
    const address = printing.address('printer.png', numbers, { ...feed(), sheet: 0 });
    busy = true;
    try {
      await drawn(address);
      printing.sheet = address;
    } catch (problem) {
      failed = sentenceOf(problem);
    } finally {
      busy = false;
    }
  }
  async function check() {
    failed = '';
    try {
      const verdict = await data(
        POST('/api/measure/print', {
          body: {
            nominal: 100,
            width: number(width, 0),
            height: number(height, 0),
            setting: number(setting, 100),
          },
        }),
      );
      said = `${verdict.verdict} ${verdict.state === 'true' ? '' : verdict.because}`;
      next = verdict.new_setting?.value ?? null;
    } catch (problem) {
      failed = sentenceOf(problem);
    }
  }
</script>

<section class="standin">
  <h2 class="display mb-1 text-base">Try the printer</h2>
  <p class="eyebrow mb-1">A stand-in, to see how an error shows before real paper is used.</p>
  <div class="grid grid-cols-3 gap-2">
    <TextField label="prints at (%)" bind:value={scale} />
    <TextField label="askew (°)" bind:value={skew} />
    <TextField label="rim (mm)" bind:value={rim} />
  </div>
  <div class="mt-1 flex items-end gap-2">
    <TextField label="print setting (%)" wide="grow" bind:value={setting} />
    <button class="btn btn-sm" disabled={busy} onclick={print}
      >{busy ? 'Printing…' : 'Print the first page'}</button
    >
  </div>
  {#if printing.sheet}
    <p class="eyebrow mt-1">
      The sheet lies on the board.
      <a
        class="link"
        href={printing.address('printer.pdf', numbers, feed())}
        target="_blank"
        rel="noopener">All its sheets as PDF</a
      >
    </p>
    <button class="btn btn-xs mt-1" onclick={() => (printing.sheet = '')}>Back to the pages</button>
    <p class="eyebrow mt-1">Measure the square of 10 cm, in millimetres:</p>
    <div class="flex items-end gap-2">
      <TextField label="Width of the square, mm" hidden wide="w-16" bind:value={width} />
      ×
      <TextField label="Height of the square, mm" hidden wide="w-16" bind:value={height} />
      <button class="btn btn-sm" onclick={check}>Check</button>
    </div>
    {#if said}<p class="mt-1" role="status">{said}</p>{/if}
    {#if next !== null}
      <button
        class="btn btn-xs mt-1"
        onclick={() => {
          setting = String(next);
          print();
        }}>Set {next} % and print again</button
      >
    {/if}
  {/if}
  {#if failed}<p class="text-error mt-1" role="alert">{failed}</p>{/if}
</section>
