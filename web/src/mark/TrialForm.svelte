<script lang="ts">
  // One way tried on a scrap: how it came out, a note, a picture.
  import TextField from '../parts/TextField.svelte';
  import { sendFile } from '../api/client';
  import type { MarkStage, Role, ScrapTest } from '../api/types';
  import { theMaking } from '../making/making.svelte';
  import Problem from '../parts/Problem.svelte';
  import { sentenceOf } from '../parts/problem';

  let {
    stage,
    role,
    code,
    words,
    large = false,
    kept,
  }: {
    stage: MarkStage;
    role: Role;
    code: string;
    words: string;
    large?: boolean;
    kept?: () => void;
  } = $props();
  const making = theMaking();
  let note = $state('');
  let picture = $state<number | null>(null);
  let sending = $state(false);
  let problem = $state('');

  async function send(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    event.currentTarget.value = '';
    if (!file) return;
    sending = true;
    problem = '';
    try {
      const taken = await sendFile<{ id: number }>(`/api/pictures/makings/${making.id}`, file);
      picture = taken.id;
    } catch (error) {
      problem = sentenceOf(error);
    } finally {
      sending = false;
    }
  }
  async function keep(came: ScrapTest['came']) {
    const cloth = making.inputs.cloth.cloths?.[role]?.name ?? '';
    const test = { role, cloth, way: code, came, note, picture };
    try {
      await making.change('mark', ({ tests: now = [] }) => ({
        tests: [
          ...now.filter((each) => each.role !== role || each.way !== code || each.cloth !== cloth),
          test,
        ],
      }));
      note = '';
      picture = null;
      kept?.();
    } catch (error) {
      problem = sentenceOf(error);
    }
  }
</script>

<div class={['form', large && 'large']}>
  <p><strong>{words}</strong>: mark a scrap, press it, rub it, look at its right side.</p>
  <div class="flex flex-wrap gap-1.5" role="group" aria-label="How it came out">
    {#each Object.entries(stage.choices.came) as [came, said] (came)}
      <button
        class={['btn', large ? 'btn-md' : 'btn-sm']}
        onclick={() => keep(came as ScrapTest['came'])}>{said}</button
      >
    {/each}
  </div>
  <div class="flex flex-wrap items-center gap-2">
    <TextField
      label="Note"
      hidden
      wide="min-w-40 grow"
      placeholder="a note, if there is one"
      most={400}
      bind:value={note}
    />
    <label class="btn btn-sm"
      >{sending ? 'Reading…' : picture ? 'Another picture' : 'Add a picture'}<input
        type="file"
        accept="image/*,.heic,.heif"
        capture="environment"
        class="sr-only"
        onchange={send}
      /></label
    >
    {#if picture}<img src="/api/pictures/{picture}/first" alt="The scrap" />{/if}
  </div>
  <Problem small text={problem} />
</div>

<style>
  .form {
    display: flex;
    flex-direction: column;
    gap: 0.4rem;
    padding: 0.5rem 0;
    border-bottom: 1px solid var(--color-base-300);
  }
  .large {
    font-size: 1.25rem;
  }
  .large .btn {
    min-height: 48px;
    font-size: 1.1rem;
  }
  img {
    width: 60px;
    height: 46px;
    object-fit: cover;
  }
</style>
