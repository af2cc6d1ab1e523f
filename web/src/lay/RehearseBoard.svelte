<script lang="ts">
  // Rehearsal: the lay is cut and the cloth unfolded; then what lies there is set out in rows and counted.
  import { data, GET } from '../api/client';
  import type { Schemas } from '../api/types';
  import { theLay } from './lay.svelte';

  let { seen = $bindable() }: { seen: Schemas['Rehearsal'] | null } = $props();
  const table = theLay();
  const lay = $derived(table.lay!);
  /** 0: as it lies; 1: cut and unfolded; 2: set out. */
  let step = $state(0);
  const LETTER = 17; // how wide one of a name is drawn (mm)
  const HANDS = ['left', 'right', 'whole', 'one', 'half', 'spare'] as const;
  const SAID: Partial<Record<Schemas['CutPiece']['hand'], string>> = {
    one: 'as drawn',
    spare: 'left over',
  };

  $effect(() => {
    const role = lay.role;
    const path = { ...table.making.path, role };
    void table.making.at; // again whenever the making has changed
    seen = null;
    step = 0;
    if (!lay.placed.length) return;
    void table.making.attempt(async () => {
      const found = await data(
        GET('/api/makings/{making_id}/lay/rehearsal/{role}', { params: { path } }),
      );
      if (role === lay.role) seen = found;
    });
  });
  /** Pieces beside each other, row by row by their hand, smaller than they lie. */
  const rows = $derived.by(() => {
    if (!seen) return [];
    let y = 0;
    return HANDS.flatMap((hand) => {
      const mine = seen!.pieces.filter((piece) => piece.hand === hand);
      if (!mine.length) return [];
      let [x, high] = [0, 0];
      const set = mine.map((piece) => {
        const xs = piece.outline.map((point) => point[0]);
        const ys = piece.outline.map((point) => point[1]);
        const [x0, y0] = [Math.min(...xs), Math.min(...ys)];
        const at = { piece, dx: x - x0, dy: y - y0 };
        // No name runs into the next one.
        x += Math.max(Math.max(...xs) - x0, LETTER * nameOf(piece).length) + 50;
        high = Math.max(high, Math.max(...ys) - y0);
        return at;
      });
      const row = { hand, set, y, wide: x, high };
      y += high + 130;
      return [row];
    });
  });
  const placeOf = (piece: Schemas['CutPiece']) => {
    for (const row of rows) {
      const found = row.set.find((each) => each.piece === piece);
      if (found) return found;
    }
    return { dx: 0, dy: 0 };
  };
  const box = $derived.by(() => {
    if (!seen) return { width: 100, height: 100 };
    if (step === 0) return { width: Math.max(lay.owned ?? seen.table, 300), height: lay.width };
    if (step === 1) return { width: Math.max(seen.length, 300), height: seen.width };
    return {
      width: Math.max(300, ...rows.map((row) => row.wide)),
      height: rows.reduce((sum, row) => sum + row.high + 130, 0),
    };
  });
  const names = $derived(new Map(lay.items.map((item) => [item.piece, item.name])));
  const nameOf = (piece: Schemas['CutPiece']) => `${piece.piece} ${names.get(piece.piece)}`;
</script>

{#if !lay.placed.length}
  <div class="grid h-full place-items-center" style:background="var(--board)">
    <p class="tag p-4">Nothing lies on the {lay.role} yet.</p>
  </div>
{:else if seen}
  <div class="stage">
    <svg
      viewBox="-30 {step === 2 ? -70 : -30} {box.width + 60} {box.height + 90}"
      role="img"
      aria-label={step === 2 ? 'The cut pieces, set out' : 'The cloth, unfolded'}
    >
      <rect
        width={step === 0 ? seen.table : seen.length}
        height={step === 0 ? lay.width : seen.width}
        fill={lay.cloth?.colour}
        class={['cloth', step === 2 && 'gone']}
      />
      {#if step === 1}
        {#each seen.folds as fold (fold)}
          <path d="M0 {seen.width - fold}H{seen.length}" class="crease" />
        {/each}
      {/if}
      {#each seen.pieces as piece, index (index)}
        {@const to = placeOf(piece)}
        {@const outline = step === 0 ? piece.lying : piece.outline}
        <g
          class={['piece', piece.spoilt && 'spoilt', step === 0 && piece.layer > 0 && 'under']}
          style:transform={step === 2 ? `translate(${to.dx}px, ${to.dy}px)` : 'translate(0px, 0px)'}
        >
          <path
            d="M{outline.map(([x, y]) => `${x} ${step === 2 ? y : box.height - y}`).join('L')}Z"
          />
          {#if step === 2}
            <title>{nameOf(piece)}, {SAID[piece.hand] ?? piece.hand}, top {piece.top}</title>
          {/if}
        </g>
      {/each}
      {#if step === 2}
        {#each rows as row (row.hand)}
          <text x="0" y={row.y - 18} class="row">{row.set.length} {SAID[row.hand] ?? row.hand}</text
          >
          {#each row.set as each (each)}
            {@const xs = each.piece.outline.map((point) => point[0] + each.dx)}
            <text x={Math.min(...xs)} y={row.y + row.high + 34} class="name"
              >{nameOf(each.piece)}</text
            >
          {/each}
        {/each}
      {/if}
    </svg>
    <div class="steps" role="group" aria-label="Rehearsal">
      {#each ['as it lies', 'cut and unfolded', 'set out and counted'] as words, k (k)}
        <button
          class={['btn btn-sm', step === k && 'btn-neutral']}
          aria-pressed={step === k}
          onclick={() => (step = k)}>{words}</button
        >
      {/each}
      <strong role="status">
        {seen.complete
          ? `Ready to cut: ${seen.counted.text}, all sound.`
          : 'Not ready to cut: see what is missing at the right.'}
      </strong>
    </div>
  </div>
{/if}

<style>
  .stage {
    display: flex;
    flex-direction: column;
    height: 100%;
    background: var(--board);
  }
  svg {
    flex: 1;
    min-height: 0;
    width: 100%;
    padding: 0.6rem;
  }
  .cloth,
  .piece {
    transition:
      height 0.5s,
      transform 0.7s,
      opacity 0.4s;
  }
  .gone {
    opacity: 0;
  }
  .under {
    opacity: 0;
  }
  .piece path {
    fill: var(--paper);
    stroke: var(--cutting);
    stroke-width: 1.4;
    vector-effect: non-scaling-stroke;
  }
  .spoilt path {
    fill: color-mix(in oklab, var(--fault) 35%, var(--paper));
    stroke: var(--fault);
    stroke-width: 2.5;
    stroke-dasharray: 6 3;
  }
  .crease {
    stroke: #fff;
    stroke-opacity: 0.8;
    stroke-width: 1.6;
    stroke-dasharray: 8 6;
    vector-effect: non-scaling-stroke;
  }
  .row {
    font-size: 44px;
    font-weight: 650;
    fill: var(--ink);
    text-transform: capitalize;
  }
  .name {
    font-size: 30px;
    fill: var(--ink);
  }
  .steps {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
    align-items: center;
    padding: 0.6rem 1rem;
    background: var(--color-base-200);
    border-top: 1px solid var(--color-base-300);
  }
  @media (prefers-reduced-motion: reduce) {
    .cloth,
    .piece {
      transition: none;
    }
  }
</style>
