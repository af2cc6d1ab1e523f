// What was found in a file, and what of it is wanted: which sizes by which names, which pieces.
import { data, DELETE, GET, POST, Refused, sendFile } from '../api/client';
import { saveFile } from '../api/save';
import type {
  PagePlace,
  PatternPage,
  PieceCorrections,
  PiecesToSave,
  ReadFile,
} from '../api/types';
import { beside, byHand, COLUMNS, inRows } from './pages';
import { sentenceOf } from '../parts/problem';
import type { PatternState } from './pattern.svelte';

const ASK = 500; // ms
const NOTHING: PieceCorrections = { name: '', cut: null, left: [] };

/** What was read last, by pattern: the page may be left and come back to. */
const kept: Record<number, FileOfferState> = {};

export class FileOfferState {
  read = $state.raw<ReadFile | null>(null);
  name = $state('');
  private file: File | null = null;
  private unit: number | null = null;
  busy = $state('');
  problem = $state('');
  /** What the reading under way is asked after by, "" while there is none. */
  reading = $state('');
  /** A file whose pages are pictures of paper: they may be put under the board. */
  scanned = $state.raw<File | null>(null);
  /** By the size's name in the file: what it is to be called; those left out are not wanted. */
  sizes = $state<Record<string, string>>({});
  /** The ids of the pieces that are wanted. */
  pieces = $state<number[]>([]);
  traced = $state<'' | 'stitching' | 'cutting'>('');
  /** The file's drawing is kept under the board. */
  under = $state(true);
  /** Where pages are put by hand, by their numbers; null while nobody does. */
  places = $state<Record<number, PagePlace> | null>(null);
  /** The pages that were put by hand when the file was read. */
  handPlaced: number[] = [];
  /** What was said of pieces, by their ids. */
  said = $state<Record<number, PieceCorrections>>({});

  constructor(private readonly pattern: PatternState) {}

  /** The offer of a pattern's file, as it was left. */
  static of(pattern: PatternState): FileOfferState {
    const state = kept[pattern.id] ?? new FileOfferState(pattern);
    kept[pattern.id] = state;
    return state.pattern === pattern ? state : state.for(pattern);
  }

  /** The same offer on a page that was built anew. */
  private for(pattern: PatternState): FileOfferState {
    const state = new FileOfferState(pattern);
    Object.assign(state, {
      read: this.read,
      file: this.file,
      unit: this.unit,
      places: this.places,
      handPlaced: this.handPlaced,
      name: this.name,
      sizes: { ...this.sizes },
      pieces: [...this.pieces],
      traced: this.traced,
      under: this.under,
      said: { ...this.said },
    });
    kept[pattern.id] = state;
    return state;
  }

  /** Read a file; `unit`: how long a unit of it is (mm), where it does not say. */
  async choose(file: File, unit: number | null = null, places: string | null = null) {
    this.problem = '';
    this.scanned = null;
    this.busy = `Reading ${file.name}…`;
    const name = Array.from({ length: 3 }, () => Math.random().toString(36).slice(2, 9)).join('');
    this.reading = name;
    const asking = setInterval(() => void this.hear(name, file.name), ASK);
    const asked =
      (unit === null ? '' : `&unit=${unit}`) + (places === null ? '' : `&places=${places}`);
    try {
      const address = `/api/drawn-files/${this.pattern.id}?name=${name}${asked}`;
      const read = await sendFile<ReadFile>(address, file, this.pattern.choices?.most_bytes);
      this.file = file;
      this.read = read;
      this.name = file.name;
      this.sizes = Object.fromEntries(read.offer.sizes.map(({ name }) => [name, name]));
      this.pieces = read.offer.pieces.map(({ inputs }) => inputs.id);
      this.traced = '';
      this.said = {};
      this.unit = unit;
      this.handPlaced = [];
      const loose = read.offer.pages.some(({ kind, at }) => kind === 'pattern' && !at);
      const none = loose && !read.offer.pieces.length;
      this.places = none ? inRows(read.offer.pages, COLUMNS, true) : null;
    } catch (error) {
      this.problem = sentenceOf(error);
      this.scanned = error instanceof Refused && error.field === 'scan' ? file : null;
    }
    clearInterval(asking);
    this.reading = '';
    this.busy = '';
  }

  /** What the reading is at, while it is. */
  private async hear(name: string, file: string) {
    const answer = await GET('/api/drawn-files/reading/{name}', {
      params: { path: { name } },
    }).catch(() => null);
    const step = answer?.data?.step;
    if (step && this.reading === name) this.busy = `Reading ${file}: ${step}…`;
  }
  /** Give the reading up; the answer to it says so. */
  async stop() {
    const name = this.reading;
    if (!name) return;
    this.busy = 'Stopping…';
    await DELETE('/api/drawn-files/reading/{name}', { params: { path: { name } } }).catch(() => {});
  }

  /** Its pages under the board, to be traced over; the id of their sheet when it is done. */
  async scan(): Promise<number | null> {
    const file = this.scanned;
    if (!file) return null;
    this.busy = 'Drawing its pages…';
    const before = this.pattern.now.facts.sheets?.map(({ id }) => id) ?? [];
    const address = `/api/drawn-files/${this.pattern.id}/scans?against=${this.pattern.now.at}`;
    let made: number | null = null;
    try {
      const page = await sendFile<PatternPage>(address, file, this.pattern.choices?.most_bytes);
      this.pattern.page = page;
      this.scanned = null;
      this.problem = '';
      made = page.facts.sheets?.find(({ id }) => !before.includes(id))?.id ?? null;
    } catch (error) {
      this.problem = sentenceOf(error);
    }
    this.busy = '';
    return made;
  }

  /** Read the file that comes with the program, to try it. */
  async tryOut() {
    this.problem = '';
    this.busy = 'Fetching the tower apron…';
    try {
      const answer = await fetch('/api/drawn-files/to-try.pdf');
      if (!answer.ok) throw new Error('it was not there');
      await this.choose(new File([await answer.blob()], 'tower-apron.pdf'));
    } catch {
      this.problem = 'The workroom cannot be reached. Try again.';
      this.busy = '';
    }
  }

  /** What is wanted, drawn at full size on this paper, to be kept. */
  async save(paper: NonNullable<PiecesToSave['paper']>) {
    if (!this.read) return;
    this.problem = '';
    this.busy = 'The file is being made…';
    try {
      await saveFile(`/api/patterns/${this.pattern.id}/taken.pdf`, { ...this.asked, paper });
    } catch (error) {
      this.problem = sentenceOf(error);
    }
    this.busy = '';
  }
  private get asked() {
    return {
      key: this.read!.key,
      pieces: this.wanted,
      sizes: { ...this.sizes },
      traced: this.traced || ('stitching' as const),
      said: { ...this.said },
    };
  }

  /** Begin to put pages in place by hand: those that have none lie below the others. */
  placeByHand() {
    this.places = beside(this.read!.offer.pages, this.read!.offer.box);
  }
  arrange(columns: number, byRows: boolean) {
    this.places = inRows(this.read!.offer.pages, columns, byRows);
  }
  turn(page: number) {
    const place = this.places?.[page];
    if (place) this.places = { ...this.places, [page]: { ...place, turned: !place.turned } };
  }
  moveTo(page: number, x: number, y: number) {
    const place = this.places?.[page];
    if (place) this.places = { ...this.places, [page]: { ...place, x, y } };
  }
  /** Read the file once more with the pages where they were put. */
  async together() {
    if (!this.file || !this.places) return;
    const { file, unit, sizes, traced } = this;
    const places = byHand(this.read!.offer, this.places, this.handPlaced);
    this.problem = '';
    if (!places.length) {
      this.places = null; // all lie where they were found
      return;
    }
    this.busy = 'Putting the pages together…';
    try {
      const { key } = await data(
        POST('/api/patterns/{pattern_id}/file-places', {
          params: { path: { pattern_id: this.pattern.id } },
          body: { places },
        }),
      );
      await this.choose(file, unit, key);
      if (!this.problem) this.handPlaced = places.map(({ page }) => page);
      if (
        !this.problem &&
        Object.keys(sizes).length &&
        Object.keys(sizes).every((name) => name in this.sizes)
      )
        Object.assign(this, { sizes, traced });
    } catch (error) {
      this.problem = sentenceOf(error);
      this.busy = '';
    }
  }

  /** The same file, its unit so long (mm). */
  async measure(unit: number) {
    const { sizes, pieces, traced, said } = this;
    if (!this.file) return;
    await this.choose(this.file, unit);
    if (!this.problem) Object.assign(this, { sizes, pieces, traced, said });
  }

  /** A size wanted or not; the last one stays. */
  want(size: string, on: boolean) {
    const { [size]: name, ...others } = this.sizes;
    if (on) this.sizes = { ...this.sizes, [size]: name ?? size };
    else if (Object.keys(others).length) this.sizes = others;
  }
  only(size: string) {
    this.sizes = { [size]: this.sizes[size] ?? size };
  }
  all() {
    const { sizes } = this.read!.offer;
    this.sizes = Object.fromEntries(sizes.map(({ name }) => [name, this.sizes[name] ?? name]));
  }

  toggle(piece: number) {
    this.pieces = this.pieces.includes(piece)
      ? this.pieces.filter((each) => each !== piece)
      : [...this.pieces, piece];
  }

  /** What was said of a piece so far. */
  of(piece: number): PieceCorrections {
    return this.said[piece] ?? NOTHING;
  }
  say(piece: number, some: Partial<PieceCorrections>) {
    this.said = { ...this.said, [piece]: { ...this.of(piece), ...some } };
  }
  /** A mark taken, or left. */
  mark(piece: number, mark: string) {
    const { left } = this.of(piece);
    this.say(piece, {
      left: left.includes(mark) ? left.filter((each) => each !== mark) : [...left, mark],
    });
  }

  /** The pages of the file that the wanted pieces lie on in the wanted sizes, and its test square, from 1. */
  get pages(): number[] {
    const { wanted } = this;
    const own = (this.read?.offer.pieces ?? [])
      .filter(({ inputs }) => wanted.includes(inputs.id))
      .flatMap(({ pages }) => Object.keys(this.sizes).flatMap((size) => pages?.[size] ?? []));
    const square = own.length ? (this.read?.offer.home_print?.square_pages ?? []) : [];
    return [...own, ...square]
      .sort((a, b) => a - b)
      .filter((page, at, all) => page !== all[at - 1]);
  }
  /** The wanted pieces that come in one of the wanted sizes. */
  get wanted(): number[] {
    return (this.read?.offer.pieces ?? [])
      .filter((each) => each.taken_sizes.some((size) => size in this.sizes))
      .map(({ inputs }) => inputs.id)
      .filter((id) => this.pieces.includes(id));
  }

  /** Taken into the pattern; true when it is done. */
  async take(): Promise<boolean> {
    const { read, traced } = this;
    if (!read || !traced) return false;
    this.busy = 'Taking the pieces…';
    this.problem = '';
    try {
      await this.pattern.take(() => ({ ...this.asked, under: this.under }));
      delete kept[this.pattern.id];
      return true;
    } catch (error) {
      this.problem = sentenceOf(error);
      return false;
    } finally {
      this.busy = '';
    }
  }
}
