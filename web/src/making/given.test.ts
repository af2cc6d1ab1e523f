import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

import type { Head, Tick } from '../api/types';
import { PATIENT } from '../parts/mounting';
import { GivenTicks } from './given.svelte';

const tick = (key: string, state: Tick['state'] = 'open'): Tick => ({
  key,
  facts: {},
  state,
  why: '',
});

/** A workroom that can be out of reach, and says no to some keys. */
function workroom() {
  const sent: { against: number; ticks: Record<string, boolean> }[] = [];
  const state = { away: false, no: '', at: 5 };
  vi.stubGlobal(
    'fetch',
    vi.fn(async (request: Request) => {
      if (state.away) throw new TypeError('no connection');
      const body = (await request.json()) as (typeof sent)[number];
      sent.push(body);
      const answer = state.no
        ? { refused: { sentence: state.no, field: '', moved: false } }
        : { head: { at: ++state.at } as Head, sentences: [] };
      return new Response(JSON.stringify(answer), {
        headers: { 'Content-Type': 'application/json' },
      });
    }),
  );
  return { sent, state };
}

function table(id = 1) {
  const took: number[] = [];
  const complaints: unknown[] = [];
  const given = new GivenTicks(
    id,
    (action) => action(),
    ({ head }) => took.push(head.at),
    (problem) => complaints.push(problem),
  );
  return { given, took, complaints };
}

describe('ticks given on this device', () => {
  beforeEach(() => localStorage.clear());
  afterEach(() => vi.unstubAllGlobals());

  it('are shown at once and sent against the state they were given in', async () => {
    const { sent } = workroom();
    const { given, took } = table();
    const sending = given.give(['a', 'b'], true, 5);
    expect(given.now(tick('a')).state).toBe('done');
    expect(given.now(tick('c')).state).toBe('open');
    expect(given.waiting).toBe(2);
    await sending;
    expect(sent).toEqual([{ against: 5, ticks: { a: true, b: true } }]);
    expect(took).toEqual([6]);
    expect(given.waiting).toBe(0);
    // Until the stage shows what was sent, the device goes on showing it.
    expect(given.now(tick('a')).state).toBe('done');
    // A stage of an older state arrives late: what the workroom has since is not taken back.
    given.settled(5);
    expect(given.now(tick('a')).state).toBe('done');
    given.settled(6);
    expect(given.now(tick('a')).state).toBe('open');
    expect(given.now(tick('a', 'look')).state).toBe('look');
  });

  it('stay in the browser while nobody answers, and go together when somebody does', async () => {
    const { sent, state } = workroom();
    state.away = true;
    const { given } = table();
    await given.give(['a'], true, 5);
    await given.give(['b'], true, 5);
    await given.give(['a'], false, 5);
    expect(given.away).toBe(true);
    expect(given.waiting).toBe(2);
    // The page is loaded anew: they are still there, for this making alone.
    const again = table().given;
    expect(again.now(tick('b')).state).toBe('done');
    expect(again.now(tick('a', 'done')).state).toBe('open');
    expect(table(2).given.waiting).toBe(0);
    state.away = false;
    const silent = again.listen();
    dispatchEvent(new Event('online'));
    await vi.waitFor(() => expect(localStorage.length).toBe(0), PATIENT);
    expect(sent).toEqual([{ against: 5, ticks: { a: false, b: true } }]);
    expect(again.away).toBe(false);
    silent();
  });

  it('are let go when the workroom says no, and it is said', async () => {
    const { state } = workroom();
    state.no = 'That is not on any list of this making any more.';
    const { given, complaints } = table();
    await given.give(['gone'], true, 5);
    expect(complaints).toHaveLength(1);
    expect(given.waiting).toBe(0);
    expect(given.now(tick('gone')).state).toBe('open');
  });

  it('survive what somebody else left in the browser', () => {
    for (const odd of [
      '{',
      '{"a":1}',
      '[null,3,{"against":"x"}]',
      '[{"against":1,"ticks":null}]',
    ]) {
      localStorage.setItem('dove-tack/ticks/1', odd);
      expect(table().given.waiting).toBe(0);
    }
  });
});
