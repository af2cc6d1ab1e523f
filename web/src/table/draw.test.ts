import { describe, expect, it } from 'vitest';

import type { Curve } from '../api/types';
import { boxOf, fitting, labelSize, matrix, pathData, roomFor, setOut } from './draw';
import { rulerTicks } from './ruler';

describe('pathData', () => {
  it('draws lines and cubics as they come', () => {
    const curves: Curve[] = [
      [
        [0, 0],
        [10, 0],
      ],
      [
        [10, 0],
        [12, 0],
        [14, 2],
        [14, 6],
      ],
    ];
    expect(pathData(curves, true)).toBe('M0 0L10 0C12 0 14 2 14 6Z');
    expect(pathData([])).toBe('');
  });
});

describe('setOut', () => {
  const boxes = [
    [100, 600],
    [300, 550],
    [120, 60],
    [180, 40],
    [300, 500],
  ].map(([width = 0, height = 0]) => ({ x: 5, y: -3, width, height }));

  it('sets boxes out without overlap and inside its bounds', () => {
    const { spots, bounds } = setOut(boxes, (box) => box, 1.4, 20);
    const laid = spots.map(({ box, dx, dy }) => ({
      x0: box.x + dx,
      y0: box.y + dy,
      x1: box.x + dx + box.width,
      y1: box.y + dy + box.height,
    }));
    expect(laid).toHaveLength(boxes.length);
    for (const [index, a] of laid.entries()) {
      expect(a.x0).toBeGreaterThanOrEqual(0);
      expect(a.x1).toBeLessThanOrEqual(bounds.width);
      expect(a.y1).toBeLessThanOrEqual(bounds.height);
      for (const b of laid.slice(index + 1)) {
        expect(a.x1 <= b.x0 || b.x1 <= a.x0 || a.y1 <= b.y0 || b.y1 <= a.y0).toBe(true);
      }
    }
  });

  it('has something to show for nothing', () => {
    expect(setOut([], () => boxOf([])).bounds).toEqual({ x: 0, y: 0, width: 1, height: 1 });
  });
});

describe('labelSize', () => {
  it('is never larger than a screen wants, and gone when it could not be read', () => {
    expect(labelSize(9, 0.3)).toBeCloseTo(4.2);
    expect(labelSize(9, 1)).toBe(9);
    expect(labelSize(8, 1)).toBe(0);
  });
});

describe('rulerTicks', () => {
  it('counts from zero and upwards on cloth', () => {
    const ticks = rulerTicks(0, 200, 1, 'cm', -1, 100);
    const zero = ticks.find((tick) => tick.text === '0');
    expect(zero?.at).toBe(100);
    expect(ticks.find((tick) => tick.at === 0)?.text).toBe('10');
  });

  it('keeps its numbers far enough apart to be read', () => {
    for (const scale of [0.05, 0.3, 1, 4]) {
      const at = rulerTicks(-300, 900, scale, 'in', 1, 0)
        .filter((tick) => tick.text !== null)
        .map((tick) => tick.at);
      for (const [index, each] of at.slice(1).entries()) {
        expect(each - (at[index] ?? 0)).toBeGreaterThan(25);
      }
    }
  });
});

describe('matrix', () => {
  it('writes a move column by column', () => {
    // A quarter turn: x' = -y + 5, y' = x + 7.
    expect(matrix([0, -1, 1, 0, 5, 7])).toBe('matrix(0 1 -1 0 5 7)');
  });
});

describe('roomFor', () => {
  it('widens a box for the name above it, to both sides alike', () => {
    const box = { x: 10, y: 0, width: 20, height: 50 };
    expect(roomFor(box, 'A')).toEqual(box);
    const wide = roomFor(box, '9 Tuck guide');
    expect(wide.width).toBeCloseTo(114);
    expect(wide.x + wide.width / 2).toBeCloseTo(20);
  });
});

describe('a name over a piece', () => {
  it('is as full as it has room for, in one line or two, and never nothing', () => {
    const texts = ['3 Front facing, +1.5 cm', '3 Front facing', '3'];
    // Letters of 10 mm are 5.2 wide: 23 of them take 119.6.
    expect(fitting(texts, 120, 10)).toEqual([texts[0]]);
    expect(fitting(texts, 119, 10)).toEqual(['3 Front facing, +1.5', 'cm']);
    expect(fitting(texts, 79, 10)).toEqual(['3 Front facing,', '+1.5 cm']);
    expect(fitting(texts, 40, 10)).toEqual(['3 Front', 'facing']);
    expect(fitting(texts, 30, 10)).toEqual(['3']);
    expect(fitting(texts, 1, 10)).toEqual(['3']);
  });
});
