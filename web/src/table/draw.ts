// From the server's curves to SVG path data. Only drawing happens here, no reckoning.
import type { Curve, Move, Point } from '../api/types';

const round = (value: number) => Math.round(value * 100) / 100;

/** SVG path data of curves that follow each other. */
export function pathData(curves: readonly Curve[], closed = false): string {
  if (!curves.length) return '';
  let text = `M${curves[0]![0].map(round).join(' ')}`;
  for (const curve of curves) {
    const rest = curve.slice(1).map((point) => point.map(round).join(' '));
    text += (rest.length === 1 ? 'L' : 'C') + rest.join(' ');
  }
  return closed ? `${text}Z` : text;
}

/** SVG's way of writing one of the server's moves (x' = a x + b y + e, y' = c x + d y + f). */
export function matrix([a, b, c, d, e, f]: Move): string {
  return `matrix(${a} ${c} ${b} ${d} ${e} ${f})`;
}

/** Where a move brings a point. */
export function moved([a, b, c, d, e, f]: Move, [x, y]: Point): Point {
  return [a * x + b * y + e, c * x + d * y + f];
}

const SMALLEST_PX = 8.5;

/** Height of a label's letters (mm) on the screen; 0 when it could not be read. */
export function labelSize(size: number, px: number): number {
  return size / px >= SMALLEST_PX ? Math.min(size, 14 * px) : 0;
}

export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** The box round the control points of some curves. */
export function boxOf(groups: readonly (readonly Curve[])[]): Box {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const curves of groups)
    for (const curve of curves)
      for (const [x, y] of curve) {
        x0 = Math.min(x0, x);
        y0 = Math.min(y0, y);
        x1 = Math.max(x1, x);
        y1 = Math.max(y1, y);
      }
  if (x0 > x1) return { x: 0, y: 0, width: 100, height: 100 };
  return { x: x0, y: y0, width: x1 - x0, height: y1 - y0 };
}

/** Millimetres a letter of a piece's name takes on a fitted board, roughly. */
const NAME_LETTER = 9.5;

/** The box, made wide enough for a name written above it. */
export function roomFor(box: Box, name: string): Box {
  const width = Math.max(box.width, name.length * NAME_LETTER);
  return { ...box, x: box.x - (width - box.width) / 2, width };
}

/** The first of some texts that has room in `width` in one line or two; else the last, as it is. */
export function fitting(texts: readonly string[], width: number, size: number): string[] {
  const fits = (line: string) => line.length * size * 0.52 <= width;
  for (const text of texts) {
    if (fits(text)) return [text];
    const words = text.split(' ');
    for (let cut = words.length - 1; cut > 0; cut--) {
      const lines = [words.slice(0, cut).join(' '), words.slice(cut).join(' ')];
      if (lines.every(fits)) return lines;
    }
  }
  return texts.slice(-1);
}

export interface Spot<T> {
  item: T;
  box: Box;
  dx: number;
  dy: number;
}

/**
 * Set boxes out on a sheet so that they are drawn as large as a board `shape` times as wide as high
 * allows: tall ones first in rows, small ones below each other where a row is taller than they are.
 */
export function setOut<T>(
  items: readonly T[],
  box: (item: T) => Box,
  shape = 1.38,
  room = 70,
  tallestFirst = true,
): { spots: Spot<T>[]; bounds: Box } {
  const boxes = items.map((item) => ({ item, box: box(item) }));
  if (tallestFirst) boxes.sort((a, b) => b.box.height - a.box.height);
  const widest = Math.max(1, ...boxes.map(({ box }) => box.width)) + room;
  const total = boxes.reduce((sum, { box }) => sum + box.width + room, 0);
  let best = rows(boxes, total, room);
  let bestScale = 0;
  for (let step = 0; step <= 40; step++) {
    const made = rows(boxes, widest + ((total - widest) * step) / 40, room);
    const scale = Math.min(shape / made.bounds.width, 1 / made.bounds.height);
    if (scale > bestScale) [best, bestScale] = [made, scale];
  }
  return best;
}

function rows<T>(boxes: { item: T; box: Box }[], limit: number, room: number) {
  const spots: Spot<T>[] = [];
  // Columns of the row being filled: where each begins, how wide it is, how far down it is filled.
  let columns: { x: number; width: number; down: number }[] = [];
  let [x, y, high, width] = [0, 0, 0, 0];
  for (const { item, box } of boxes) {
    let column = columns.find(
      (each) => box.width <= each.width && each.down + room + box.height <= high,
    );
    if (column) {
      column.down += room;
    } else {
      if (x > 0 && x + box.width > limit) {
        [x, y, high] = [0, y + high + room, 0];
        columns = [];
      }
      high = Math.max(high, box.height);
      column = { x, width: box.width, down: 0 };
      columns.push(column);
      x += box.width + room;
    }
    spots.push({ item, box, dx: column.x - box.x, dy: y + column.down - box.y });
    column.down += box.height;
    width = Math.max(width, column.x + box.width);
  }
  return {
    spots,
    bounds: { x: 0, y: 0, width: Math.max(width, 1), height: Math.max(y + high, 1) },
  };
}
