// The picture of a cloth: sent in, its known points marked, and seen through while flaws are traced over it.
import { data, DELETE, GET, PUT, Refused, sendFile } from '../api/client';
import type { PhotoCard, Point } from '../api/types';
import { sentenceOf } from '../parts/problem';

type Known = { pixel: Point; along: number; across: number };
/** In what order the corners of a stretch of cloth are tapped: as it lies, its cut end at the left. */
export const CORNERS = [
  'nearest the cut end, at the lower selvedge',
  'further along, at the lower selvedge',
  'further along, at the upper selvedge',
  'nearest the cut end, at the upper selvedge',
] as const;

export class PhotoState {
  card = $state.raw<PhotoCard | null>(null);
  problem = $state('');
  sending = $state(false);
  /** Whether taps mark known points in the picture as it was taken. */
  marking = $state(false);
  how = $state<'stretch' | 'point'>('stretch');
  /** The stretch whose corners are tapped, or the place of one point (mm). */
  from = $state.raw({ along: 0, across: 0 });
  to = $state.raw({ along: 600, across: 1400 });
  /** Corners tapped so far (pixels). */
  pixels = $state.raw<readonly Point[]>([]);
  /** How strongly the picture is seen on the cloth. */
  opacity = $state(0.75);

  constructor(
    private readonly id: () => number,
    width: number,
  ) {
    this.to = { along: 600, across: width };
  }

  get seen() {
    return this.card?.seen ?? null;
  }
  get ask() {
    if (this.how === 'point') return 'Say where the point lies, then tap it.';
    return `Tap the corner ${CORNERS[this.pixels.length] ?? CORNERS[0]}.`;
  }

  private params = () => ({ params: { path: { cloth_id: this.id() } } });
  private async got(answer: Promise<PhotoCard>) {
    this.problem = '';
    this.sending = true;
    try {
      this.card = await answer;
      return true;
    } catch (error) {
      const said = sentenceOf(error);
      // Another window was quicker: what is there now is shown with the sentence.
      if (error instanceof Refused && error.moved) await this.load();
      this.problem = said;
      return false;
    } finally {
      this.sending = false;
    }
  }

  load = () => this.got(data(GET('/api/cupboard/cloths/{cloth_id}/photo', this.params())));

  async send(file: File) {
    const address = `/api/pictures/cloths/${this.id()}?seen=${this.card?.picture ?? 0}`;
    if (await this.got(sendFile<PhotoCard>(address, file))) this.mark();
  }

  mark(how: 'stretch' | 'point' = 'stretch') {
    this.how = how;
    this.pixels = [];
    this.marking = true;
  }

  /** A tap in the picture as it was taken (pixels). */
  async tap([u, v]: Point) {
    const seen = this.seen;
    if (!seen || u < 0 || v < 0 || u > seen.width || v > seen.height) return;
    const pixel: Point = [Math.round(u * 10) / 10, Math.round(v * 10) / 10];
    const { from, to } = this;
    if (this.how === 'point') return void (await this.known([...seen.known, { pixel, ...from }]));
    this.pixels = [...this.pixels, pixel];
    if (this.pixels.length < CORNERS.length) return;
    const corners = [
      from,
      { along: to.along, across: from.across },
      to,
      { along: from.along, across: to.across },
    ];
    const known = this.pixels.map((each, k) => ({ pixel: each, ...corners[k]! }));
    this.pixels = [];
    if (await this.known(known)) this.marking = false;
  }

  known = (known: readonly Known[]) =>
    this.got(
      data(
        PUT('/api/cupboard/cloths/{cloth_id}/photo', {
          ...this.params(),
          body: {
            known: [...known],
            seen: [...(this.seen?.known ?? [])],
            picture: this.card?.picture ?? 0,
          },
        }),
      ),
    );

  async takeAway() {
    this.marking = false;
    const { path } = this.params().params;
    const params = { path, query: { seen: this.card?.picture ?? 0 } };
    await this.got(data(DELETE('/api/cupboard/cloths/{cloth_id}/photo', { params })));
  }
}
