import { describe, expect, it, vi } from 'vitest';

import SeamTable from '../fit/SeamTable.svelte';
import LaidPiece from '../lay/LaidPiece.svelte';
import LayLetters from '../lay/LayLetters.svelte';
import Thread from '../making/Thread.svelte';
import { eachSignedIn, show } from '../parts/mounting';
import Nested from '../pick/Nested.svelte';
import SizeTable from '../pick/SizeTable.svelte';
import ClothDrawing from './ClothDrawing.svelte';
import PieceDrawing from './PieceDrawing.svelte';

eachSignedIn();

const square = [
  [
    [0, 0],
    [100, 0],
  ],
  [
    [100, 0],
    [100, 200],
  ],
  [
    [100, 200],
    [0, 200],
  ],
  [
    [0, 200],
    [0, 0],
  ],
];
const names = ['top', 'side', 'hem', 'centre back'];
const shape = {
  edges: square.map((curve, index) => ({
    name: names[index],
    kind: index === 3 ? 'fold' : 'seam',
    allowance: index === 3 ? 0 : 15,
    path: [curve],
  })),
  marks: [
    {
      id: 'grain',
      kind: 'grain',
      name: 'grain line',
      points: [
        [50, 40],
        [50, 160],
      ],
    },
    { id: 'n', kind: 'notch', name: 'notch', points: [[100, 90]], count: 2 },
    {
      id: 'd',
      kind: 'double dart',
      name: 'waist dart',
      points: [
        [50, 40],
        [45, 90],
        [50, 150],
        [55, 90],
      ],
    },
    { id: 'o', kind: 'dot', name: 'bust point', points: [[40, 60]] },
    {
      id: 'b',
      kind: 'buttonhole',
      name: 'buttonhole',
      points: [
        [5, 60],
        [20, 60],
      ],
    },
  ].map((mark) => ({ count: 1, edge: '', level: '', views: [], ...mark })),
};

describe('a paper piece', () => {
  const straight = { aside: [0, 0], dash: [6, 2.5], width: 0.3 };
  const ticks = [-2.5, 2.5].map((off) => ({
    points: [
      [97, 90 + off],
      [108, 90 + off],
    ],
    aside: [0, 0],
    dash: [],
    width: 0.5,
  }));
  const disc = { at: [50, 40], form: 'disc', size: 1.2, towards: [0, -1], slim: 0.35 };
  const bar = { at: [5, 60], form: 'bar', size: 3, towards: [1, 0], slim: 0.35 };
  const lines = Object.fromEntries(
    shape.marks.map(({ id, points }) => [
      id,
      { lines: [{ ...straight, points }], tips: [] as object[] },
    ]),
  );
  const marks = {
    ...lines,
    n: { lines: ticks, tips: [] },
    d: { lines: [], tips: [disc] },
    b: { lines: [], tips: [bar] },
  };
  const props = { shape, cutting: square, marks, px: 1 };

  it('draws every mark under its name, the fold apart from the seams', () => {
    const view = show(PieceDrawing, props, 'svg');
    const marks = [...view.querySelectorAll('[data-mark]')].map(
      (each) => each.querySelector('title')?.textContent,
    );
    expect(marks).toEqual(['grain line', 'notch', 'waist dart', 'bust point', 'buttonhole']);
    expect(view.querySelectorAll('.stitching')).toHaveLength(3);
    expect(view.querySelector('.fold title')?.textContent).toBe('centre back: on the fold');
  });

  it('draws two ticks for a double notch, pointing out', () => {
    const view = show(PieceDrawing, props, 'svg');
    const paths = [...view.querySelectorAll('[data-mark=n] path')].map((each) =>
      each.getAttribute('d'),
    );
    expect(paths).toEqual(['M97 87.5L108 87.5', 'M97 92.5L108 92.5']);
  });

  it('shows what stands at an end large enough to be seen, in millimetres where that is larger', () => {
    const seen = (px: number) => show(PieceDrawing, { ...props, px }, 'svg');
    const radius = (view: HTMLElement) =>
      view.querySelector('[data-mark=d] circle')?.getAttribute('r');
    expect([radius(seen(2)), radius(seen(0.1))]).toEqual(['4.8', '1.2']);
    expect(seen(0.1).querySelector('[data-mark=b] path')?.getAttribute('d')).toBe('M5 63L5 57');
  });

  it('writes the label only where there is room to read it', () => {
    const label = {
      at: [50, 100],
      size: 9,
      turned: true,
      lines: ['1 Front', 'allowance [[15]]'],
    };
    const roomy = show(PieceDrawing, { ...props, label }, 'svg');
    expect(roomy.querySelector('.label')?.textContent).toContain('allowance 1.5 cm');
    expect(roomy.querySelector('.label')?.getAttribute('transform')).toContain('rotate(90)');
    const tight = show(PieceDrawing, { ...props, label: { ...label, size: 3 } }, 'svg');
    expect(tight.querySelector('.label')).toBeNull();
  });

  it('shows the outline as it was, when it has changed', () => {
    expect(
      show(PieceDrawing, { ...props, before: square }, 'svg').querySelector('.before'),
    ).not.toBeNull();
  });
});

describe('a finding on a piece', () => {
  const grain = { id: 'g', kind: 'grain', name: 'grain line', points: [[50, 40], [50, 160]], edge: '', count: 1 }; // prettier-ignore
  const shape = {
    edges: names.map((name, k) => ({ name, kind: 'seam', path: [square[k]], allowance: 10 })),
    marks: [grain],
    levels: {},
  };
  const found = (where: Record<string, string>) =>
    show(
      PieceDrawing,
      { shape, cutting: square, marks: { g: { lines: [], tips: [] } }, px: 1, found: where },
      'svg',
    );

  it('is shown at its edge, at its mark, or all round', () => {
    expect(found({ edge: 'hem' }).querySelector('.found')?.getAttribute('d')).toBe(
      'M100 200L0 200',
    );
    const marked = found({ mark: 'grain line' });
    expect(marked.querySelector('.found')).toBeNull();
    expect(marked.querySelector('.lit')).not.toBeNull();
    expect(found({ piece: '1' }).querySelector('.found')?.getAttribute('d')).toContain('Z');
  });
});

describe('a piece on the cloth', () => {
  const item = {
    key: '1.1', piece: 1, copy_number: 1, name: 'Front', hands: 'left', on_fold: false, gives: 1,
    cutting: square, stitching: square, grain: [[50, 40], [50, 160]], fold: null,
  }; // prettier-ignore
  const figure = (value: number) => ({ name: '', value, text: `[[${value}]]`, working: [] });
  // Top towards the cut end, its corner at 30, 20: x' = y + 30, y' = x + 20.
  const judged = {
    placement: { item: '1.1', x: 30, y: 20, turn: 0, over: false },
    matrix: [0, 1, 1, 0, 30, 20],
    box: [30, 20, 230, 120],
    numbers: {
      item: '1.1', edge: 'fold', upper: figure(70), lower: figure(70), to_end: figure(70),
      face: '', direction: '',
    },
    findings: [] as unknown[],
  }; // prettier-ignore

  it('is drawn upwards from the fold', () => {
    const view = show(LaidPiece, { item, judged, width: 500, px: 1 }, 'svg');
    // The cloth counts upwards: screen y = 500 − (x + 20).
    expect(view.querySelector('g g')?.getAttribute('transform')).toBe('matrix(0 -1 1 0 30 480)');
  });

  it('says when it lies face down, and marks a fault by line style too', () => {
    const over = {
      ...judged,
      placement: { ...judged.placement, over: true },
      findings: [{ weight: 'fault' }],
    };
    const view = show(LaidPiece, { item, judged: over, width: 500, px: 1 }, 'svg');
    expect(view.querySelector('.laid')?.classList.contains('fault')).toBe(true);
  });

  const places = {
    '1.1': {
      along: [
        [50, 0],
        [50, 200],
      ],
      across: [
        [0, 100],
        [100, 100],
      ],
      high: 50,
    },
  };
  const laid = [{ item, judged }];

  it('has its name in it, and says there when it lies face down', () => {
    const view = show(LayLetters, { laid, places, width: 500, px: 1 }, 'svg');
    expect(view.querySelector('text')?.textContent).toBe('1 Front left');
    const over = { ...judged, placement: { ...judged.placement, over: true } };
    const down = show(
      LayLetters,
      { laid: [{ item, judged: over }], places, width: 500, px: 1 },
      'svg',
    );
    expect(down.querySelector('text')?.textContent).toBe('1 Front left, face down');
  });

  it('shows its ruler numbers where the tape is laid', () => {
    const props = { laid, places, width: 500, px: 1, chosen: '1.1' };
    const view = show(LayLetters, props, 'svg');
    const lines = [...view.querySelectorAll('path')].map((path) => path.getAttribute('d'));
    // Grain ends at (70, 70) and (190, 70) on the cloth: screen y 430, down to the fold at 500.
    expect(lines).toEqual(['M70 430L70 500', 'M190 430L190 500', 'M70 430L0 430']);
    expect([...view.querySelectorAll('.number')].map((text) => text.textContent)).toEqual([
      '7 cm',
      '7 cm',
      '7 cm',
    ]);
    expect(view.querySelectorAll('.name:not(.number)')).toHaveLength(1);
  });
});

describe('cloth', () => {
  const cloth = {
    name: 'x',
    width: 1400,
    selvedge: 10,
    colour: '#123456',
    traits: ['striped'],
    repeat: {
      along: 0, across: 24, uneven_along: false, uneven_across: false, from_end: 0, from_edge: 18,
    }, // prettier-ignore
    nap: true,
  };

  it('has a fold when folded and a second selvedge when not', () => {
    const folded = show(
      ClothDrawing,
      { cloth, width: 600, length: 900, fold: 'lengthwise', px: 1 },
      'svg',
    );
    expect(folded.querySelectorAll('.fold')).toHaveLength(2);
    expect(folded.querySelectorAll('.selvedge')).toHaveLength(1);
    const single = show(
      ClothDrawing,
      { cloth, width: 600, length: 900, fold: 'single', px: 1 },
      'svg',
    );
    expect(single.querySelectorAll('.fold')).toHaveLength(0);
    expect(single.querySelectorAll('.selvedge')).toHaveLength(2);
  });

  it('shows the nap, and where the owned length ends', () => {
    const view = show(
      ClothDrawing,
      { cloth, width: 600, length: 900, fold: 'single', owned: 700, px: 1 },
      'svg',
    );
    expect(view.querySelectorAll('.nap')).toHaveLength(2);
    expect(view.querySelector('.owned')?.getAttribute('d')).toMatch(/^M700 /);
  });
});

describe('the nest of sizes', () => {
  const nest = {
    number: 1,
    name: 'Front',
    cut: 'main',
    needed: true,
    outlines: { A: square, B: square, C: square },
  };
  const box = { x: 0, y: 0, width: 100, height: 200 };

  it('brings one size forward and gives each other a line style of its own', () => {
    const view = show(
      Nested,
      { nest, sizes: ['A', 'B', 'C'], size: 'B', state: 'needed', box, px: 1 },
      'svg',
    );
    const others = [...view.querySelectorAll('.ghost')];
    expect(others.map((path) => path.querySelector('title')?.textContent)).toEqual([
      'size A',
      'size C',
    ]);
    expect(new Set(others.map((path) => path.getAttribute('stroke-dasharray'))).size).toBe(2);
    expect(view.querySelectorAll('.chosen')).toHaveLength(1);
  });

  it('says when the view does not need the piece', () => {
    const view = show(
      Nested,
      { nest: { ...nest, needed: false }, sizes: ['A'], size: 'A', state: 'left', box, px: 1 },
      'svg',
    );
    expect(view.textContent).toContain('not in this view');
  });
});

describe('the thread', () => {
  const knots = [
    { stage: 'pick', state: 'done', why: 'Size D.' },
    { stage: 'lay', state: 'look', why: 'Length was as drawn, now [[15]].' },
  ];

  it('names the state of each knot in words and says why', () => {
    const view = show(Thread, { knots, stage: 'lay', id: 4 });
    const [pick, lay] = [...view.querySelectorAll('a')];
    expect(pick?.textContent).toContain('done');
    expect(lay?.textContent).toContain('needs another look');
    expect(lay?.title).toBe('needs another look. Length was as drawn, now 1.5 cm.');
    expect(lay?.getAttribute('aria-current')).toBe('page');
    expect(lay?.getAttribute('href')).toBe('/making/4/lay');
  });
});

describe('tables', () => {
  const figure = (text: string) => ({ name: '', value: 0, text, working: [`working of ${text}`] });

  it('counts the seams that do not agree', () => {
    const seam = {
      name: 'side seam', a: figure('[[300]]'), b: figure('[[303]]'), ease: 0,
      difference: figure('[[3]]'), agrees: false, notches: ['side notch'],
    }; // prettier-ignore
    const view = show(SeamTable, { seams: [seam, { ...seam, name: 'hem', agrees: true }] });
    expect(view.textContent).toContain('1 of 2 do not agree.');
    expect(view.textContent).toContain('These meet: side notch.');
  });

  it('sets each measurement against the size, and asks for the height besides', () => {
    const row = {
      measurement: 'bust', leads: true, mine: 915, body: 920, nearest: 'D', off: -5,
      finished: figure('[[1010]]'), room: null,
    }; // prettier-ignore
    const picked = { size: 'D', comparisons: [row] };
    const set = vi.fn();
    const view = show(SizeTable, { picked, inputs: { bust: 915 }, baseHeight: 1680, set });
    expect(view.textContent).toContain('5 mm less');
    expect(view.textContent).toContain('drawn for 168 cm');
    expect([...view.querySelectorAll('input')].map((field) => field.value)).toEqual([
      '91.5 cm',
      '',
    ]);
  });
});
