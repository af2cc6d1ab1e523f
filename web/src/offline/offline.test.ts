import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

import { forgetAll, keepMaking } from './keep';
import { addressesOf } from './kept';

type Listener = (event: Record<string, unknown>) => void;

/** A browser's cache and a worker's surroundings, as far as they matter here. */
async function worker() {
  const kept = new Map<string, Response>();
  const name = (key: Request | string) => (typeof key === 'string' ? key : key.url);
  const store = {
    match: async (key: Request | string) => kept.get(name(key))?.clone(),
    put: async (key: Request | string, answer: Response) => void kept.set(name(key), answer),
  };
  const dropped: string[] = [];
  const listeners = new Map<string, Listener>();
  vi.stubGlobal('caches', {
    open: async () => store,
    delete: async (cache: string) => dropped.push(cache),
  });
  vi.stubGlobal('self', {
    skipWaiting: async () => undefined,
    clients: { claim: async () => undefined },
    location: new URL('http://home/sw.js'),
    addEventListener: (kind: string, listen: Listener) => listeners.set(kind, listen),
  });
  vi.resetModules();
  await import('./worker');
  const work: Promise<unknown>[] = [];
  const waitUntil = (one: Promise<unknown>) => work.push(one);
  return {
    kept,
    dropped,
    say: async (data: unknown) => {
      listeners.get('message')!({ data, waitUntil });
      await Promise.all(work);
    },
    ask: async (path: string, more: { mode?: string; method?: string; origin?: string } = {}) => {
      const url = `${more.origin ?? 'http://home'}${path}`;
      let answer: Promise<Response> | null = null;
      listeners.get('fetch')!({
        request: { url, method: more.method ?? 'GET', mode: more.mode ?? 'cors' },
        respondWith: (given: Promise<Response>) => (answer = given),
      });
      if (answer === null) return null;
      const given = await (answer as Promise<Response>);
      // What was kept says so: no stage takes it for the state of now.
      return (given.headers.has('X-Kept') ? 'kept: ' : '') + (await given.text());
    },
  };
}

describe('the making in hand', () => {
  let away = false;
  beforeEach(() => {
    away = false;
    vi.stubGlobal(
      'fetch',
      vi.fn(async (asked: { url: string } | string) => {
        if (away) throw new TypeError('no connection');
        return new Response(`new ${typeof asked === 'string' ? asked : asked.url}`);
      }),
    );
  });
  afterEach(() => vi.unstubAllGlobals());

  it('is kept with the page and its parts, each once', () => {
    const addresses = addressesOf(7, ['/static/a.js', '/static/a.js']);
    expect(addresses).toContain('/api/makings/7/mark');
    expect(addresses.filter((each) => each === '/static/a.js')).toHaveLength(1);
    expect(addresses[0]).toBe('/');
  });

  it('is asked of the workroom first, and shown as it was kept when that is gone', async () => {
    const one = await worker();
    await one.say({ keep: ['/', 'http://home/api/makings/7/mark'] });
    expect(await one.ask('/api/makings/7/mark')).toBe('new http://home/api/makings/7/mark');
    away = true;
    expect(await one.ask('/api/makings/7/mark')).toBe('kept: new http://home/api/makings/7/mark');
    expect(await one.ask('/making/7/mark/table', { mode: 'navigate' })).toBe('kept: new /');
    await expect(one.ask('/api/makings/8/mark')).rejects.toThrow('no connection');
  });

  it('leaves edits and other sites alone, and forgets when it is told to', async () => {
    const one = await worker();
    expect(await one.ask('/api/makings/7/ticks', { method: 'POST' })).toBeNull();
    expect(await one.ask('/x', { origin: 'http://elsewhere' })).toBeNull();
    await one.say({ forget: true });
    expect(one.dropped).toEqual(['dove-tack']);
  });

  it('is not kept where the browser has no safe connection', async () => {
    vi.stubGlobal('isSecureContext', false);
    expect(await keepMaking(7)).toBe(false);
    await forgetAll();
    const said: unknown[] = [];
    const active = { postMessage: (data: unknown) => said.push(data) };
    vi.stubGlobal('isSecureContext', true);
    vi.stubGlobal('navigator', {
      serviceWorker: {
        register: async () => undefined,
        ready: Promise.resolve({ active }),
        getRegistration: async () => ({ active }),
      },
    });
    expect(await keepMaking(7)).toBe(true);
    await forgetAll();
    expect(said).toEqual([{ keep: addressesOf(7, []) }, { forget: true }]);
  });
});
