import { flushSync } from 'svelte';
import { describe, expect, it, vi } from 'vitest';

import type { PatternPage, PieceOnBoard } from '../api/types';
import { eachSignedIn, settle, show } from '../parts/mounting';
import AddPiece from './AddPiece.svelte';
import GarmentPicture from './GarmentPicture.svelte';
import { Hand } from './hand.svelte';
import NewPattern from './NewPattern.svelte';
import { PatternState } from './pattern.svelte';
import { beginning, WAYS } from './ways';

/** A page of the server with one piece of four corners. */
function page(more: Record<string, unknown> = {}): PatternPage {
  const nodes = [[0, 0], [100, 0], [100, 80], [0, 80]].map((at, k) => ({
    id: k + 1, at, corner: true, straight: true, own: true,
  }));
  const sides = nodes.map((node, k) => ({
    name: `side ${k + 1}`, kind: 'seam', allowance: 10,
    path: [[node.at, nodes[(k + 1) % 4]!.at]],
  }));
  const drawn = {
    id: 1, number: 1, name: 'Front', way: 'line', usable: true, nodes, edge_ids: [1, 2, 3, 4],
    shape: { edges: sides, marks: [], levels: {} }, cutting: [], open: [], edges: [], cuts: [],
  } as unknown as PieceOnBoard;
  return {
    id: 7, at: 3, undo: null, redo: null, size: 'A', base: 'A', pieces: [drawn],
    piece: { id: 1, marks: [], drawn: { way: 'line' } },
    facts: { name: 'Bag', sizes: ['A', 'B'], rows: [], seams: [], sheets: [] },
    ...more,
  } as unknown as PatternPage;
} // prettier-ignore

/** A server that answers every edit with a page one entry further, and keeps what it was sent. */
function server(answer: (body: Record<string, unknown>) => unknown = () => null) {
  const sent: Record<string, unknown>[] = [];
  vi.stubGlobal(
    'fetch',
    vi.fn(async (request: Request) => {
      const body = request.method === 'GET' ? {} : await request.clone().json();
      sent.push({ path: new URL(request.url).pathname, ...body });
      const given = answer(body) ?? page({ at: Number(body.against ?? 0) + 1 });
      return new Response(JSON.stringify(given), {
        headers: { 'Content-Type': 'application/json' },
      });
    }),
  );
  return sent;
}

function state() {
  const pattern = new PatternState(7);
  pattern.page = page();
  pattern.piece = 1;
  return pattern;
}

eachSignedIn();

describe('the state of a pattern', () => {
  it('lets edits wait for each other, each against the newest entry', async () => {
    const sent = server();
    const pattern = state();
    await Promise.all([
      pattern.change({ do: 'facts', name: 'Bag' }),
      pattern.change({ do: 'facts', name: 'Purse' }),
    ]);
    expect(sent.map((each) => each.against)).toEqual([3, 4]);
    expect(pattern.now.at).toBe(5);
  });

  it('looks at another piece once the edits before it are answered, so that no late answer hides it', async () => {
    const answered: string[] = [];
    let release = () => {};
    const held = new Promise<void>((go) => (release = go));
    vi.stubGlobal('fetch', async (request: Request) => {
      if (request.method === 'POST') await held;
      answered.push(request.method);
      const of = request.method === 'POST' ? 1 : 2;
      return Response.json(page({ piece: { id: of, marks: [], drawn: { way: 'line' } } }));
    });
    const pattern = state();
    const edit = pattern.change({ do: 'facts', name: 'Bag' });
    await settle();
    const look = pattern.look(2);
    await settle();
    release();
    await Promise.all([edit, look]);
    expect(answered.slice(0, 2)).toEqual(['POST', 'GET']);
    expect(pattern.now.piece!.id).toBe(2);
  });

  it('asks for an edit only when its turn has come, so that it is made from what is there', async () => {
    const sent = server();
    const pattern = state();
    await Promise.all([
      pattern.change({ do: 'facts', name: 'Bag' }),
      pattern.change(() => ({ do: 'facts', name: `after ${pattern.now.at}` })),
    ]);
    expect((sent[1]!.edit as { name: string }).name).toBe('after 4');
  });

  it('says a refusal and keeps what it has', async () => {
    server(() => ({ refused: { sentence: 'That is [[25]] too long.', field: '', moved: false } }));
    const pattern = state();
    expect(await pattern.edit({ do: 'facts', name: 'Bag' })).toBe(false);
    expect(pattern.notice).toBe('That is 2.5 cm too long.');
    expect(pattern.now.at).toBe(3);
    expect(pattern.busy).toBe(0);
  });

  it('loads anew when another window was quicker', async () => {
    let times = 0;
    server((body) =>
      'edit' in body && !times++
        ? { refused: { sentence: 'Changed in another window.', field: '', moved: true } }
        : page({ at: 9 }),
    );
    const pattern = state();
    expect(await pattern.edit({ do: 'facts', name: 'Bag' })).toBe(true);
    expect(pattern.now.at).toBe(9);
    expect(pattern.notice).toBe('Changed in another window.');
  });
});

describe('the hand on the board', () => {
  const key = (name: string, more = {}) => new KeyboardEvent('keydown', { key: name, ...more });

  it('sets a point where the board is tapped, snapped when asked', async () => {
    const sent = server();
    const hand = new Hand(state());
    hand.snap = true;
    await hand.tap([51.2, 38.4]);
    expect(sent[0]!.edit).toMatchObject({ do: 'add point', piece: 1, at: [50, 40] });
  });

  it('nudges by a millimetre, a centimetre and a tenth', async () => {
    const sent = server();
    const hand = new Hand(state());
    hand.take(2);
    for (const pressed of [key('ArrowRight'), key('ArrowUp', { shiftKey: true }), key('l')])
      expect(hand.key(pressed)).toBe(true);
    await settle();
    expect(sent.map((each) => (each.edit as { by: number[] }).by)).toEqual([[1, 0], [0, -10], [0.1, 0]]);
    expect(sent[0]!.edit).toMatchObject({ ids: [2], size: 'A', every: false });
  }); // prettier-ignore

  it('goes from point to point, makes curves of corners, and takes points out', async () => {
    const sent = server();
    const hand = new Hand(state());
    expect(hand.key(key('ArrowLeft'))).toBe(false); // nothing is held: the board pans
    hand.key(key('n'));
    expect(hand.ids).toEqual([1]);
    hand.key(key('n'));
    hand.key(key('c'));
    hand.key(key('s'));
    hand.key(key('Delete'));
    await settle();
    expect(sent.map((each) => each.edit)).toMatchObject([
      { do: 'set points', ids: [2], turn: 'smooth' },
      { do: 'set points', ids: [2], then: 'curve' },
      { do: 'remove points', ids: [2] },
    ]);
    expect(hand.ids).toEqual([]);
  });

  it('sets a notch where it was tapped, in the size that is shown, and asks a dart for three points', async () => {
    const sent = server();
    const pattern = state();
    const hand = new Hand(pattern);
    hand.turnTo('marks');
    hand.kind = { kind: 'notch', words: 'notch', least: 1, most: 1, meaning: 'the place' };
    await hand.tap([97, 40]);
    expect(sent[0]!.edit).toMatchObject({ do: 'new mark', kind: 'notch', size: 'A', points: [[97, 40]] });
    hand.kind = { kind: 'dart', words: 'dart', least: 3, most: 3, meaning: 'legs and point' };
    await hand.tap([40, 0]);
    await hand.tap([50, 40]);
    expect(sent).toHaveLength(1);
    await hand.tap([60, 0]);
    expect((sent[1]!.edit as { points: number[][] }).points).toHaveLength(3);
    await hand.setInTheMiddle();
    expect((sent[2]!.edit as { points: number[][] }).points).toEqual([]);
    hand.turnTo('line');
    expect(hand.kind).toBe(null);
  }); // prettier-ignore
});

describe('a new piece', () => {
  const choices = {
    parts: [{ name: 'sleeve', title: 'Sleeve', measures: [] }],
    sums: [{ name: 'box', title: 'Box', why: 'How much cloth.', numbers: [] }],
  };

  it('is asked for by its way, and by its kind where there are kinds', async () => {
    const add = vi.fn(async () => undefined);
    const view = show(AddPiece, { choices, add });
    const buttons = () => [...view.querySelectorAll('button')];
    expect(buttons()).toHaveLength(WAYS.length);
    const at = (way: string) => WAYS.findIndex((each) => each.way === way);
    buttons()[at('points')]!.click();
    await settle();
    expect(add).toHaveBeenCalledWith('points', '');
    buttons()[at('garment')]!.click();
    flushSync();
    buttons().at(-1)!.click();
    expect(add).toHaveBeenLastCalledWith('garment', 'sleeve');
  });

  it('begins with what its way needs', () => {
    expect(beginning('sheet', '')).toMatchObject({ way: 'line', through: false });
    expect(beginning('points', '')).toMatchObject({ way: 'line', through: true });
    expect(beginning('garment', 'sleeve')).toMatchObject({ way: 'garment', part: 'sleeve' });
    expect(beginning('sum', 'box')).toMatchObject({ way: 'sum', kind: 'box' });
  });

  it('is the first step of a pattern, under the name that was typed', async () => {
    const sent = server((body) => ('name' in body ? { id: 7 } : 'edit' in body ? page() : choices));
    const view = show(NewPattern, {});
    await settle();
    const field = view.querySelector('input')!;
    field.value = 'Wash bag';
    field.dispatchEvent(new Event('input', { bubbles: true }));
    const ways = view.querySelectorAll<HTMLButtonElement>('.way');
    ways[WAYS.findIndex(({ way }) => way === 'points')]!.click();
    await settle();
    expect(sent[1]).toMatchObject({ path: '/api/patterns', name: 'Wash bag' });
    expect(sent[2]!.edit).toMatchObject({ do: 'add piece', drawn: { way: 'line' } });
    expect(location.pathname).toBe('/pattern/7/piece/1');
  });

  it('shows where the next measure of a garment is taken', () => {
    const view = show(GarmentPicture, { part: 'sleeve', measure: 'underarm' });
    expect(view.querySelector('svg')!.getAttribute('aria-label')).toBe(
      'Where to measure: underarm',
    );
    expect(view.querySelectorAll('.tape')).toHaveLength(2);
    show(GarmentPicture, { part: 'sleeve', measure: '' });
    expect(document.querySelectorAll('.tape')).toHaveLength(0);
  });
});
