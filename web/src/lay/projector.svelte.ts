// A projector over the table: four corners dragged onto a measured rectangle, then piece after piece in its light.
import { data, GET, POST } from '../api/client';
import type { Curve, Move, Point, ProjectedStep, Projection } from '../api/types';
import { kept, keep } from '../parts/onDevice';
import { sentenceOf } from '../parts/problem';
import { moved } from '../table/draw';

const NAME = 'dove-tack/projector';
const STEPS = 16; // points of a curve that is shown
export const CORNERS = ['far left', 'far right', 'near right', 'near left'] as const;

/** Where a place of the table (mm) is seen on the screen (pixels). */
export function seen({ matrix: m }: Pick<Projection, 'matrix'>, [x, y]: Point): Point {
  const deep = m[6]! * x + m[7]! * y + m[8]!;
  return [(m[0]! * x + m[1]! * y + m[2]!) / deep, (m[3]! * x + m[4]! * y + m[5]!) / deep];
}

/** Points as SVG writes them. */
export const line = (points: readonly Point[]) => points.map((each) => each.join(',')).join(' ');

/** The points of a curve, close enough to look smooth. */
export function pointsOf(curves: readonly Curve[]): Point[] {
  return curves.flatMap((curve) => {
    if (curve.length === 2) return [curve[0]!];
    const [a, b, c, d] = curve as unknown as [Point, Point, Point, Point];
    return Array.from({ length: STEPS }, (_, at): Point => {
      const t = at / STEPS;
      const u = 1 - t;
      const weigh = (k: 0 | 1) =>
        u * u * u * a[k] + 3 * u * u * t * b[k] + 3 * u * t * t * c[k] + t * t * t * d[k];
      return [weigh(0), weigh(1)];
    });
  });
}

/** Curves on paper as they lie on the cloth, in the light: the place `window` of the cloth lies at its corner. */
export function inTheLight(
  curves: readonly Curve[],
  onto: Move,
  window: Point,
  { light }: Pick<Projection, 'light'>,
): Point[] {
  return pointsOf(curves).map((point) => {
    const [x, y] = moved(onto, point);
    return [x - window[0] + light[0]!, y - window[1] + light[1]!];
  });
}

export interface Corners {
  corners: Point[];
  width: number;
  height: number;
  middle: Point | null;
  screen: [number, number];
}

/** Corners inside a screen, beside what is said of them: as one begins with. */
export function begun(width: number, height: number): Corners {
  const [left, right, top, low] = [width * 0.12, width * 0.66, height * 0.22, height * 0.78];
  return {
    corners: [
      [left, top],
      [right, top],
      [right, low],
      [left, low],
    ],
    width: 600,
    height: 400,
    middle: null,
    screen: [width, height],
  };
}

function sound(value: unknown): value is Corners {
  const { corners, width, height, middle } = (value ?? {}) as Corners;
  const point = (at: unknown) => Array.isArray(at) && at.length === 2 && at.every(Number.isFinite);
  return (
    Array.isArray(corners) &&
    corners.length === 4 &&
    corners.every(point) &&
    Number.isFinite(width) &&
    Number.isFinite(height) &&
    (middle === null || point(middle))
  );
}

export class Projector {
  measured = $state<Corners>(begun(1280, 800));
  found = $state.raw<Projection | null>(null);
  problem = $state('');
  steps = $state.raw<ProjectedStep[]>([]);
  at = $state(0);
  /** Whether pieces are in the light; else the corners are being set. */
  shows = $state(false);
  /** One piece alone, by its item; "" for all of the lay. */
  alone = $state('');
  private asked = 0;

  constructor(
    readonly making: number,
    readonly role: string,
  ) {}

  /** The corners as they were set on this device, or ones to begin with. */
  open(width: number, height: number) {
    const before = kept(NAME);
    const same = sound(before) && before.screen?.[0] === width && before.screen[1] === height;
    this.measured = same ? before : begun(width, height);
    return this.reckon();
  }

  /** A corner (or the middle: 4) is somewhere else. */
  put(corner: number, at: Point) {
    if (corner === 4) this.measured.middle = at;
    else this.measured.corners[corner] = at;
  }

  /** What the corners come to; the last asked for counts. */
  async reckon() {
    const asked = ++this.asked;
    try {
      const body = $state.snapshot(this.measured) as never;
      const found = await data(POST('/api/measure/projector', { body }));
      if (asked !== this.asked) return;
      this.found = found;
      this.problem = '';
      keep(NAME, $state.snapshot(this.measured));
    } catch (problem) {
      if (asked !== this.asked) return;
      this.found = null;
      this.problem = sentenceOf(problem);
    }
  }

  /** Throw the pieces onto the cloth, beginning with the first that is not `cut`. */
  async show(cut: ReadonlySet<string>) {
    if (!this.found) return;
    try {
      const [left, near, right, far] = this.found.light as [number, number, number, number];
      const [width, height] = [right - left, far - near];
      const path = { making_id: this.making, role: this.role as never };
      const answer = await data(
        GET('/api/makings/{making_id}/lay/{role}/projected', {
          params: { path, query: { width, height, item: this.alone } },
        }),
      );
      this.steps = [...answer.steps];
      const first = this.steps.findIndex((each) => !cut.has(each.item));
      this.at = this.alone ? 0 : Math.max(0, first);
      this.shows = true;
    } catch (problem) {
      this.problem = sentenceOf(problem);
    }
  }

  get step(): ProjectedStep | null {
    return this.steps[this.at] ?? null;
  }

  go(by: number) {
    this.at = Math.min(this.steps.length, Math.max(0, this.at + by));
  }
}
