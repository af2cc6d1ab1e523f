<script lang="ts">
  // The tray: pieces that still wait to be laid, with how many of each. They are dragged onto the cloth, or
  // put behind the others by a press.
  import type { LayItem } from '../api/types';
  import { boxOf, pathData } from '../table/draw';
  import { theLay } from './lay.svelte';

  let { placeOf }: { placeOf: (x: number, y: number) => [number, number] | null } = $props();
  const table = theLay();
  /** One card for pieces that are alike, with the keys of all that wait. */
  const waiting = $derived.by(() => {
    const cards: { item: LayItem; keys: string[] }[] = [];
    for (const key of table.lay?.missing ?? []) {
      const item = table.itemOf(key);
      if (!item) continue;
      const card = cards.find((each) => each.item.piece === item.piece);
      if (card) card.keys.push(key);
      else cards.push({ item, keys: [key] });
    }
    return cards;
  });
  let dragged = $state.raw<{ key: string; x: number; y: number; moved: boolean } | null>(null);

  function down(event: PointerEvent, key: string) {
    if (event.button !== 0) return;
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    dragged = { key, x: event.clientX, y: event.clientY, moved: false };
  }
  function move(event: PointerEvent) {
    if (!dragged) return;
    const far = Math.hypot(event.clientX - dragged.x, event.clientY - dragged.y);
    if (!dragged.moved && far < 6) return;
    dragged = { ...dragged, x: event.clientX, y: event.clientY, moved: true };
  }
  async function up() {
    const last = dragged;
    dragged = null;
    if (!last?.moved) return;
    const at = placeOf(last.x, last.y);
    if (at) await table.putOn(last.key, at);
  }
</script>

<div class="tray" role="group" aria-label="Still to lay">
  {#each waiting as { item, keys } (item.key)}
    {@const box = boxOf([item.cutting])}
    <button
      class={[dragged?.key === keys[0] && dragged?.moved && 'away']}
      onclick={(event) => {
        // A drag has put it down already; a press by key or finger puts it behind the others.
        if (event.detail === 0 || !dragged) void table.putOn(keys[0]!);
      }}
      onpointerdown={(event) => down(event, keys[0]!)}
      onpointermove={move}
      onpointerup={up}
      onpointercancel={() => (dragged = null)}
      title="Drag it onto the cloth"
    >
      <svg
        viewBox="{box.y - 6} {-box.x - box.width - 6} {box.height + 12} {box.width + 12}"
        aria-hidden="true"
      >
        <path d={pathData(item.cutting, true)} transform="matrix(0 -1 1 0 0 0)" class="paper" />
      </svg>
      <span>{item.piece} {item.name}</span>
      <strong>{keys.length > 1 ? `× ${keys.length}` : ''}</strong>
    </button>
  {/each}
</div>
{#if dragged?.moved}
  {@const item = table.itemOf(dragged.key)}
  <p class="carried tag" style:left="{dragged.x + 12}px" style:top="{dragged.y + 8}px">
    {item?.piece}
    {item?.name}
  </p>
{/if}

<style>
  .tray {
    display: flex;
    flex: none;
    gap: 0.4rem;
    overflow-x: auto;
    padding: 0.4rem 0.6rem;
    background: var(--color-base-200);
    border-top: 1px solid var(--color-base-300);
  }
  button {
    display: flex;
    flex: none;
    gap: 0.5rem;
    align-items: center;
    max-width: 15rem;
    padding: 0.2rem 0.6rem;
    border: 1px solid var(--color-base-300);
    border-radius: 4px;
    background: var(--color-base-100);
    cursor: grab;
    touch-action: none;
    text-align: left;
  }
  .away {
    opacity: 0.4;
  }
  svg {
    width: 64px;
    height: 38px;
  }
  .paper {
    fill: var(--paper);
    stroke: var(--cutting);
    stroke-width: 1.2;
    vector-effect: non-scaling-stroke;
  }
  .carried {
    position: fixed;
    z-index: 30;
    pointer-events: none;
  }
</style>
