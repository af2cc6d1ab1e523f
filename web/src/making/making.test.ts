import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

import { Refused } from '../api/client';
import { Hand } from '../lay/hand.svelte';
import { Seek } from '../lay/seek.svelte';
import { connection } from '../parts/connection.svelte';
import { PATIENT } from '../parts/mounting';
import { MakingState } from './making.svelte';

/** Answers of a server that keeps one making: every edit moves its journal number on by one. */
function server() {
  const sent: { method: string; path: string; body: Record<string, unknown> }[] = [];
  let at = 0;
  let looked = 0;
  let stopped = false;
  let inputs: Record<string, unknown> = { trace: { edges: {} } };
  const judged = (placement: Record<string, number>) => ({
    placement,
    matrix: [1, 0, 0, 1, placement.x, placement.y],
    box: [placement.x, placement.y, (placement.x ?? 0) + 10, (placement.y ?? 0) + 10],
    numbers: {},
    findings: [],
  });
  const answers = (path: string, body: Record<string, unknown>): unknown => {
    if (path.endsWith('/lay/judge')) return judged(body.placement as Record<string, number>);
    if (path.includes('/lay/searches')) {
      if (path.endsWith('/stop')) stopped = true;
      looked++;
      const over = stopped ? 'stopped' : looked > 5 ? 'done' : 'running';
      const sought = { placements: [], length: 900 - 10 * Math.min(looked, 4), rounds: looked };
      const best = { variant: {}, sought, takes: sought.length, refused: '' };
      return { id: 7, state: over, share: looked / 6, best, placed: [], found: {}, sentence: '' };
    }
    if ('against' in body) {
      if (body.against !== at)
        return { refused: { sentence: 'Changed in another window.', field: '', moved: true } };
      at++;
      if (path.endsWith('/trace')) inputs = { ...inputs, trace: body.inputs };
    }
    const head = { id: 1, at, title: 'x', undo: null, redo: null, knots: [], inputs };
    return path.endsWith('/lay/drop') ? { head, stage: { lays: [], gap: 3 } } : head;
  };
  vi.stubGlobal(
    'fetch',
    vi.fn(async (request: Request) => {
      const text = request.method === 'GET' ? '' : await request.text();
      const body = text ? (JSON.parse(text) as Record<string, unknown>) : {};
      const path = new URL(request.url).pathname;
      sent.push({ method: request.method, path, body });
      await new Promise((done) => setTimeout(done, 3));
      return new Response(JSON.stringify(answers(path, body)), {
        headers: { 'Content-Type': 'application/json' },
      });
    }),
  );
  return { sent, elsewhere: () => at++ };
}

const edits = (sent: { path: string; body: Record<string, unknown> }[]) =>
  sent.filter((each) => 'against' in each.body);

describe('a making in the browser', () => {
  let kept: ReturnType<typeof server>;
  let making: MakingState;

  beforeEach(async () => {
    kept = server();
    making = new MakingState(1);
    await making.load();
  });
  afterEach(() => vi.unstubAllGlobals());

  it('works out what rests on the state before when its turn comes: quick hands lose nothing', async () => {
    const edge = (name: string, mm: number) =>
      making.edit('trace', (now) => ({ edges: { ...now.edges, [name]: mm } }));
    await Promise.all([edge('1/hem', 20), edge('2/hem', 30), edge('1/side', 15)]);
    expect(making.inputs.trace.edges).toEqual({ '1/hem': 20, '2/hem': 30, '1/side': 15 });
  });

  it('sends quick edits one after the other, each against the one before', async () => {
    await Promise.all([making.gap(1), making.gap(2), making.gap(3)]);
    expect(edits(kept.sent).map((each) => each.body.against)).toEqual([0, 1, 2]);
    expect(making.at).toBe(3);
    expect(making.busy).toBe(0);
    expect(making.notice).toBe('');
  });

  it('shows the newest state when another window was quicker', async () => {
    kept.elsewhere();
    await making.gap(5);
    expect(making.notice).toBe('Changed in another window.');
    expect(making.at).toBe(1);
    await making.gap(6);
    expect(making.at).toBe(2);
  });

  it('gives a refusal to the field and goes on with the next edit', async () => {
    vi.stubGlobal(
      'fetch',
      vi.fn(
        async () =>
          new Response('{"refused": {"sentence": "Too wide.", "field": "gap"}}', {
            headers: { 'Content-Type': 'application/json' },
          }),
      ),
    );
    await expect(making.gap(99)).rejects.toThrowError(Refused);
    await expect(making.gap(99)).rejects.toMatchObject({ sentence: 'Too wide.', field: 'gap' });
    expect(making.busy).toBe(0);
  });

  it('waits while the workroom cannot be reached, and sends what waits in its order', async () => {
    const there = fetch;
    vi.stubGlobal('fetch', vi.fn().mockRejectedValue(new TypeError('no network')));
    const sent = Promise.all([making.gap(1), making.gap(2)]);
    await vi.waitFor(() => expect(connection.waiting).toHaveLength(1), PATIENT);
    expect(connection.waiting[0]).toBe('a change under Lay of “x”');
    vi.stubGlobal('fetch', there);
    dispatchEvent(new Event('online'));
    await sent;
    expect(edits(kept.sent).map((each) => each.body.gap)).toEqual([1, 2]);
    expect(connection.waiting).toEqual([]);
    expect(making.notice).toBe('');
  });

  it('says so where a change was sent twice and had arrived the first time', async () => {
    const there = fetch;
    let first = true;
    const lossy = async (request: Request) => {
      const answer = await there(request);
      if (!first || request.method === 'GET') return answer;
      first = false;
      throw new TypeError('the answer was lost');
    };
    vi.stubGlobal('fetch', vi.fn(lossy));
    const sent = making.gap(1);
    await vi.waitFor(() => expect(connection.waiting).toHaveLength(1), PATIENT);
    dispatchEvent(new Event('online'));
    await sent;
    expect(making.notice).toContain('look whether it is in it');
    expect(making.at).toBe(1);
  });

  describe('the hand', () => {
    const placement = { item: '1.1', x: 100, y: 50, turn: 0, over: false };
    const lying = { placement, matrix: [1, 0, 0, 1, 100, 50], box: [100, 50, 110, 60] };
    let hand: Hand;

    beforeEach(() => {
      hand = new Hand(making);
      hand.show('main', [lying as never]);
    });

    it('puts a dragged piece down where it is, as one edit', async () => {
      hand.take('1.1');
      hand.drag(4, 0);
      hand.drag(9, -3);
      await hand.drop();
      const [edit] = edits(kept.sent);
      expect(edit?.path).toMatch(/lay\/drop$/);
      expect(edit?.body.placement).toEqual({ ...placement, x: 109, y: 47 });
      // Nothing but that one request: the answer brings the table as it lies now.
      expect(kept.sent.slice(kept.sent.findIndex((each) => each === edit) + 1)).toEqual([]);
      expect(making.brought).toEqual({ at: 1, stage: { lays: [], gap: 3 } });
      expect(hand.placed['1.1']?.box).toEqual([109, 47, 119, 57]);
      expect(hand.held).toBeNull();
    });

    it('asks for a judgement only of the newest place while one is awaited', async () => {
      hand.take('1.1');
      for (let step = 1; step <= 20; step++) hand.drag(step, 0);
      await vi.waitFor(() => expect(hand.live?.placement.x).toBe(120), PATIENT);
      const asked = kept.sent.filter((each) => each.path.endsWith('/lay/judge'));
      expect(asked.map((each) => each.body.placement)).toMatchObject([{ x: 101 }, { x: 120 }]);
    });

    it('stores nothing for a piece that was only taken up', async () => {
      hand.take('1.1');
      await hand.drop();
      expect(edits(kept.sent)).toHaveLength(0);
    });

    it('puts a nudged piece down when the keys rest', async () => {
      hand.chosen = '1.1';
      hand.nudge(1, 0);
      hand.nudge(1, 0);
      expect(edits(kept.sent)).toHaveLength(0);
      await vi.waitFor(() => expect(edits(kept.sent)).toHaveLength(1), PATIENT);
      expect(edits(kept.sent)[0]?.body.placement).toEqual({ ...placement, x: 102 });
    });

    it('turns by degrees and comes round', async () => {
      await hand.turn('1.1', -1);
      expect(edits(kept.sent)[0]?.body.placement).toEqual({ ...placement, turn: 359 });
    });

    it('asks for what a finding offers', async () => {
      await hand.mend('1.1', 'turn over');
      const asked = kept.sent.find((each) => each.path.endsWith('/lay/drop'));
      expect(asked?.body.fix).toBe('turn over');
    });
  });

  describe('the search', () => {
    it('is looked at until it is done, and shows each improvement once', async () => {
      const seek = new Seek(making, 5, 1);
      const better = vi.fn();
      const best = await seek.run('main', better);
      expect(best?.best?.takes).toBe(860);
      expect(better).toHaveBeenCalledTimes(4);
      expect(seek.role).toBeNull();
    });

    it('is stopped at the server and keeps what it has', async () => {
      const seek = new Seek(making, 5, 20);
      const best = await seek.run('main', () => seek.stop());
      expect(best?.best?.takes).toBeLessThan(900);
      expect(kept.sent.filter((each) => each.path.endsWith('/searches/7/stop'))).not.toHaveLength(
        0,
      );
      expect(kept.sent.filter((each) => each.path.endsWith('/lay/searches'))).toHaveLength(1);
    });
  });
});
