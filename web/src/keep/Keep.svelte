<script lang="ts">
  import TextField from '../parts/TextField.svelte';
  import { GET } from '../api/client';
  import type { Inputs, KeepStage } from '../api/types';
  import { StageData, theMaking } from '../making/making.svelte';
  import StageLayout from '../making/StageLayout.svelte';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import Thumbnail from '../parts/Thumbnail.svelte';
  import { complaintOf, type Complaint } from '../parts/problem';

  const making = theMaking();
  const stage = new StageData<KeepStage>(making, () =>
    GET('/api/makings/{making_id}/keep', { params: { path: making.path } }),
  );
  let refused = $state<Complaint | null>(null);
  let typed = $state<{ box?: string; envelope?: string; note?: string }>({});

  const inputs = $derived({ ...making.inputs.keep, ...typed });

  async function save(change: Partial<Inputs['keep']>) {
    refused = null;
    try {
      await making.change('keep', { ...typed, ...change });
      typed = {};
    } catch (problem) {
      refused = complaintOf(problem);
    }
  }
</script>

<StageLayout title="Keep">
  {#snippet board()}
    {#if stage.value}
      {@const { kept } = stage.value}
      <div class="desk">
        <article class="slip" aria-label="Label">
          <div class="grow">
            <h1 class="display text-3xl">{kept.title}</h1>
            <dl>
              {#each kept.lines as line (line.name)}
                <dt>{line.name}</dt>
                <dd>{say(line.text)}</dd>
              {/each}
              {#if inputs.note}<dt>note</dt>
                <dd>{inputs.note}</dd>{/if}
            </dl>
          </div>
          <figure class="drawing">
            <Thumbnail drawing={kept.drawing} label="The pieces of {kept.title}" />
          </figure>
          <p class="place">
            {#if making.inputs.keep.filed}
              Box <strong>{inputs.box}</strong>, envelope <strong>{inputs.envelope}</strong>
            {:else}Not filed yet{/if}
          </p>
        </article>
      </div>
    {/if}
  {/snippet}
  {#snippet panel()}
    {#if stage.value}
      {@const filed = making.inputs.keep.filed}
      <section class="flex flex-col gap-2">
        <h2 class="display text-base">Where it is kept</h2>
        {#each [['box', 'Box'], ['envelope', 'Envelope']] as const as [field, name] (field)}
          <TextField
            label={name}
            most={40}
            error={refused?.field === field ? refused.sentence : ''}
            bind:value={() => inputs[field] ?? '', (text) => (typed = { ...typed, [field]: text })}
            left={() => filed && save({})}
          />
        {/each}
        <TextField
          label="Note"
          lines={4}
          most={2000}
          bind:value={() => inputs.note ?? '', (note) => (typed = { ...typed, note })}
          left={() => save({})}
        />
        {#if refused && !['box', 'envelope'].includes(refused.field)}
          <p class="text-error text-sm" role="alert">{refused.sentence}</p>
        {/if}
        {#if filed}
          {#if stage.value.kept.tick.state === 'look'}
            <p>The label has changed since it was filed. {say(stage.value.kept.tick.why)}</p>
            <button class="btn btn-primary" onclick={() => save({ filed: true })}
              >File the new label</button
            >
          {:else}
            <p>
              Filed. It stands in the <a class="link" href="/register" onclick={route.follow}
                >register</a
              >.
            </p>
          {/if}
          <button class="btn btn-sm" onclick={() => save({ filed: false })}
            >Take it out of the register</button
          >
        {:else}
          <button class="btn btn-primary" onclick={() => save({ filed: true })}>File it</button>
        {/if}
      </section>
      <section>
        <h2 class="display text-base">A copy</h2>
        <p>
          The whole making with its pattern in one file, to keep or to hand on: under
          <strong>Save as</strong>, above.
        </p>
      </section>
    {/if}
  {/snippet}
</StageLayout>

<style>
  .desk {
    height: 100%;
    overflow: auto;
    background: var(--board);
    display: grid;
    place-items: center;
    padding: 1.5rem;
  }
  .slip {
    display: grid;
    grid-template-columns: 1fr 1.15fr;
    gap: 1.4rem;
    width: 100%;
    max-width: 880px;
    min-height: 78%;
    align-content: space-between;
    padding: 1.8rem 2rem;
    background: var(--paper);
    color: var(--ink);
    border: 1px solid var(--paper-edge);
    outline: 2px dashed var(--thread);
    outline-offset: -10px;
  }
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 0.3rem 0.9rem;
    margin-top: 1rem;
  }
  dt {
    color: var(--ink-soft);
  }
  .drawing {
    min-height: 300px;
    max-height: 60vh;
  }
  .place {
    grid-column: 1 / -1;
    font-size: 1.3rem;
    border-top: 1px solid var(--paper-edge);
    padding-top: 0.7rem;
  }
</style>
