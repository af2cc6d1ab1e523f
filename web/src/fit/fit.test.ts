import { describe, expect, it } from 'vitest';

import type { Curve, Shape } from '../api/types';
import { dotted, edgeAt, inside, lengthOf, nearest, placeAt, snapped } from './near';
import { atThe, pulled, put } from './ways';

const line = (...points: [number, number][]): Curve[] =>
  points.slice(1).map((point, k) => [points[k]!, point]);
const square = line([0, 0], [100, 0], [100, 100], [0, 100], [0, 0]);
const bow: Curve[] = [
  [
    [0, 0],
    [0, 40],
    [30, 40],
    [30, 0],
  ],
];

describe('what lies under a tap', () => {
  it('finds the nearest place along straight lines and curves', () => {
    expect(nearest(square, [104, 30])).toEqual({ gap: 4, along: 130 });
    expect(nearest(bow, [15, 33]).gap).toBeCloseTo(3, 1);
    expect(dotted(bow)).toHaveLength(21);
  });
  it('gives back the place and the way so far along', () => {
    expect(placeAt(square, 130)).toEqual({ at: [100, 30], way: [0, 1] });
    expect(placeAt(square, 999).at).toEqual([0, 0]);
    expect(lengthOf(square)).toBe(400);
  });
  it('tells inside from outside, and which edge is meant', () => {
    expect([inside(square, [50, 50]), inside(square, [150, 50])]).toEqual([true, false]);
    const shape = {
      edges: [
        { name: 'top', kind: 'seam', path: line([0, 0], [100, 0]) },
        { name: 'cap', kind: 'dart', path: line([100, 0], [100, 20]) },
        { name: 'side', kind: 'seam', path: line([100, 20], [100, 100]) },
      ],
    } as unknown as Shape;
    expect(edgeAt(shape, [96, 60], 5)).toMatchObject({ edge: 'side', along: 40 });
    expect(edgeAt(shape, [96, 10], 5)).toBeNull(); // a dart's cap is not pulled
    expect(edgeAt(shape, [50, 50], 5)).toBeNull();
  });
});

describe('a pull', () => {
  it('catches straight on, square and on whole lengths', () => {
    expect(snapped(12.4, 1.5, null, 5, 2)).toEqual({ along: 12.4, out: 0 });
    expect(snapped(1.2, 9.1, null, 5, 2)).toEqual({ along: 0, out: 10 });
    expect(snapped(12.4, 7.5, 381, 5, 2)).toEqual({ along: 14, out: 7.5 }); // 395 long
    expect(snapped(12.4, 1.5, 381, 5, 0)).toEqual({ along: 12.4, out: 1.5 });
  });
  it('adds to the same pull and begins another elsewhere', () => {
    const pull = { piece: 1, edge: 'side', part: 'end', share: 1 } as const;
    const once = pulled(pull, 3, 1, 'C')([]);
    expect(once).toMatchObject([{ kind: 'hand', along: 3, out: 1, size: 'C', on: true }]);
    expect(pulled(pull, 2, -4, 'C')(once)).toMatchObject([{ along: 5, out: -3 }]);
    expect(pulled({ ...pull, part: 'start' }, 2, 0, 'C')(once)).toHaveLength(2);
    const off = put(0, { on: false })(once);
    expect(pulled(pull, 2, 0, 'C')(off)).toHaveLength(2);
  });
});

describe('words and numbers', () => {
  it('says where a level is', () => {
    expect(['waist', 'below the elbow', 'middle of piece 3'].map(atThe)).toEqual([
      'At the waist',
      'Below the elbow',
      'In the middle of piece 3',
    ]);
  });
});
