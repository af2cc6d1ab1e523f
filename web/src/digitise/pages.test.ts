// Pages put in place by hand.
import { describe, expect, it } from 'vitest';

import type { FileOffer } from '../api/types';
import { beside, byHand, inRows, snapped } from './pages';

const page = (number: number, kind = 'pattern', at: number[] | null = null) =>
  ({ number, kind, width: 210, height: 297, at }) as unknown as FileOffer['pages'][number];

describe('pages by hand', () => {
  it('lie in rows, where one without anything on it keeps its cell', () => {
    const pages = [page(1, 'words'), page(2), page(3, 'empty'), page(4), page(5)];
    const at = (columns: number, byRows: boolean) =>
      Object.values(inRows(pages, columns, byRows)).map(({ page, x, y }) => [page, x, y]);
    expect(at(2, true)).toEqual([
      [2, 0, 0],
      [4, 0, 297],
      [5, 210, 297],
    ]);
    expect(at(2, false)).toEqual([
      [2, 0, 0],
      [4, 210, 0],
      [5, 210, 297],
    ]);
  });

  it('without a place lie below the others, which keep theirs', () => {
    const places = beside(
      [page(1, 'pattern', [-1, 0, 0, -1, 310, 397]), page(2), page(3)],
      [100, 100, 210, 297],
    );
    expect(places[1]).toMatchObject({ x: 100, y: 100, turned: true });
    expect([places[2]!.x, places[3]!.x]).toEqual([100, 340]);
    expect([places[2]!.y, places[3]!.y]).toEqual([427, 427]);
  });

  it('are drawn to the edges of the others, near them only', () => {
    const places = inRows([page(1), page(2)], 2, true);
    expect(snapped(2, [206, 5], places, 8)).toEqual([210, 0]);
    expect(snapped(2, [-3, 290], places, 8)).toEqual([0, 297]);
    expect(snapped(2, [230, 20], places, 8)).toEqual([230, 20]);
  });

  it('are told of where they have no place, were moved or were put before', () => {
    const at = [1, 0, 0, 1, 0, 0];
    const pages = [1, 2, 3, 4].map((number) => page(number, 'pattern', number < 4 ? at : null));
    const offer = { pages, box: [0, 0, 210, 297] } as never;
    const places = beside(pages, [0, 0, 210, 297]);
    const numbers = (before: number[]) => byHand(offer, places, before).map(({ page }) => page);
    expect(numbers([])).toEqual([4]);
    expect(numbers([2])).toEqual([2, 4]);
    places[3] = { ...places[3]!, turned: true };
    expect(numbers([])).toEqual([3, 4]);
  });
});
