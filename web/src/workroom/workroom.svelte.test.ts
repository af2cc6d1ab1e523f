import { flushSync } from 'svelte';
import { describe, expect, it, vi } from 'vitest';

import type { MakingCard } from '../api/types';
import { here } from '../parts/session.svelte';
import { eachSignedIn, PATIENT, settle, show } from '../parts/mounting';
import Bench from './Bench.svelte';
import Groups from './Groups.svelte';
import MoreBelow from './MoreBelow.svelte';
import { Pages } from './pages.svelte';
import Patterns from './Patterns.svelte';
import Register from './Register.svelte';

/** Answers by address; what was asked is kept. */
function server(answers: (path: string, query: URLSearchParams) => unknown) {
  const asked: string[] = [];
  vi.stubGlobal(
    'fetch',
    vi.fn(async (request: Request) => {
      const url = new URL(request.url);
      asked.push(`${request.method} ${url.pathname}${url.search}`);
      return new Response(JSON.stringify(answers(url.pathname, url.searchParams)), {
        headers: { 'Content-Type': 'application/json' },
      });
    }),
  );
  return asked;
}

const STAGES = ['pick', 'trace', 'fit', 'cloth', 'lay', 'cut', 'mark', 'keep'];

/** A making that is done up to a stage. */
function card(id: number, upTo: number, more: Record<string, unknown> = {}): MakingCard {
  return {
    id, title: `Making ${id}`, pattern: 'Ringing waistcoat', person: 'Orla', size: 'D', cloths: '',
    box: '2', envelope: '14', filed: false, changed: '2026-11-01T10:00:00Z',
    knots: STAGES.map((stage, k) => ({
      stage, state: k < upTo ? 'done' : 'open', why: k < upTo ? 'Done.' : `Nothing at [[${k}0]] yet.`,
    })),
    drawing: { width: 10, height: 5, rings: [] },
    ...more,
  } as unknown as MakingCard; // prettier-ignore
}

const cupboard = { shelf: [], people: [], cloths: [] };

eachSignedIn(true);

describe('the bench', () => {
  it('says of every making what to do next, as a link', async () => {
    server(() => ({ found: [card(1, 2), card(2, 8)], matching: 2, total: 2, damaged: [] }));
    const view = show(Bench, { cupboard });
    await settle();
    const next = view.querySelector('a.next')!;
    expect(next.textContent).toBe('fit');
    expect(next.getAttribute('href')).toBe('/making/1/fit');
    expect(view.textContent).toContain('Nothing at 2 cm yet.');
    expect(view.querySelectorAll('a.next')).toHaveLength(1);
    expect(view.textContent).toContain('Done, and filed in box 2, envelope 14.');
  });

  it('shows a first step and the demo to somebody who has nothing yet', async () => {
    const asked = server((path) =>
      path === '/api/session/demo'
        ? { user: 'Ringers', demo: true, in_demo: true, unit: 'cm', theme: 'dove' }
        : { found: [], matching: 0, total: 0, damaged: [] },
    );
    const view = show(Bench, { cupboard });
    await settle();
    const first = view.querySelector('a.btn-primary.btn-sm')!;
    expect(first.textContent?.trim()).toBe('Put a pattern on the shelf');
    const demo = [...view.querySelectorAll('button')].find((each) =>
      each.textContent?.includes('Open the demo workroom'),
    )!;
    demo.click();
    await settle();
    expect(asked).toContain('POST /api/session/demo');
    expect(here.session?.in_demo).toBe(true);
  });

  it('goes on with what is missing, and offers no demo where there is none', async () => {
    here.session = { ...here.session!, demo: false };
    server(() => ({ found: [], matching: 0, total: 0, damaged: [] }));
    const full = {
      shelf: [{ id: 1, name: 'Sash' }],
      people: [{ measurements: { bust: 900 } }],
      cloths: [],
    };
    const view = show(Bench, { cupboard: full });
    await settle();
    expect(view.querySelector('a.btn-primary.btn-sm')?.textContent?.trim()).toBe(
      'Measure the cloth',
    );
    expect(view.querySelectorAll('li.done')).toHaveLength(2);
    expect(view.textContent).not.toContain('demo');
  });
});

describe('a list in pages', () => {
  const rows = (start: number, count: number) =>
    Array.from({ length: count }, (_, k) => ({ id: start + k }));
  const pages = (ask: (start: number) => Promise<{ rows: { id: number }[]; matching: number }>) =>
    new Pages(ask, (answer) => answer);

  it('goes on where it stopped, until all are there', async () => {
    const ask = vi.fn(async (start: number) => ({ rows: rows(start, start ? 2 : 3), matching: 5 }));
    const list = pages(ask);
    await list.load();
    expect([list.rows.length, list.matching, list.more]).toEqual([3, 5, true]);
    await list.next();
    expect(list.rows.map((row) => row.id)).toEqual([0, 1, 2, 3, 4]);
    expect(list.more).toBe(false);
    await list.next();
    expect(ask).toHaveBeenCalledTimes(2);
  });

  it('never shows one twice, and ends when others have taken some away', async () => {
    // One was begun elsewhere, so that the second page begins with the last of the first.
    const list = pages(async (start) => ({
      rows: start > 4 ? [] : start ? rows(2, 3) : rows(0, 3),
      matching: 9,
    }));
    await list.load();
    await list.next();
    expect(list.rows.map((row) => row.id)).toEqual([0, 1, 2, 3, 4]);
    await list.next();
    expect([list.more, list.matching]).toEqual([false, 5]);
  });

  it('shows only the newest answer, and tells what went wrong', async () => {
    let release = () => undefined as void;
    const list = pages((start) =>
      start === 0 && !list.answer
        ? new Promise((done) => (release = () => done({ rows: rows(70, 1), matching: 1 })))
        : Promise.resolve({ rows: rows(0, 1), matching: 1 }),
    );
    const slow = list.load();
    list.answer = { rows: [], matching: 0 };
    await list.load();
    release();
    await slow;
    expect(list.rows.map((row) => row.id)).toEqual([0]);
    const quiet = vi.spyOn(console, 'error').mockImplementation(() => undefined);
    const broken = pages(() => Promise.reject(new TypeError('no')));
    await broken.load();
    expect(broken.failed).toContain('could not be done');
    quiet.mockRestore();
  });

  it('asks for more when its end comes into sight or is pressed', async () => {
    let seen: (entries: { isIntersecting: boolean }[]) => void = () => undefined;
    vi.stubGlobal(
      'IntersectionObserver',
      class {
        constructor(tell: typeof seen) {
          seen = tell;
        }
        observe() {}
        disconnect() {}
      },
    );
    const next = vi.fn(async () => undefined);
    const view = show(MoreBelow, { shown: 48, matching: 60, what: 'makings', next });
    expect(view.textContent).toContain('48 of 60 makings');
    seen([{ isIntersecting: false }]);
    expect(next).not.toHaveBeenCalled();
    seen([{ isIntersecting: true }]);
    view.querySelector('button')!.click();
    expect(next).toHaveBeenCalledTimes(2);
    const all = show(MoreBelow, { shown: 60, matching: 60, what: 'makings', next });
    expect(all.textContent).toContain('All 60 makings');
    expect(all.querySelector('button')).toBeNull();
  });
});

describe('the register and the shelf', () => {
  it('search as one types, and say when nothing is found', async () => {
    const asked = server((_, query) => {
      const found = query.get('search') ? [] : [card(3, 8, { filed: true })];
      return { found, matching: found.length, total: 1, damaged: [] };
    });
    const view = show(Register, {});
    await settle();
    expect(view.textContent).toContain('Making 3');
    const field = view.querySelector('input')!;
    field.value = 'velvet';
    field.dispatchEvent(new Event('input', { bubbles: true }));
    await settle();
    expect(asked.at(-1)).toContain('search=velvet');
    expect(view.textContent).toContain('Nothing in the register says “velvet”.');
  });

  it('begins for whoever was chosen', async () => {
    const pattern = {
      id: 4, name: 'Sash', garment: 'sash', source: '', sizes: ['A', 'B'], pieces: 1, makings: 0,
      usable: true, waiting: 0,
      drawing: { width: 10, height: 5, rings: [] },
    }; // prettier-ignore
    const sent: string[] = [];
    vi.stubGlobal(
      'fetch',
      vi.fn(async (request: Request) => {
        if (request.method === 'POST') sent.push(await request.text());
        const answer =
          request.method === 'POST' ? { id: 9 } : { patterns: [pattern], matching: 1, damaged: [] };
        return new Response(JSON.stringify(answer), {
          headers: { 'Content-Type': 'application/json' },
        });
      }),
    );
    const people = [{ id: 7, name: 'Pip', measurements: {}, sittings: [], adjustments: [] }];
    const view = show(Patterns, { people, changed: async () => undefined });
    await settle();
    const whom = view.querySelector('select')!;
    whom.selectedIndex = 1;
    whom.dispatchEvent(new Event('change', { bubbles: true }));
    [...view.querySelectorAll('button')].find((each) => each.textContent === 'Begin')!.click();
    await settle();
    expect(JSON.parse(sent[0]!)).toEqual({ pattern: 4, title: 'Sash for Pip', person: 7 });
  });
});

describe('groups', () => {
  it('show the group that was asked for last, whichever answer comes last', async () => {
    const sheet = (id: number, name: string) => ({
      id, name, pattern: 'Sash', rows: [], totals: [], damaged: [],
      shared: [], doubtful: 0, unsearched: [], people: [],
      paper: { name: 'paper', value: 0, text: 'nothing', working: [] },
    }); // prettier-ignore
    let arrives = () => {};
    const late = new Promise<void>((done) => (arrives = done));
    const named = [
      { id: 1, name: 'Anniversary', pattern: 'Sash', people: [] },
      { id: 2, name: 'Spring', pattern: 'Sash', people: [] },
    ];
    vi.stubGlobal(
      'fetch',
      vi.fn(async (request: Request) => {
        const path = new URL(request.url).pathname;
        // The first group's answer comes last.
        if (path.endsWith('/1')) await late;
        const answer = path.endsWith('/1')
          ? sheet(1, 'Anniversary')
          : path.endsWith('/2')
            ? sheet(2, 'Spring')
            : { found: named };
        return new Response(JSON.stringify(answer), {
          headers: { 'Content-Type': 'application/json' },
        });
      }),
    );
    const props = $state({ cupboard, group: 0 });
    const view = show(Groups, props);
    const names = () => [...view.querySelectorAll('input')].map((each) => each.value);
    await vi.waitFor(() => expect(fetch).toHaveBeenCalledTimes(2), PATIENT);
    props.group = 2;
    flushSync();
    await vi.waitFor(() => expect(names()).toContain('Spring'), PATIENT);
    arrives();
    await settle(); // time for it to do harm
    expect(names()).toContain('Spring');
    expect(names()).not.toContain('Anniversary');
  });
});
