// The ways a piece is entered, in the words of the page.
import type { PatternEdit } from '../api/types';

type Drawn = Extract<PatternEdit, { do: 'add piece' }>['drawn'];
export type Way = 'file' | 'sheet' | 'points' | 'garment' | 'sum';

export const WAYS: readonly { way: Way; name: string; why: string }[] = [
  {
    way: 'file',
    name: 'From a file',
    why: 'A pattern to print at home: its pages put together, every size as it is drawn.',
  },
  {
    way: 'sheet',
    name: 'From a paper sheet',
    why: 'A photo or a scan under the board; click along your line.',
  },
  {
    way: 'points',
    name: 'From pieces already cut out',
    why: 'Measure their points on a squared mat, or set them on the board.',
  },
  {
    way: 'garment',
    name: 'From a garment',
    why: 'Measure it lying flat; the outline is drawn and trued.',
  },
  {
    way: 'sum',
    name: 'From sums and boxes',
    why: 'Rectangles, rings, ruffles, bindings, ties; or only how much cloth it takes.',
  },
];

/** What a new piece of that way begins with. */
export function beginning(way: Way, kind: string): Drawn {
  if (way === 'garment') return { way: 'garment', part: kind, measures: {}, longer: 0, wider: 0 };
  if (way === 'sum') return { way: 'sum', kind, numbers: {}, along: [] };
  return { way: 'line', nodes: [], lines: {}, closed: false, through: way !== 'sheet' };
}
