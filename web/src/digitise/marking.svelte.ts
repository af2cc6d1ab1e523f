// What the taps on a picture of a sheet say: ends of a known distance, corners of a known rectangle, points
// whose places are known, points that another picture shows too.
import type { PatternPage, Point } from '../api/types';
import type { PatternState } from './pattern.svelte';
import { CORNERS, HOW, type How } from './sheets';

type Sheet = PatternPage['facts']['sheets'][number];
type Known = Sheet['pictures'][number]['known'];

export class Marking {
  /** Which of the sheet's pictures is looked at. */
  at = $state(0);
  how = $state<How>('rectangle');
  /** Places in the picture that were tapped and are not yet complete (pixels). */
  pixels = $state.raw<readonly Point[]>([]);
  /** The known rectangle, or distance (mm). */
  wide = $state(100);
  high = $state(100);
  /** Where the next known point lies on the sheet (mm). */
  x = $state(0);
  y = $state(0);
  /** The picture as it was taken (pixels), or the sheet seen straight (mm). */
  looking = $state<'taken' | 'sheet'>('taken');
  private asked = '';
  /** The taps that made up the newest edit, and its number in the journal. */
  private complete = $state.raw<{ at: number; pixels: readonly Point[] } | null>(null);

  constructor(
    readonly pattern: PatternState,
    readonly sheetId: () => number,
  ) {}

  get sheet(): Sheet | undefined {
    return this.pattern.now.facts.sheets.find((each) => each.id === this.sheetId());
  }
  private get index() {
    return Math.min(this.at, (this.sheet?.pictures.length ?? 1) - 1);
  }
  get picture() {
    return this.sheet?.pictures[this.index];
  }
  /** The picture's files and what was found about it. */
  get shown() {
    return this.pattern.now.pictures[this.sheetId()]?.[this.index];
  }
  get taken() {
    return this.looking === 'taken' || !this.picture;
  }
  /** A shared point was tapped in the picture and now asks for the same one on the sheet. */
  get sharing() {
    return this.how === 'shared' && this.pixels.length === 1;
  }

  turnTo(at: number) {
    this.at = at;
    this.markBy(this.how);
  }
  markBy(how: How) {
    this.how = how;
    this.pixels = [];
    this.looking = 'taken';
  }

  /** What a picture needs next, once for each: what is known already is not replaced by a tap. */
  propose() {
    const key = `${this.sheetId()}/${this.at}`;
    if (key === this.asked || !this.picture) return;
    this.asked = key;
    this.how = this.picture.known.length ? 'point' : this.at > 0 ? 'shared' : 'rectangle';
  }

  get ask(): string {
    const count = this.pixels.length;
    if (this.how === 'rectangle') return `Tap the ${CORNERS[count] ?? 'first'} corner.`;
    if (this.how === 'distance') return count ? 'Tap the other end.' : 'Tap one end of it.';
    if (this.how === 'point') return 'Type where the point lies, then tap it.';
    if (count) return 'Tap the same point on the sheet.';
    return 'Tap a point that the picture before shows too.';
  }

  /** What undo takes back before anything else: one tap, also where it was the last that was needed. */
  get pending(): { what: string; back: () => unknown } | null {
    if (this.pixels.length) return { what: 'the last tap', back: () => this.untap() };
    const done = this.complete;
    if (!done || done.pixels.length < 2 || done.at !== this.pattern.page?.at) return null;
    return {
      what: 'the last tap',
      back: async () => {
        if (!(await this.pattern.undoEdit())) return;
        this.pixels = done.pixels;
        this.looking = 'taken';
        this.untap();
      },
    };
  }
  private untap() {
    this.pixels = this.pixels.slice(0, -1);
    this.looking = 'taken';
    this.complete = null;
  }

  /** A tap at a place of the straight sheet (mm). */
  async tapSheet(mm: Point) {
    const picture = this.picture;
    if (!picture || !this.sharing) return;
    const shared = [...picture.shared, { pixel: this.pixels[0]!, mm }];
    if (await this.set({ known: null, shared })) this.markBy('shared');
  }

  /** A tap at a place of the picture as it was taken (pixels). */
  async tapPicture([u, v]: Point) {
    const picture = this.picture;
    if (!picture || u < 0 || v < 0 || u > picture.width || v > picture.height) return;
    const pixel: Point = [Math.round(u * 10) / 10, Math.round(v * 10) / 10];
    this.pixels = [...this.pixels, pixel];
    if (this.how === 'shared') {
      this.looking = 'sheet';
      return;
    }
    const wanted = HOW.find((each) => each.value === this.how)!.taps;
    if (this.pixels.length < wanted) return;
    const known = this.known(picture.known);
    const pixels = this.pixels;
    this.pixels = [];
    if (!(await this.set({ known, shared: null }))) return;
    this.complete = { at: this.pattern.now.at, pixels };
    if (this.how !== 'point') this.looking = 'sheet';
  }

  private known(before: Known): Known {
    const { pixels, wide, high } = this;
    if (this.how === 'point') return [...before, { pixel: pixels[0]!, mm: [this.x, this.y] }];
    const corners: Point[] = [[0, 0], [wide, 0], [wide, high], [0, high]]; // prettier-ignore
    return pixels.map((pixel, k) => ({ pixel, mm: corners[k]! }));
  }

  /** Forget what is known in the picture. */
  anew() {
    this.pixels = [];
    return this.set({ known: [], shared: [] });
  }

  private set(points: { known: Known | null; shared: Known | null }) {
    return this.pattern.edit({
      do: 'known points',
      sheet: this.sheetId(),
      at: this.index,
      ...points,
    });
  }
}
