// What lies under a tap on the board: the nearest edge of a piece, or the piece itself.
import type { Curve, Point, Shape } from '../api/types';

const STEPS = 20;

/** Points along curves, close enough together to be drawn to and measured from. */
export function dotted(curves: readonly Curve[]): Point[] {
  const points: Point[] = curves.length ? [curves[0]![0]] : [];
  for (const curve of curves) {
    if (curve.length === 2) {
      points.push(curve[1]);
      continue;
    }
    const [a, b, c, d] = curve;
    for (let step = 1; step <= STEPS; step++) {
      const t = step / STEPS;
      const u = 1 - t;
      const at = (k: 0 | 1) =>
        u * u * u * a[k] + 3 * u * u * t * b[k] + 3 * u * t * t * c[k] + t * t * t * d[k];
      points.push([at(0), at(1)]);
    }
  }
  return points;
}

/** How far a point is from curves, and how far along them the nearest place is. */
export function nearest(curves: readonly Curve[], [x, y]: Point): { gap: number; along: number } {
  const points = dotted(curves);
  let best = { gap: Infinity, along: 0 };
  let walked = 0;
  for (let k = 1; k < points.length; k++) {
    const [ax, ay] = points[k - 1]!;
    const [bx, by] = points[k]!;
    const size = Math.hypot(bx - ax, by - ay);
    if (!size) continue;
    const t = Math.min(1, Math.max(0, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / size ** 2));
    const gap = Math.hypot(ax + (bx - ax) * t - x, ay + (by - ay) * t - y);
    if (gap < best.gap) best = { gap, along: walked + t * size };
    walked += size;
  }
  return best;
}

/** The place so far along curves, and the way they run there. */
export function placeAt(curves: readonly Curve[], along: number): { at: Point; way: Point } {
  const points = dotted(curves);
  let left = along;
  for (let k = 1; k < points.length; k++) {
    const [ax, ay] = points[k - 1]!;
    const [bx, by] = points[k]!;
    const size = Math.hypot(bx - ax, by - ay);
    if (!size) continue;
    if (left <= size || k === points.length - 1) {
      const t = Math.min(1, left / size);
      return {
        at: [ax + (bx - ax) * t, ay + (by - ay) * t],
        way: [(bx - ax) / size, (by - ay) / size],
      };
    }
    left -= size;
  }
  return { at: points[0] ?? [0, 0], way: [1, 0] };
}

export function lengthOf(curves: readonly Curve[]): number {
  const points = dotted(curves);
  return points
    .slice(1)
    .reduce((sum, [x, y], k) => sum + Math.hypot(x - points[k]![0], y - points[k]![1]), 0);
}

/** Whether a point lies inside a closed line. */
export function inside(curves: readonly Curve[], [x, y]: Point): boolean {
  const points = dotted(curves);
  let within = false;
  for (let i = 0, j = points.length - 1; i < points.length; j = i++) {
    const [ax, ay] = points[i]!;
    const [bx, by] = points[j]!;
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) within = !within;
  }
  return within;
}

/** The edge of a piece within `reach` (mm) of a point; null where there is none. */
export function edgeAt(shape: Shape, at: Point, reach: number) {
  let best: { edge: string; along: number; gap: number } | null = null;
  for (const edge of shape.edges) {
    if (edge.kind === 'dart') continue;
    const { gap, along } = nearest(edge.path, at);
    if (gap <= reach && (!best || gap < best.gap)) best = { edge: edge.name, along, gap };
  }
  return best;
}

/** A pull on a handle, told apart along and out of the edge; within `near` it runs on straight, or square,
 * or to a whole step of the edge's length. */
export function snapped(
  along: number,
  out: number,
  long: number | null,
  step: number,
  near: number,
): { along: number; out: number } {
  const snap = (value: number, to: number) => (Math.abs(value - to) <= near ? to : value);
  let a = snap(along, 0);
  const o = snap(snap(out, 0), Math.round(out / step) * step);
  if (long !== null && a !== 0) a = snap(a, Math.round((long + a) / step) * step - long);
  const round = (value: number) => Math.round(value * 100) / 100;
  return { along: round(a), out: round(o) };
}
