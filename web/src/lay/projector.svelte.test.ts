import { afterEach, describe, expect, it, vi } from 'vitest';

import { begun, inTheLight, pointsOf, Projector, seen } from './projector.svelte';

const answered = (value: unknown) =>
  vi.fn(
    async () =>
      new Response(JSON.stringify(value), { headers: { 'Content-Type': 'application/json' } }),
  );

describe('a projector over the table', () => {
  afterEach(() => {
    vi.unstubAllGlobals();
    localStorage.clear();
  });

  it('sees places through a perspective', () => {
    const matrix = [2, 0, 10, 0, -2, 800, 0, 0.001, 1];
    expect(seen({ matrix } as never, [100, 0])).toEqual([210, 800]);
    expect(seen({ matrix } as never, [100, 1000])).toEqual([105, -600]);
  });

  it('puts a piece where the cloth lies in the light', () => {
    const line = [
      [
        [0, 0],
        [10, 0],
      ],
    ] as never;
    const onto = [0, 1, 1, 0, 300, 40] as never; // paper's y along the cloth
    expect(inTheLight(line, onto, [280, 0], { light: [-20, 5, 600, 400] })).toEqual([[0, 45]]);
    const bow = pointsOf([
      [
        [0, 0],
        [0, 40],
        [30, 40],
        [30, 0],
      ],
    ] as never);
    expect(bow).toHaveLength(16);
    expect(bow[8]).toEqual([15, 30]);
  });

  it('begins with the first piece that is not cut, and never leaves its list', async () => {
    const projector = new Projector(1, 'main');
    projector.found = { matrix: [], light: [0, 0, 600, 400] } as never;
    vi.stubGlobal('fetch', answered({ steps: [{ item: '1.1' }, { item: '2.1' }] }));
    await projector.show(new Set(['1.1']));
    expect(projector.step?.item).toBe('2.1');
    projector.go(5);
    expect([projector.at, projector.step]).toEqual([2, null]);
    projector.go(-9);
    expect(projector.at).toBe(0);
  });

  it('keeps corners on this device, for a screen of that size only', async () => {
    vi.stubGlobal('fetch', answered({ matrix: [], light: [] }));
    const first = new Projector(1, 'main');
    await first.open(1280, 800);
    first.put(2, [900, 700]);
    first.put(4, [500, 400]);
    await first.reckon();
    const again = new Projector(2, 'main');
    await again.open(1280, 800);
    expect(again.measured).toEqual(first.measured);
    await again.open(1024, 768);
    expect(again.measured).toEqual(begun(1024, 768));
    localStorage.setItem('dove-tack/projector', '{"corners":[1,2,3,4]}');
    await again.open(1280, 800);
    expect(again.measured).toEqual(begun(1280, 800));
  });

  it('says what is wrong with corners, and shows nothing by them', async () => {
    vi.stubGlobal(
      'fetch',
      answered({ refused: { sentence: 'These cross.', field: 'corners', moved: false } }),
    );
    const projector = new Projector(1, 'main');
    await projector.open(1280, 800);
    expect(projector.problem).toBe('These cross.');
    await projector.show(new Set());
    expect(projector.shows).toBe(false);
  });
});
