import { flushSync } from 'svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

import type { Head, MarkStage } from '../api/types';
import { sheetsOf as cutSheets } from '../cut/sheets';
import AgainList from '../making/AgainList.svelte';
import AtTable from '../making/AtTable.svelte';
import { MakingState, provide } from '../making/making.svelte';
import Cautions from '../parts/Cautions.svelte';
import { eachSignedIn, settle, show } from '../parts/mounting';
import { route } from '../parts/route.svelte';
import TickAll from '../parts/TickAll.svelte';
import ClothMap from '../table/ClothMap.svelte';
import SketchDrawing from '../table/SketchDrawing.svelte';
import Darts from './Darts.svelte';
import KitPanel from './KitPanel.svelte';
import Schedule from './Schedule.svelte';
import { grouped, rowsOf, sheetsByTool, sheetsOf, untried } from './sheets';
import TrialList from './TrialList.svelte';
import { Trials } from './trials.svelte';

const row = (mark: string, more: Record<string, unknown> = {}) => ({
  tick: { key: `mark/main/1.1/${mark}`, facts: {}, state: 'open', why: '' },
  key: `main/1/${mark}`, mark, title: mark, kind: 'dot', code: 'chalk', way: 'pin through and chalk',
  how: 'Push a pin through.', because: 'Quick.', mind: ['Chalk dust.'], otherwise: '', against: [], proposed: 'chalk', chosen: false,
  when: 'pinned', side: 'wrong side', layers: 'both layers', once: false, places: 2, colour: 'white', tools: ['chalk'],
  lacks: [], minutes: 0.7, passes: 0, tacks: 0, thread: 0, facts: ['both layers', 'in white'], drawn: false, again: 0,
  ...more,
}); // prettier-ignore
const figure = (name: string, text: string) => ({ name, value: 1, text, working: [] });
const sketch = {
  box: [0, 0, 100, 200],
  lines: [
    { path: [[[0, 0], [100, 0]]], width: 0.5, dash: [], closed: true, look: 'cutting', mark: '' },
    { path: [[[10, 10], [20, 10]]], width: 0.3, dash: [2, 1], closed: false, look: 'mark', mark: 'a' },
  ],
  words: [{ at: [10, 10], off: [4, 0], words: '1', high: 3, ringed: true, mark: 'a' }],
}; // prettier-ignore

function stage(): MarkStage {
  const list = (item: string, items: unknown[]) => ({
    role: 'main', item, piece: 1, title: `${item[0]} Front`, stack: 'Two layers.', keep: 'Keep it.', minutes: 2,
    items, left_out: [{ mark: 'g', title: 'grain line', places: 2, because: 'it guides the laying' }], findings: [],
  }); // prettier-ignore
  const snip = row('n', {
    code: 'snip',
    way: 'snip',
    how: 'Snip.',
    mind: [],
    side: 'edge',
    colour: '',
    facts: [],
  });
  return {
    marking: {
      lists: [
        list('1.1', [snip, row('a'), row('b', { when: 'right side', way: 'thread tracing', how: 'Baste along it.', code: 'thread' })]),
        list('2.1', [{ ...row('c'), tick: { ...row('c').tick, key: 'mark/main/2.1/c' } }]),
      ],
      marks: 8, left: 8, minutes: figure('minutes', 'about 3 min'), minutes_left: 3, passes: 0,
      thread: figure('basting thread', '[[1200|cloth]]'), tools: ['chalk'],
      by_tool: [
        { name: 'Snip', keys: ['mark/main/1.1/n'], pieces: 1, minutes: figure('Snip', 'about 1 min') },
        { name: 'Chalk, white', keys: ['mark/main/1.1/a', 'mark/main/2.1/c'], pieces: 2, minutes: figure('Chalk', 'about 1 min') },
      ],
    },
    drawings: { 'main/1.1': sketch, 'main/2.1': sketch },
    choices: {
      tools: ['chalk', 'awl'], hues: { white: '#ffffff', blue: '#0000ff' }, surfaces: { firm: 'a firm table' },
      handled: { days: 'sewn within days' }, came: { shows: 'it shows well', 'rubs off': 'it rubs off' },
      ways: { chalk: 'pin through and chalk' },
      when: { pinned: 'While the paper is pinned', 'right side': 'On the right side' }, schools: [],
    },
    cautions: ['Try it first.'], maps: [], again: [],
  } as unknown as MarkStage; // prettier-ignore
}

const kit = {
  tools: ['chalk'],
  chalks: ['white'],
  carbons: [],
  sheet_long: 500,
  sheet_wide: 250,
  surface: 'firm',
};
const inputs = {
  mark: {
    kit,
    handled: 'days',
    dart_spacing: 15,
    line_spacing: 50,
    ways: {},
    again: {},
    tests: [],
  },
  cloth: { cloths: { main: { name: 'Wool' } } },
};

describe('marking', () => {
  let sent: { path: string; body: Record<string, unknown> }[];
  let making: MakingState;
  const answers: Record<string, unknown> = {};
  const draw = (component: unknown, props: Record<string, unknown>) =>
    show((...given: unknown[]) => {
      provide(making);
      return (component as (...given: unknown[]) => unknown)(...given);
    }, props);

  eachSignedIn();
  beforeEach(() => {
    localStorage.clear();
    sessionStorage.clear();
    sent = [];
    let at = 1;
    const still = class {
      observe() {}
      unobserve() {}
      disconnect() {}
    };
    vi.stubGlobal('ResizeObserver', still);
    vi.stubGlobal(
      'fetch',
      vi.fn(async (request: Request) => {
        const path = new URL(request.url).pathname.replace('/api/makings/1/', '');
        const body = request.method === 'GET' ? {} : await request.json();
        if (request.method !== 'GET') sent.push({ path, body });
        const head = { ...making.head, at: ++at };
        const answer = answers[path] ?? (path === 'ticks/given' ? { head, sentences: [] } : head);
        return new Response(JSON.stringify(answer), {
          headers: { 'Content-Type': 'application/json' },
        });
      }),
    );
    making = new MakingState(1);
    making.head = { id: 1, at: 1, title: 'x', knots: [], inputs } as unknown as Head;
  });
  afterEach(() => vi.unstubAllGlobals());

  it('is grouped in the order of the work, each way told once', () => {
    const groups = grouped(stage().marking.lists[0]!.items);
    expect(groups.map((group) => group.when)).toEqual(['pinned', 'right side']);
    expect(groups[0]!.ways.map(({ way }) => way)).toEqual(['snip', 'pin through and chalk']);
    const [first] = sheetsOf(stage());
    expect(first!.steps.map((step) => step.mark)).toEqual(['n', 'a', 'b']);
    expect(first!.steps[1]!.how).toContain('Chalk dust.');
  });

  it('shows its sums, ticks rows, and opens the ways of one', async () => {
    const all = stage();
    const light = vi.fn();
    answers['mark/ways'] = {
      ways: [
        { code: 'tacks', name: 'tailor’s tacks', how: '', because: '', stands: 'good', good: ['threads stay'], against: [], mind: [], lacks: [], needs: [], colour: 'red', minutes: 3.5, passes: 0, tacks: 15, thread: 2800, traced: false, figures: [] },
        { code: 'chalk', name: 'pin through and chalk', how: '', because: '', stands: 'doubtful', good: [], against: ['it wears off'], mind: ['Chalk dust.'], lacks: ['awl'], needs: [], colour: 'white', minutes: 1, passes: 2, tacks: 0, thread: 0, traced: false, figures: [figure('tacks', '3 tacks')] },
      ],
    }; // prettier-ignore
    const view = draw(Schedule, { stage: all, list: all.marking.lists[0], choose: vi.fn(), light });
    expect(view.textContent).toContain('8 marks');
    expect(view.textContent).toContain('1.20 m');
    expect(view.textContent).toContain('1 left out on purpose');
    view.querySelectorAll<HTMLInputElement>('li.row input')[1]!.click();
    await settle();
    expect(sent[0]).toMatchObject({
      path: 'ticks/given',
      body: { ticks: { 'mark/main/1.1/a': true } },
    });
    view.querySelector<HTMLButtonElement>('[aria-expanded]')!.click();
    await settle();
    const ways = view.querySelector('[aria-label="Ways for a"]')!;
    expect(ways.textContent).toContain('15 tacks, thread 2.80 m');
    expect(ways.textContent).toContain('Against it: it wears off.');
    expect(ways.textContent).toContain('3 tacks');
    expect(ways.textContent).toContain('in force');
    ways.querySelector<HTMLInputElement>('input')!.click(); // for every dot of this cloth
    flushSync();
    ways.querySelector<HTMLButtonElement>('[aria-label="Take tailor’s tacks"]')!.click();
    await settle();
    expect(sent[1]).toMatchObject({
      path: 'mark/way',
      body: { code: null, keys: ['main/1/n', 'main/1/a', 'main/1/b', 'main/1/c'] },
    });
  });

  it('keeps what is at hand', async () => {
    const view = draw(KitPanel, { stage: stage() });
    const boxes = view.querySelectorAll<HTMLInputElement>('input[type=checkbox]');
    boxes[1]!.click(); // awl
    await settle();
    boxes[3]!.click(); // chalk in blue
    await settle();
    expect(sent[0]!.body).toMatchObject({ inputs: { kit: { tools: ['chalk', 'awl'] } } });
    expect(sent[1]!.body).toMatchObject({ inputs: { kit: { chalks: ['white', 'blue'] } } });
  });

  it('asks for a scrap first, and keeps how it came out', async () => {
    const all = stage();
    expect(untried(all, 'main', []).map((each) => each.code)).toEqual(['chalk', 'thread']);
    const trials = new Trials(making);
    expect(trials.next(all, 'main/1.1')).toMatchObject({ code: 'chalk', cloth: 'Wool' });
    const view = draw(TrialList, { stage: all });
    view.querySelectorAll<HTMLButtonElement>('[aria-label="How it came out"] button')[1]!.click();
    await settle();
    expect(sent[0]!.body).toMatchObject({
      inputs: { tests: [{ role: 'main', cloth: 'Wool', way: 'chalk', came: 'rubs off' }] },
    });
    trials.pass(trials.next(all, 'main/1.1')!);
    expect(trials.next(all, 'main/2.1')).toBeNull();
  });

  it('goes piece by piece at the table, by keys and taps, and begins where it was left', async () => {
    const all = stage();
    const orders = [
      { name: 'By piece', sheets: sheetsOf(all) },
      { name: 'By tool', sheets: sheetsByTool(all) },
    ];
    const said = { done: 'It is marked', empty: 'Nothing yet.' };
    const props = { stage: 'mark', orders, drawings: all.drawings, ...said };
    let view = draw(AtTable, props);
    const heading = () => view.querySelector('h2')?.textContent;
    expect(heading()).toBe('n');
    const press = (key: string) => {
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
      flushSync();
    };
    press('ArrowRight');
    expect(heading()).toBe('a');
    press(' ');
    await settle();
    expect(sent[0]!.body).toMatchObject({ ticks: { 'mark/main/1.1/a': true } });
    expect(heading()).toBe('n');
    press('PageDown');
    expect(view.querySelector('h1')?.textContent).toBe('2 Front');
    view = draw(AtTable, props);
    expect(view.querySelector('h1')?.textContent).toBe('2 Front');
    view.querySelector<HTMLButtonElement>('.bar .btn-primary')!.click();
    await settle();
    expect(view.textContent).toContain('Now the paper may come off');
    expect(draw(AtTable, { ...props, orders: [] }).textContent).toContain('Nothing yet.');
    press('Escape');
    expect(route.path).toBe('/making/1/mark');
    // The same steps by tool: what is ticked by piece is ticked there.
    view = draw(AtTable, props);
    view.querySelectorAll<HTMLButtonElement>('[aria-label="Order"] button')[1]!.click();
    flushSync();
    expect(view.querySelector('h1')?.textContent).toBe('Snip');
    press('PageDown');
    expect(view.querySelector('.under')?.textContent).toContain('on 2 pieces, about 1 min');
    expect(view.querySelectorAll('.dots .ticked')).toHaveLength(2);
  });

  it('goes by tool across pieces, in the order the workroom gives', () => {
    const { marking } = stage();
    expect(rowsOf(marking, marking.by_tool[1]!).map(({ list }) => list.item)).toEqual([
      '1.1',
      '2.1',
    ]);
    const [snip, chalk] = sheetsByTool(stage());
    expect(snip!.under).toBe('on 1 piece, about 1 min');
    expect(chalk!.steps.map((step) => step.piece)).toEqual(['main/1.1', 'main/2.1']);
  });

  it('maps the cloth: what is cut fades, what is next glows', () => {
    const ring = [[0, 0], [90, 0], [90, 40]]; // prettier-ignore
    const pieces = ['1.1', '2.1'].map((item, number) => ({
      item, number: number + 1, title: item, ring, measured: [{ line: [[9, 20], [9, 0]], text: '[[20]]' }],
    })); // prettier-ignore
    const map = {
      role: 'main',
      cloth: 'Wool',
      width: 700,
      length: 900,
      folds: [0],
      pieces,
    };
    const view = show(ClothMap, { map, next: '1.1', faded: new Set(['2.1']) });
    expect(view.querySelector('.next text')!.textContent).toBe('1');
    expect(view.querySelector('.length')!.textContent).toBe('2 cm');
    expect(view.querySelector('.faded text')!.textContent).toBe('2');
    expect([...view.querySelectorAll('.ruler')].map((each) => each.textContent)).toEqual([
      '0',
      '50',
      'cm',
    ]);
    expect(view.querySelector('path')!.getAttribute('d')).toBe('M0 700H900');
  });

  it('says only what has to be done again, under what changed', () => {
    const row = (sentence: string) => ({
      stage: 'mark',
      role: 'main',
      sentence,
      why: 'Fold was single.',
      keys: [],
    });
    const view = show(AgainList, {
      again: [row('Turn over 1 Front.'), row('Mark 3 again: dart.')],
    });
    expect(view.textContent!.match(/Fold was single/g)).toHaveLength(1);
    expect(view.querySelectorAll('li')).toHaveLength(2);
    expect(show(AgainList, { again: [] }).querySelector('section')).toBeNull();
  });

  it('ticks all that is left at the foot of a list, and takes it back', async () => {
    const view = draw(TickAll, { keys: ['a', 'b'] });
    view.querySelector('button')!.click();
    await settle();
    expect(sent[0]!.body).toMatchObject({ ticks: { a: true, b: true } });
    view.querySelector('button')!.click();
    await settle();
    expect(sent[1]!.body).toMatchObject({ ticks: { a: false, b: false } });
  });

  it('draws what is in hand on top, and what is done quietly', () => {
    const view = show(SketchDrawing, { sketch, px: 1, lit: 'a', done: new Set(['a']) }, 'svg');
    const lines = view.querySelectorAll('path:not(defs path)');
    expect(lines[1]!.getAttribute('class')).toContain('lit');
    expect(view.querySelector('text')!.textContent).toBe('1');
    const quiet = show(SketchDrawing, { sketch, px: 1, done: new Set(['a']) }, 'svg');
    expect(quiet.querySelector('text')!.textContent).toBe('✓');
  });

  it('has a card for every dart', async () => {
    const card = {
      role: 'main', cloth: 'Wool', piece: 1, mark: 'd', title: '1 Front', name: 'waist dart', double: true, runs: 'vertical',
      count: 2, hands: 'left and right', points: [], figures: [figure('intake', '[[24]]')],
      steps: [{ name: 'Sew', words: 'Lap [[20]] over.', because: 'no knot' }], findings: [],
    }; // prettier-ignore
    answers['mark/darts'] = { cards: [{ card, sketch }] };
    const point = vi.fn();
    const view = draw(Darts, { point });
    await settle();
    expect(view.textContent).toContain('sewn twice, left and right');
    expect(view.textContent).toContain('Lap 2 cm over.');
    view.querySelector('article')!.dispatchEvent(new Event('pointerenter'));
    expect(point).toHaveBeenCalled();
  });

  it('says the cautions once a sitting', () => {
    const props = { about: 'mark', cautions: ['Blades away.'] };
    let view = show(Cautions, props);
    view.querySelector('button')!.click();
    flushSync();
    expect(view.querySelector('details')).not.toBeNull();
    view = show(Cautions, props);
    expect(view.querySelector('button')).toBeNull();
  });

  it('cuts at the table only what may be cut', () => {
    const item = (piece: string) => ({
      tick: row('x').tick, item: piece, title: piece, gives: '1 piece', lies: 'Both ends 10.', minutes: 2,
      held: { count: 3, by: 'weights', sentence: '' },
      steps: [
        { act: 'hold', title: '3 weights', words: [], ticks: [], minutes: 0.5 },
        { act: 'cut', title: 'Cut 1 piece', words: ['Cut it.'], ticks: [row('x').tick], minutes: 1 },
        { act: 'notch', title: 'Notches', words: ['Snip.'], ticks: [row('n').tick, row('o').tick], minutes: 1 },
      ],
    }); // prettier-ignore
    const exact = figure('how exact', '[[1]]');
    const lists = [
      { role: 'main', allowed: true, items: [item('1.1'), item('2.1')], exact },
      { role: 'lining', allowed: false, items: [item('4.1')], exact },
    ];
    const sheets = cutSheets({ lists, drawings: {} } as never);
    expect(sheets.map((sheet) => sheet.id)).toEqual(['main/1.1', 'main/2.1']);
    expect(sheets[0]!.steps[0]!.facts).toEqual(['3 weights', 'within [[1]]', 'Both ends 10.']);
    expect(sheets[0]!.steps.map((step) => [step.ticks.length, step.done])).toEqual([
      [1, undefined],
      [2, 'They are cut'],
    ]);
  });
});
