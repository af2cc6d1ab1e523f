import { flushSync } from 'svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';

import type { Head, LayStage, Searching } from '../api/types';
import { MakingState, provide } from '../making/making.svelte';
import { eachSignedIn, settle, show } from '../parts/mounting';
import { Compare } from './compare.svelte';
import CompareBoard from './CompareBoard.svelte';
import { LayState, provideLay } from './lay.svelte';
import NumbersPanel from './NumbersPanel.svelte';
import TablePanel from './TablePanel.svelte';
import Tray from './Tray.svelte';

eachSignedIn();

const figure = (name: string, value: number) => ({
  name,
  value,
  text: `[[${value}]]`,
  working: [],
});
const square = [[[0, 0], [100, 0]], [[100, 0], [100, 50]], [[100, 50], [0, 0]]]; // prettier-ignore
const item = (key: string, name: string) => ({
  key, piece: Number(key.split('.')[0]), name, cutting: square, stitching: square, over: key.endsWith('.2'),
  grain: [[10, 10], [10, 40]], on_fold: false, hands: 'both',
}); // prettier-ignore
const lying = (key: string, x: number, order: number) => ({
  placement: { item: key, x, y: 0, turn: 0, over: false },
  matrix: [1, 0, 0, 1, x, 0], box: [x, 0, x + 50, 100], findings: [],
  numbers: {
    item: key, edge: 'fold', far: false, selvedge: 0, order, face: 'printed side up',
    direction: 'top towards the cut end', upper: figure('upper', 60), lower: figure('lower', 60),
    to_end: figure('end', x),
  },
}); // prettier-ignore
const cloth = { name: 'Drill', nap: true, repeat: { along: 0, across: 30 }, colour: '#889900' };
const inputs = {
  liberties: {}, match: { seams: null, centre: 'any', hem: null, off: false, mirrored: true }, one_way: false, joins: [],
  elsewhere: {}, narrow: [], scallop: {}, pins: { main: ['1.1'] }, cut: {}, squared: [], placements: {},
}; // prettier-ignore

/** A making whose main cloth has a front and a back laid, and two pockets waiting. */
function stage() {
  const sent: { path: string; body: Record<string, unknown> }[] = [];
  const answers: Record<string, unknown> = {};
  const head = { id: 1, at: 4, inputs: { lay: inputs, cloth: { cloths: {} } } } as unknown as Head;
  vi.stubGlobal('fetch', async (request: Request) => {
    const path = new URL(request.url).pathname.replace('/api/makings/1/', '');
    const body = request.method === 'GET' ? {} : await request.clone().json();
    if (request.method !== 'GET') sent.push({ path, body });
    // An edit is answered with the head of the making; only a search has an answer of its own.
    const own = request.method === 'GET' || path === 'lay/searches' ? answers[path] : null;
    return Response.json(own ?? head);
  });
  const lays = [
    {
      role: 'main', cloth, fold: 'lengthwise', how: 'Folded', width: 500, owned: 900, complete: false,
      items: [item('1.1', 'Front'), item('2.1', 'Back'), item('3.1', 'Pocket'), item('3.2', 'Pocket')],
      placed: [lying('1.1', 0, 2), lying('2.1', 60, 1)], missing: ['3.1', '3.2'], findings: [],
      used: figure('length of the lay', 600), buy: null, price: null, blocks: [], seams: ['side'], asks: ['nap', 'matching'],
    },
  ]; // prettier-ignore
  const folds = [
    ['lengthwise', 'Folded lengthwise'], ['single', 'Single layer'], ['middle', 'Both selvedges to the middle'],
    ['part', 'Folded in part'], ['crosswise', 'Folded crosswise'],
  ].map(([fold, words]) => ({ fold, words })); // prettier-ignore
  answers.lay = { lays, gap: 3, offers: {}, names: {}, folds };
  const making = new MakingState(1);
  making.head = head;
  let lay!: LayState;
  const stop = $effect.root(() => {
    lay = new LayState(making);
    lay.stage.value = answers.lay as LayStage;
  });
  lay.hand.show('main', lays[0]!.placed as never);
  return { making, lay, sent, answers, stop };
}
/** A component of the Lay screen, with what the screen gives it. */
function draw(
  component: unknown,
  made: ReturnType<typeof stage>,
  props: Record<string, unknown> = {},
) {
  const Framed = (...given: unknown[]) => {
    provide(made.making);
    provideLay(made.lay);
    return (component as (...given: unknown[]) => unknown)(...given);
  };
  return show(Framed, props);
}

describe('the lay', () => {
  let made: ReturnType<typeof stage>;
  beforeEach(() => {
    made = stage();
    return () => made.stop();
  });

  it('moves several as one, and sends them with the piece in the hand', async () => {
    const { hand } = made.lay;
    hand.choose('1.1');
    hand.choose('2.1', true);
    hand.take('1.1'); // one of those that are chosen: the others stay chosen
    hand.drag(30, 5);
    expect([hand.moves('2.1'), hand.moves('3.1')]).toEqual([true, false]);
    await hand.drop();
    const drop = made.sent.find((each) => each.path === 'lay/drop')!;
    expect(drop.body).toMatchObject({ snap: true, placement: { item: '1.1', x: 30, y: 5 } });
    expect(drop.body.along).toMatchObject([{ item: '2.1', x: 90, y: 5 }]);
    hand.choose('2.1');
    expect(hand.also).toEqual(['1.1']);
    hand.choose(null);
    expect([hand.chosen, hand.also]).toEqual([null, []]);
  });

  it('swaps two, tapes one, pins one, and keeps every other rule as it is', async () => {
    const { hand } = made.lay;
    hand.choose('2.1');
    await hand.arrange('swap'); // two are wanted
    expect(made.sent).toEqual([]);
    hand.choose('1.1', true);
    await hand.arrange('swap');
    await hand.tape('2.1', { to_end: 120 });
    await made.lay.hold({ pins: ['1.1', '2.1'] });
    await made.lay.rule({ one_way: true });
    expect(made.sent.map(({ path }) => path)).toEqual([
      'lay/arrange', 'lay/drop', 'lay/held', 'lay/rules',
    ]); // prettier-ignore
    expect(made.sent[0]!.body).toMatchObject({ one: '2.1', other: '1.1', how: 'swap' });
    expect(made.sent[1]!.body).toMatchObject({ taped: { to_end: 120 }, snap: false });
    expect(made.sent[2]!.body).toMatchObject({ pins: ['1.1', '2.1'], cut: [], squared: false });
    expect(made.sent[3]!.body).toMatchObject({
      one_way: true,
      joins: [],
      match: { centre: 'any' },
    });
  });

  it('has one card on the tray for pieces that are alike, with how many wait', async () => {
    const view = draw(Tray, made, { placeOf: () => [300, 40] });
    const cards = [...view.querySelectorAll('button')];
    expect(cards.map((each) => each.textContent?.replace(/\s+/g, ' ').trim())).toEqual([
      '3 Pocket × 2',
    ]);
    const pointer = (type: string, x: number) =>
      cards[0]!.dispatchEvent(
        new PointerEvent(type, { pointerId: 1, clientX: x, clientY: 10, button: 0, bubbles: true }),
      );
    cards[0]!.setPointerCapture = () => undefined;
    pointer('pointerdown', 10);
    pointer('pointermove', 200);
    flushSync();
    expect(view.querySelector('.carried')?.textContent).toContain('Pocket');
    pointer('pointerup', 200);
    await settle();
    expect(made.sent.map(({ path }) => path)).toEqual(['lay/drop']); // one request, one step back
    expect(made.sent[0]!.body).toMatchObject({
      placement: { item: '3.1', x: 300, y: 40 },
      fix: 'straighten',
    });
  });

  it('lists the numbers in the order of laying', () => {
    const view = draw(NumbersPanel, made);
    const rows = [...view.querySelectorAll('.row')].map((each) => each.textContent ?? '');
    expect(rows.map((each) => /(\d)\s+(\d \w+)/.exec(each)?.slice(1))).toEqual([
      ['1', '2 Back'],
      ['2', '1 Front'],
    ]);
  });

  it('offers to lay the rest where something is pinned', () => {
    const view = draw(TablePanel, made);
    expect(view.textContent).toContain('Lay the rest');
    expect(view.textContent).toContain('length of the lay');
  });

  it('compares what is asked: the fold as it lies first, nap and stripes left out one by one', async () => {
    const compare = new Compare(made.lay);
    const found = { tried: [], fits: null };
    made.answers['lay/searches'] = {
      id: 9,
      state: 'done',
      share: 1,
      found,
      seen: [],
      best: null,
      placed: [],
    };
    compare.widths = [900];
    await compare.folds(made.lay.lay!);
    await compare.costs(made.lay.lay!);
    const asked = made.sent.map(
      ({ body }) => body.variants as { fold: string; without: string[] }[],
    );
    expect(asked[0]!.map((each) => each.fold)).toEqual([
      'lengthwise', 'single', 'middle', 'part', 'crosswise', 'lengthwise',
    ]); // prettier-ignore
    expect(asked[1]!.map((each) => each.without)).toEqual([[], ['nap'], ['matching']]);
    await compare.take(3);
    expect(made.sent.at(-1)).toMatchObject({
      path: 'lay/take',
      body: { job: 9, at: 3, option: false },
    });
  });

  it('shows each way with what it takes, and offers only what can be had', () => {
    const compare = new Compare(made.lay);
    const picture = { width: 500, length: 600, pieces: [[[0, 0], [10, 0], [5, 9]]], folds: [0] }; // prettier-ignore
    const tried = (fold: string, takes: number, without: string[] = []) => ({
      variant: { fold, without, depth: null, width: null }, takes, buy: figure('to buy', takes), refused: '',
    }); // prettier-ignore
    const seen = { picture, waste: figure('waste', 0.2), left: null, price: null, cost: null };
    compare.seen = {
      id: 9, seen: [seen, { ...seen, cost: figure('against the first', -40) }, seen],
      found: { tried: [tried('lengthwise', 600), tried('single', 560), tried('lengthwise', 500, ['nap'])] },
    } as unknown as Searching; // prettier-ignore
    const view = draw(CompareBoard, made, { compare });
    const cards = [...view.querySelectorAll('article')];
    expect(cards.map((each) => each.querySelector('h3')?.textContent?.trim())).toEqual([
      'Folded lengthwise',
      'Single layer',
      'If it had no nap',
    ]);
    expect(cards.map((each) => each.querySelectorAll('button').length)).toEqual([1, 1, 0]);
    expect(cards[1]!.textContent).toContain('against the first');
  });
});
