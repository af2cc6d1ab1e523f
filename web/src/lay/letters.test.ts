import { describe, expect, it } from 'vitest';

import type { Judged, LayItem } from '../api/types';
import { cover, namesOn, numbersOn, type Letters, type Measured } from './letters';

/** A small generator of numbers from 0 to 1, the same ones every time. */
function chance(seed: number) {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

const apart = (all: readonly Letters[]) =>
  all.every((a, i) => all.slice(i + 1).every((b) => !cover(a, b)));

function laidAnyhow(next: () => number, count: number) {
  const places: Record<
    string,
    { at: [number, number]; along: number; across: number; high: number }
  > = {};
  const laid = Array.from({ length: count }, (_, k) => {
    const key = `${k + 1}.1`;
    const [wide, high] = [20 + 400 * next(), 15 + 300 * next()];
    places[key] = { at: [wide / 2, high / 2], along: high / 2, across: wide / 2, high: high / 2 };
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
    const named = (along: number) =>
      namesOn(
        [{ item, judged }],
        { '1.1': { at: [30, 200], along, across: 30, high: 30 } },
        400,
        1,
      );
    expect(named(200)[0]).toMatchObject({ text: '7 Waistband', x: 200, y: 370 });
    expect(named(20)[0]?.text).toBe('7');
    expect(named(2)).toEqual([]);
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
