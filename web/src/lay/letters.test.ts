import { describe, expect, it } from 'vitest';

import type { Judged, LayItem, Schemas } from '../api/types';
import { cover, namesOn, numbersOn, type Letters, type Measured } from './letters';

/** A small generator of numbers from 0 to 1, the same ones every time. */
function chance(seed: number) {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

const apart = (all: readonly Letters[]) =>
  all.every((a, i) => all.slice(i + 1).every((b) => !cover(a, b)));

/** Where a name goes in a rectangle on paper. */
const room = (wide: number, high: number): Schemas['NamePlace'] => ({
  along: [
    [wide / 2, 0],
    [wide / 2, high],
  ],
  across: [
    [0, high / 2],
    [wide, high / 2],
  ],
  high: Math.min(wide, high) / 2,
});

function laidAnyhow(next: () => number, count: number) {
  const places: Record<string, Schemas['NamePlace']> = {};
  const laid = Array.from({ length: count }, (_, k) => {
    const key = `${k + 1}.1`;
    const [wide, high] = [20 + 400 * next(), 15 + 300 * next()];
    places[key] = room(wide, high);
    const turned = next() < 0.5;
    const [x, y] = [900 * next(), 500 * next()];
    return {
      item: { key, piece: k + 1, name: 'Front facing', hands: 'left' } as LayItem,
      judged: {
        placement: { item: key, x, y, turn: 0, over: next() < 0.3 },
        matrix: turned ? [1, 0, 0, 1, x, y] : [0, 1, 1, 0, x, y],
      } as unknown as Judged,
    };
  });
  return { laid, places };
}

describe('letters on the lay', () => {
  it('never cover each other, however the pieces lie', () => {
    let written = 0;
    for (let seed = 1; seed <= 200; seed++) {
      const next = chance(seed);
      const { laid, places } = laidAnyhow(next, 12);
      const px = 0.5 + 2 * next();
      const at = { x: 900 * next(), y: 500 * next() };
      const other = { x: at.x + 200 * (next() - 0.5), y: at.y + 3 * next() };
      const lines: Measured[] = [
        { key: '0', from: at, to: { x: at.x, y: 500 }, text: '41.5 cm' },
        { key: '1', from: other, to: { x: other.x, y: 500 }, text: '41.5 cm' },
        { key: 'end', from: at, to: { x: 0, y: at.y }, text: '12 3/8 in' },
      ];
      const numbers = numbersOn(lines, px);
      const names = namesOn(laid, places, 500, px, numbers, '3.1');
      expect(apart([...numbers, ...names])).toBe(true);
      expect(numbers.length).toBe(3);
      written += names.length;
    }
    expect(written).toBeGreaterThan(200 * 4);
  });

  it('stay inside their piece, and give way to its number where it is narrow', () => {
    const item = { key: '1.1', piece: 7, name: 'Waistband', hands: 'one' } as LayItem;
    const judged = {
      placement: { over: false },
      matrix: [0, 1, 1, 0, 0, 0],
    } as unknown as Judged;
    const named = (high: number) =>
      namesOn([{ item, judged }], { '1.1': { ...room(60, high), high: 30 } }, 400, 1);
    expect(named(400)[0]).toMatchObject({ text: '7 Waistband', x: 200, y: 370 });
    expect(named(40)[0]?.text).toBe('7');
    expect(named(4)).toEqual([]);
  });

  it('sets the numbers beside upright lines and above level ones', () => {
    const [up, level] = numbersOn(
      [
        { key: 'a', from: { x: 100, y: 100 }, to: { x: 100, y: 300 }, text: '20 cm' },
        { key: 'b', from: { x: 300, y: 50 }, to: { x: 0, y: 50 }, text: '30 cm' },
      ],
      1,
    );
    expect(up!.y).toBe(200);
    expect(up!.x).toBeGreaterThan(100);
    expect(level!.x).toBe(150);
    expect(level!.y).toBeLessThan(50);
  });
});
