// The marks of the tailor's ruler along the board's edges.
import type { Unit } from '../parts/length';

export interface RulerTick {
  /** Pixels from the board's edge. */
  at: number;
  /** The number at a long mark, null at a short one. */
  text: string | null;
}

const STEPS: Record<Unit, { mm: number; steps: number[] }> = {
  cm: { mm: 10, steps: [1, 5, 10, 20, 50, 100, 200] },
  in: { mm: 25.4, steps: [1, 2, 6, 12, 24, 48, 96] },
};

const LETTER = 7; // pixels
export const GAP = 3; // between a mark and its number

/** The marks with those numbers only that are seen whole between two places; along the left edge (`way` -1) they
 *  run upwards. */
export const readable = (ticks: RulerTick[], low: number, high: number, way: 1 | -1): RulerTick[] =>
  ticks.map((tick) => {
    const from = tick.at + GAP * way;
    const to = from + LETTER * (tick.text?.length ?? 0) * way;
    return Math.min(from, to) < low || Math.max(from, to) > high ? { ...tick, text: null } : tick;
  });

/** Marks from `start` mm on over `pixels`; numbers count from `zero` in the given direction. */
export function rulerTicks(
  start: number,
  pixels: number,
  scale: number,
  unit: Unit,
  direction: 1 | -1,
  zero: number,
): RulerTick[] {
  const { mm, steps } = STEPS[unit];
  const long = steps.find((step) => step * mm * scale >= 46) ?? steps[steps.length - 1] ?? 1;
  const part = long === 1 ? (unit === 'cm' ? 0.5 : 0.25) : long / (long % 5 === 0 ? 5 : 2);
  const unitMm = part * mm;
  const first = Math.ceil((start - zero) / unitMm);
  const last = Math.floor((start - zero + pixels / scale) / unitMm);
  const ticks: RulerTick[] = [];
  for (let n = first; n <= last && ticks.length < 400; n++) {
    const value = n * part;
    const isLong = Math.abs(value / long - Math.round(value / long)) < 1e-6;
    ticks.push({
      at: Math.round((zero + n * unitMm - start) * scale * 10) / 10,
      text: isLong ? String(Math.round(value) * direction + 0) : null,
    });
  }
  return ticks;
}
