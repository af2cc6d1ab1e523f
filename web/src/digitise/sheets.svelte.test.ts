import { afterEach, describe, expect, it, vi } from 'vitest';

import type { PatternPage, Point } from '../api/types';
import { Marking } from './marking.svelte';
import { PatternState } from './pattern.svelte';

afterEach(() => vi.unstubAllGlobals());

const some = (count: number) =>
  Array.from({ length: count }, (_, k) => ({ pixel: [k, k] as Point, mm: [k, k] as Point }));

/** A sheet with two pictures; every edit is kept, and changes nothing. */
function marking(first = 0, second = 0) {
  const sent: Record<string, unknown>[] = [];
  const pictures = [first, second].map((count, k) => ({
    picture: k + 1, width: 800, height: 600, known: some(count), shared: [],
  })); // prettier-ignore
  const page = {
    id: 7, at: 1, facts: { sheets: [{ id: 4, pictures }] }, pictures: { 4: [] }, pieces: [],
  } as unknown as PatternPage; // prettier-ignore
  vi.stubGlobal('fetch', async (request: Request) => {
    sent.push((await request.clone().json()).edit);
    return Response.json(page);
  });
  const pattern = new PatternState(7);
  pattern.page = page;
  return { made: new Marking(pattern, () => 4), sent };
}

describe('marking what is known in a picture', () => {
  it('asks for the four corners in turn and tells the rectangle that was measured', async () => {
    const { made, sent } = marking();
    [made.wide, made.high] = [297, 210];
    const asked = [];
    for (const at of [
      [10, 10],
      [790, 12],
      [795, 590],
      [5.06, 588],
    ] as Point[]) {
      // prettier-ignore
      asked.push(made.ask);
      await made.tapPicture(at);
    }
    expect(asked.map((each) => each.split(' ').slice(2, 4).join(' '))).toEqual([
      'upper left', 'upper right', 'lower right', 'lower left',
    ]); // prettier-ignore
    expect(sent[0]).toMatchObject({ do: 'known points', sheet: 4, at: 0, shared: null });
    expect((sent[0]!.known as { mm: Point }[]).map((each) => each.mm)).toEqual([
      [0, 0], [297, 0], [297, 210], [0, 210],
    ]); // prettier-ignore
    expect((sent[0]!.known as { pixel: Point }[])[3]!.pixel).toEqual([5.1, 588]);
    expect([made.looking, made.pixels]).toEqual(['sheet', []]);
  });

  it('takes two ends for a distance and leaves out what is tapped beside the picture', async () => {
    const { made, sent } = marking();
    made.markBy('distance');
    made.wide = 254;
    for (const at of [
      [100, 50],
      [-3, 50],
      [100, 601],
      [700, 50],
    ] as Point[])
      // prettier-ignore
      await made.tapPicture(at);
    expect(sent).toHaveLength(1);
    expect(sent[0]!.known).toEqual([
      { pixel: [100, 50], mm: [0, 0] },
      { pixel: [700, 50], mm: [254, 0] },
    ]);
  });

  it('adds a point to those that are known, and goes on in the picture', async () => {
    const { made, sent } = marking(4);
    made.propose();
    expect(made.how).toBe('point');
    [made.x, made.y] = [120, -5];
    await made.tapPicture([40, 60]);
    expect((sent[0]!.known as unknown[]).slice(4)).toEqual([{ pixel: [40, 60], mm: [120, -5] }]);
    expect(made.looking).toBe('taken');
    made.markBy('rectangle');
    made.propose(); // once for each picture: a choice of one's own is kept
    expect(made.how).toBe('rectangle');
  });

  it('joins another picture by a point tapped in it and then on the sheet', async () => {
    const { made, sent } = marking(4);
    made.turnTo(1);
    made.propose();
    expect(made.how).toBe('shared');
    await made.tapSheet([5, 5]); // nothing was tapped in the picture yet
    await made.tapPicture([300, 200]);
    expect([made.looking, made.sharing, sent.length]).toEqual(['sheet', true, 0]);
    await made.tapSheet([81, 44]);
    expect(sent[0]).toMatchObject({ at: 1, known: null, shared: [{ pixel: [300, 200], mm: [81, 44] }] });
    expect([made.looking, made.pixels]).toEqual(['taken', []]);
    await made.anew();
    expect(sent[1]).toMatchObject({ known: [], shared: [] });
  }); // prettier-ignore
});
