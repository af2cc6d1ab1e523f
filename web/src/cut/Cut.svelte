<script lang="ts">
  import { GET } from '../api/client';
  import type { CutStage } from '../api/types';
  import LaidPiece from '../lay/LaidPiece.svelte';
  import LayLetters from '../lay/LayLetters.svelte';
  import ListLayout from '../making/ListLayout.svelte';
  import { StageData, theMaking } from '../making/making.svelte';
  import FindingList from '../parts/FindingList.svelte';
  import { route } from '../parts/route.svelte';
  import { say } from '../parts/session.svelte';
  import TickRow from '../parts/TickRow.svelte';
  import Board from '../table/Board.svelte';
  import ClothDrawing from '../table/ClothDrawing.svelte';

  const making = theMaking();
  const stage = new StageData<CutStage>(making, () =>
    GET('/api/makings/{making_id}/cut', { params: { path: making.path } }),
  );
  let role = $state<string | null>(null);
  let chosen = $state<string | null>(null);

  const lists = $derived(stage.value?.lists ?? []);
  const shown = $derived(lists.find((each) => each.role === role) ?? lists[0]);
  const lay = $derived(stage.value?.lays.find((each) => each.role === shown?.role));
  const done = $derived(
    new Set(shown?.items.filter((item) => item.tick.state === 'done').map((item) => item.item)),
  );
  const laid = $derived(
    (lay?.placed ?? []).flatMap((judged) => {
      const item = lay?.items.find((each) => each.key === judged.placement.item);
      return item ? [{ item, judged }] : [];
    }),
  );
  const numbers = $derived(
    new Map(lay?.placed.map((judged) => [judged.placement.item, judged.numbers])),
  );
  const length = $derived((lay?.used?.value ?? 500) + 60);
</script>

<ListLayout title="Cut">
  {#snippet list()}
    {#if shown && stage.value}
      <div class="join mb-3" role="group" aria-label="Cloth">
        {#each lists as each (each.role)}
          <button
            class={['btn join-item', each.role === shown.role && 'btn-neutral']}
            aria-pressed={each.role === shown.role}
            onclick={() => (role = each.role)}
          >
            {each.role}
            <span class="font-normal"
              >{each.items.filter((item) => item.tick.state === 'done').length} of {each.items
                .length}</span
            >
          </button>
        {/each}
      </div>
      <p><strong>{shown.cloth}</strong></p>
      <FindingList findings={shown.findings} />
      {#if !shown.ready}
        <a class="btn btn-sm my-2" href="/making/{making.id}/lay" onclick={route.follow}
          >Go to Lay</a
        >
      {/if}
      <p>{shown.tool}</p>
      <p>{shown.notches}</p>
      <ol class="my-3">
        {#each shown.items as item, index (item.tick.key)}
          {@const tape = numbers.get(item.item)}
          <TickRow
            tick={item.tick}
            label="{item.title} is cut"
            number={index + 1}
            lit={() => (chosen = item.item)}
            toggle={(on) => making.tick([item.tick.key], on)}
          >
            <p class="flex justify-between gap-3">
              <strong>{item.title}</strong><span>{item.gives}</span>
            </p>
            <p>
              {item.how}
              {#if tape}
                {tape.upper.text === tape.lower.text
                  ? `Both grain ends ${say(tape.upper.text)}`
                  : `Grain ends ${say(tape.upper.text)} and ${say(tape.lower.text)}`} from the {tape.edge},
                upper end
                {say(tape.to_end.text)} from the cut end; {tape.face}, {tape.direction}.
              {/if}
            </p>
          </TickRow>
        {/each}
      </ol>
      <ul class="eyebrow list-disc pl-5">
        {#each stage.value.cautions as caution (caution)}<li>{caution}</li>{/each}
      </ul>
    {/if}
  {/snippet}
  {#snippet board()}
    {#if lay?.cloth}
      {@const one = lay}
      <Board
        bounds={{ x: 0, y: -24, width: length, height: one.width + 48 }}
        label="The lay being cut"
        upward={one.width}
        grid={false}
      >
        {#snippet children(px)}
          <ClothDrawing cloth={one.cloth!} width={one.width} {length} fold={one.fold} {px} />
          {#each laid as { item, judged } (item.key)}
            <LaidPiece
              {item}
              {judged}
              width={one.width}
              {px}
              chosen={chosen === item.key}
              cut={done.has(item.key)}
            />
          {/each}
          <LayLetters {laid} places={stage.value?.names[one.role] ?? {}} width={one.width} {px} />
        {/snippet}
      </Board>
    {/if}
  {/snippet}
</ListLayout>
