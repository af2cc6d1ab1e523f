<script lang="ts">
  // A small drawing of each part lying flat, with the tape where the next measure is taken.
  let { part, measure }: { part: string; measure: string } = $props();

  const BODY = {
    outline: 'M60 34Q100 62 140 34L178 48Q160 70 184 92L180 178Q100 186 20 178L16 92Q40 70 22 48Z',
    tapes: {
      'half neck width': 'M100 34H140',
      'neck depth': 'M100 34V51',
      shoulder: 'M140 34L178 48',
      'shoulder drop': 'M184 34V48',
      'half across': 'M100 70H168',
      'underarm drop': 'M178 48V92',
      'half width': 'M100 92H184',
      side: 'M184 92L180 178',
      'half hem': 'M100 184L180 178',
      centre: 'M100 51V184',
    } as Record<string, string>,
  };
  const TROUSERS = {
    outline: 'M52 20H148L170 184H116L101 84L84 184H30Z',
    tapes: {
      'half waist': 'M100 20H148',
      'crotch drop': 'M158 20V84',
      'half hip': 'M100 52H152',
      thigh: 'M101 84H157',
      knee: 'M108 130H163',
      'leg hem': 'M116 184H170',
      'outside leg': 'M148 20L170 184',
      'inside leg': 'M101 84L116 184',
    } as Record<string, string>,
  };
  const DRAWN: Record<string, { outline: string; tapes: Record<string, string> }> = {
    'body front': BODY,
    'body back': {
      ...BODY,
      outline: BODY.outline.replace('Q100 62', 'Q100 44'),
      tapes: { ...BODY.tapes, 'neck depth': 'M100 34V40', centre: 'M100 40V184' },
    },
    sleeve: {
      outline: 'M50 40C84 12 128 14 164 62L132 92L116 182H62L50 40Z',
      tapes: {
        length: 'M50 40L62 182',
        'half width': 'M56 92H132',
        'cap height': 'M172 38V92',
        underarm: 'M132 92L116 182',
        'half hem': 'M62 182H116',
      },
    },
    'trouser front': TROUSERS,
    'trouser back': TROUSERS,
    'skirt panel': {
      outline: 'M62 24Q100 32 138 24Q166 70 178 178Q100 188 22 178Q34 70 62 24Z',
      tapes: {
        'half waist': 'M100 29L138 24',
        'waist drop': 'M100 24V30',
        'hip drop': 'M172 24V82',
        'half hip': 'M100 82H163',
        'half hem': 'M100 184L178 178',
        side: 'M138 24Q166 70 178 178',
        centre: 'M100 30V184',
      },
    },
    collar: {
      outline: 'M20 84Q100 58 180 84L192 130Q100 108 8 130Z',
      tapes: {
        'half neck edge': 'M100 118Q150 120 192 130',
        depth: 'M100 71V118',
        'front edge': 'M180 84L192 130',
        'half outer edge': 'M100 71Q140 72 180 84',
        rise: 'M198 118V130',
      },
    },
    yoke: {
      outline: 'M64 52Q100 70 136 52L184 72L188 128Q100 134 12 128L16 72Z',
      tapes: {
        'half neck width': 'M100 52H136',
        'neck depth': 'M100 52V61',
        shoulder: 'M136 52L184 72',
        'shoulder drop': 'M190 52V72',
        'armhole edge': 'M184 72L188 128',
        'half width': 'M100 131L188 128',
        centre: 'M100 61V131',
      },
    },
    band: {
      outline: 'M12 84H188V122H12Z',
      tapes: { 'half length': 'M100 103H188', depth: 'M60 84V122' },
    },
  };
  const drawn = $derived(DRAWN[part]);
  const tape = $derived(drawn?.tapes[measure] ?? '');
</script>

{#if drawn}
  <svg
    viewBox="0 0 204 200"
    class="garment"
    role="img"
    aria-label="Where to measure: {measure || part}"
  >
    <path d={drawn.outline} class="cloth" />
    {#each Object.values(drawn.tapes) as each, index (index)}<path d={each} class="faint" />{/each}
    {#if tape}<path d={tape} class="tape" /><path d={tape} class="tape dashes" />{/if}
  </svg>
{/if}

<style>
  .garment {
    width: 100%;
    max-height: 13rem;
    background: color-mix(in oklab, var(--board) 45%, var(--color-base-200));
  }
  .cloth {
    fill: var(--paper);
    stroke: var(--stitch);
    stroke-width: 1.6;
  }
  .faint {
    fill: none;
    stroke: var(--ghost);
    stroke-width: 0.8;
    stroke-dasharray: 2 3;
  }
  .tape {
    fill: none;
    stroke: var(--color-secondary);
    stroke-width: 6;
    stroke-linecap: square;
  }
  .dashes {
    stroke: var(--thread);
    stroke-width: 1.6;
    stroke-dasharray: 4 3;
    stroke-linecap: butt;
  }
</style>
