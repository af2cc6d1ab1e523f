// From the server's curves to SVG path data. Only drawing happens here, no reckoning.
import type { Curve } from '../api/types';

const round = (value: number) => Math.round(value * 100) / 100;

/** SVG path data of curves that follow each other. */
export function pathData(curves: readonly Curve[], closed = false): string {
  if (!curves.length) return '';
  const first = curves[0]?.[0] ?? [0, 0];
  let text = `M${first.map(round).join(' ')}`;
  for (const curve of curves) {
    const rest = curve.slice(1).map((point) => point.map(round).join(' '));
    text += (rest.length === 1 ? 'L' : 'C') + rest.join(' ');
  }
  return closed ? `${text}Z` : text;
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
      for (const [x = 0, y = 0] of curve) {
        x0 = Math.min(x0, x);
        y0 = Math.min(y0, y);
        x1 = Math.max(x1, x);
        y1 = Math.max(y1, y);
      }
  if (x0 > x1) return { x: 0, y: 0, width: 100, height: 100 };
  return { x: x0, y: y0, width: x1 - x0, height: y1 - y0 };
}

export interface Spot<T> {
  item: T;
  box: Box;
  dx: number;
  dy: number;
}

/** Set boxes out on a sheet, in rows as wide as suits a board `shape` times as wide as high. */
export function setOut<T>(
  items: readonly T[],
  box: (item: T) => Box,
  shape = 1.45,
  room = 70,
): { spots: Spot<T>[]; bounds: Box } {
  const boxes = items.map((item) => ({ item, box: box(item) }));
  const widest = Math.max(1, ...boxes.map(({ box }) => box.width));
  const total = boxes.reduce((sum, { box }) => sum + box.width + room, 0);
  let best = rows(boxes, total, room);
  let bestScale = 0;
  for (let share = 1; share <= 6; share++) {
    const made = rows(boxes, Math.max(widest + room, total / share), room);
    const scale = Math.min(shape / made.bounds.width, 1 / made.bounds.height);
    if (scale > bestScale) [best, bestScale] = [made, scale];
  }
  return best;
}

function rows<T>(boxes: { item: T; box: Box }[], limit: number, room: number) {
  const spots: Spot<T>[] = [];
  let [x, y, high, width] = [0, 0, 0, 0];
  for (const { item, box } of boxes) {
    if (x > 0 && x + box.width > limit) [x, y, high] = [0, y + high + room, 0];
    spots.push({ item, box, dx: x - box.x, dy: y - box.y });
    width = Math.max(width, x + box.width);
    x += box.width + room;
    high = Math.max(high, box.height);
  }
  return {
    spots,
    bounds: { x: 0, y: 0, width: Math.max(width, 1), height: Math.max(y + high, 1) },
  };
}
