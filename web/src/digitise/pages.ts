// Pages of a file that are put in place by hand: where they lie before, and what they snap to.
import type { FileOffer, PagePlace } from '../api/types';

type Page = FileOffer['pages'][number];
/** Columns that pages are laid out in at first. */
export const COLUMNS = 4;
export type Places = Record<number, PagePlace>;

/** Between pages that nobody has put anywhere yet (mm). */
const ROOM = 30;

const place = ({ number, width, height }: Page, x: number, y: number): PagePlace => ({
  page: number,
  x,
  y,
  width,
  height,
  turned: false,
});
const patternPages = (pages: readonly Page[]) => pages.filter(({ kind }) => kind === 'pattern');

/** All pages of the pattern in so many columns, one after the other along rows or down columns; a page without
 *  anything on it keeps its cell. */
export function inRows(pages: readonly Page[], columns: number, byRows: boolean): Places {
  const own = patternPages(pages);
  if (!own.length) return {};
  // What comes before is instructions; a page that shows nothing, or the test square, has its cell.
  const first = pages.find(({ kind }) => kind !== 'words')!.number;
  const rows = Math.ceil((own.at(-1)!.number - first + 1) / columns);
  const [wide, high] = [
    Math.max(...own.map(({ width }) => width)),
    Math.max(...own.map(({ height }) => height)),
  ];
  return Object.fromEntries(
    own.map((page) => {
      const at = page.number - first;
      const [row, column] = byRows
        ? [Math.floor(at / columns), at % columns]
        : [at % rows, Math.floor(at / rows)];
      return [page.number, place(page, column * wide, row * high)];
    }),
  );
}

/** Where each page lies; those that have no place in a row below the others. */
export function beside(pages: readonly Page[], box: FileOffer['box']): Places {
  let x = box[0];
  const places: Places = {};
  for (const page of patternPages(pages)) {
    if (page.at) {
      const [a, , , , e, f] = page.at;
      const turned = a < 0;
      const [left, top] = turned ? [e - page.width, f - page.height] : [e, f];
      places[page.number] = { ...place(page, left, top), turned };
    } else {
      places[page.number] = place(page, x, box[1] + box[3] + ROOM);
      x += page.width + ROOM;
    }
  }
  return places;
}

/** What the program is to be told: where pages lie that it found no place for, that were moved, or that were
 *  put by hand `before`. */
export function byHand(
  { pages, box }: Pick<FileOffer, 'pages' | 'box'>,
  places: Places,
  before: readonly number[],
): PagePlace[] {
  const found = beside(pages, box);
  return patternPages(pages).flatMap((page) => {
    const [was, is] = [found[page.number]!, places[page.number]!];
    const moved = was.x !== is.x || was.y !== is.y || was.turned !== is.turned;
    return !page.at || moved || before.includes(page.number) ? [is] : [];
  });
}

/** A page held at a place, drawn to the edges of the others where it comes near (`reach`, mm). */
export function snapped(
  page: number,
  at: [number, number],
  places: Places,
  reach: number,
): [number, number] {
  const own = places[page]!;
  const others = Object.values(places).filter((each) => each.page !== page);
  const nearest = (value: number, to: number[]) =>
    to.reduce(
      (best, each) => (Math.abs(each - value) < Math.abs(best - value) ? each : best),
      Infinity,
    );
  const near = (value: number, to: number[]) => {
    const best = nearest(value, to);
    return Math.abs(best - value) < reach ? best : value;
  };
  return [
    near(
      at[0],
      others.flatMap(({ x, width }) => [x, x + width, x - own.width]),
    ),
    near(
      at[1],
      others.flatMap(({ y, height }) => [y, y + height, y - own.height]),
    ),
  ];
}
