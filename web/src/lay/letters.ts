// Names of pieces and ruler numbers on the lay: each gets a place of its own, and none covers another.
// Numbers come first, since they are what the tape is laid for; a name that finds no room gives way to
// its piece's number, and that to nothing.
import type { Judged, LayItem, Schemas } from '../api/types';
import { moved } from '../table/draw';

export interface Letters {
  key: string;
  text: string;
  /** The middle, mm on the drawing. */
  x: number;
  y: number;
  size: number;
}

/** How wide a letter is and how high a line, in sizes of the letters. */
const WIDE = 0.56;
const HIGH = 1.1;

/** Half the room some letters take, mm. */
const half = (letters: Letters) => ({
  x: (letters.text.length * WIDE * letters.size) / 2,
  y: (HIGH * letters.size) / 2,
});

export function cover(a: Letters, b: Letters): boolean {
  const [p, q] = [half(a), half(b)];
  return Math.abs(a.x - b.x) < p.x + q.x && Math.abs(a.y - b.y) < p.y + q.y;
}

/** The first that covers none of those already there. */
function firstFree(choices: readonly Letters[], there: readonly Letters[]): Letters | null {
  return choices.find((each) => !there.some((other) => cover(each, other))) ?? null;
}

/** A ruler line on the drawing with its number: upright ones have it beside, level ones above. */
export interface Measured {
  key: string;
  from: { x: number; y: number };
  to: { x: number; y: number };
  text: string;
}

export function numbersOn(lines: readonly Measured[], px: number): Letters[] {
  const set: Letters[] = [];
  const size = 13 * px;
  for (const { key, from, to, text } of lines) {
    const own = half({ key, text, x: 0, y: 0, size });
    const upright = from.x === to.x;
    const choices: Letters[] = [];
    for (const share of [0.5, 0.35, 0.65, 0.2, 0.8, 0.05, 0.95, -0.15, 1.15])
      for (const side of [1, -1, 3, -3]) {
        const x = from.x + (to.x - from.x) * share + (upright ? side * (own.x + 4 * px) : 0);
        const y = from.y + (to.y - from.y) * share - (upright ? 0 : side * (own.y + 2 * px));
        choices.push({ key, text, x, y, size });
      }
    const free = firstFree(choices, set);
    if (free) set.push(free);
  }
  return set;
}

type Places = Record<string, Schemas['NamePlace']>;

const HANDS: Partial<Record<LayItem['hands'], string>> = { left: ' left', right: ' right' };

/** The names of laid pieces; ``first``: the one whose name is set before all others. */
export function namesOn(
  laid: readonly { item: LayItem; judged: Judged; dx?: number; dy?: number }[],
  places: Places,
  width: number,
  px: number,
  there: readonly Letters[] = [],
  first: string | null = null,
): Letters[] {
  const set: Letters[] = [];
  const inOrder = [...laid].sort(
    (a, b) => Number(b.item.key === first) - Number(a.item.key === first),
  );
  for (const { item, judged, dx = 0, dy = 0 } of inOrder) {
    const place = places[item.key];
    if (!place) continue;
    const [a, b] = judged.matrix;
    const level = Math.abs(b) > Math.abs(a) ? place.along : place.across;
    const [[x0, y0], [x1, y1]] = [moved(judged.matrix, level[0]), moved(judged.matrix, level[1])];
    const [x, y, room] = [(x0 + x1) / 2, (y0 + y1) / 2, Math.abs(x1 - x0) / 2];
    const size = Math.min(14 * px, place.high * 1.8);
    const full = `${item.piece} ${item.name}${HANDS[item.hands] ?? ''}`;
    const texts = [judged.placement.over ? `${full}, face down` : full, full, String(item.piece)];
    const choices: Letters[] = [];
    for (const text of texts) {
      const letters = { key: item.key, text, x: x + dx, y: width - y - dy, size };
      const spare = room - half(letters).x;
      if (spare < 0) continue;
      const high = Math.max(0, place.high - half(letters).y);
      for (const [along, across] of [
        [0, 0],
        [0, -0.7],
        [0, 0.7],
        [-0.8, 0],
        [0.8, 0],
      ] as const)
        choices.push({
          ...letters,
          x: letters.x + along * spare,
          y: letters.y + across * high,
        });
    }
    const free = firstFree(choices, [...there, ...set]);
    if (free) set.push(free);
  }
  return set;
}
