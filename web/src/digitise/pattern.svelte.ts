// One pattern that is being entered: what the server says of it, and the one way of changing it. Each edit
// names the journal entry it was made against; the server refuses it if another window has moved on.
import { getContext, setContext } from 'svelte';

import { data, GET, POST } from '../api/client';
import type {
  PatternChoices,
  PatternEdit,
  PatternPage,
  PieceOnBoard,
  TakingPieces,
} from '../api/types';
import { Journalled } from '../parts/journalled.svelte';

export class PatternState extends Journalled {
  page = $state.raw<PatternPage | null>(null);
  choices = $state.raw<PatternChoices | null>(null);
  /** What is looked at: a piece (0: all of them) and a size. */
  piece = $state(0);
  size = $state('');

  constructor(readonly id: number) {
    super();
  }

  get path() {
    return { pattern_id: this.id };
  }
  /** The piece that is looked at, as it is drawn. */
  get drawn(): PieceOnBoard | null {
    return this.page?.pieces.find((each) => each.id === this.piece) ?? null;
  }
  /** Everything that is there, once it is. */
  get now(): PatternPage {
    if (!this.page) throw new Error('The pattern is not loaded yet.');
    return this.page;
  }

  protected async fetched() {
    const query = { piece: this.piece, size: this.size };
    const options = { params: { path: this.path, query } };
    this.page = await data(GET('/api/patterns/{pattern_id}', options));
    this.choices ??= await data(GET('/api/patterns/choices'));
  }

  /** Look at another piece or size. */
  async look(piece: number, size = this.size) {
    if (piece === this.piece && size === this.size && this.page) return;
    this.piece = piece;
    this.size = size;
    await this.attempt(() => this.load());
  }

  /** One edit. One that is made from what is there already is given as a function, asked when its turn has come. */
  change(edit: PatternEdit | (() => PatternEdit)): Promise<void> {
    const name = this.page?.facts.name ?? 'the pattern';
    return this.answered(`a change of “${name}”`, () =>
      POST('/api/patterns/{pattern_id}/edit', {
        params: { path: this.path },
        body: { ...this.looking, edit: typeof edit === 'function' ? edit() : edit },
      }),
    );
  }

  /** Pieces of a file that was read, taken as one edit. */
  take(what: () => Omit<TakingPieces, 'against' | 'piece' | 'size'>): Promise<void> {
    return this.answered('the pieces of a file', () =>
      POST('/api/patterns/{pattern_id}/take', {
        params: { path: this.path },
        body: { ...this.looking, ...what() },
      }),
    );
  }

  /** An edit by a control without a field: what went wrong is said on the page. */
  edit = (edit: PatternEdit | (() => PatternEdit)) => this.attempt(() => this.change(edit));

  /** Taps that are not complete yet, or just became so: undo takes back the last of them. */
  pending = $state.raw<{ what: string; back: () => unknown } | null>(null);

  /** The last tap, or else the last edit. */
  undo = async () =>
    this.pending ? void (await this.pending.back()) : void (await this.undoEdit());
  undoEdit = () => this.attempt(() => this.step('/api/patterns/{pattern_id}/undo'));
  redo = () => this.attempt(() => this.step('/api/patterns/{pattern_id}/redo'));

  private get looking() {
    return { against: this.page?.at ?? 0, piece: this.piece, size: this.size };
  }

  private step(address: '/api/patterns/{pattern_id}/undo' | '/api/patterns/{pattern_id}/redo') {
    const what = address.endsWith('undo') ? 'Undo' : 'Redo';
    return this.answered(what, () =>
      POST(address, { params: { path: this.path }, body: this.looking }),
    );
  }

  private answered(what: string, send: () => Promise<{ data?: PatternPage }>): Promise<void> {
    return this.edited(what, async () => {
      this.page = await data(send());
    });
  }
}

/** The outermost line of a piece that is drawn: cutting line, stitching line, or what there is of it. */
export const rimOf = (piece: PieceOnBoard) =>
  piece.cutting.length
    ? piece.cutting
    : (piece.shape?.edges.flatMap((edge) => edge.path) ?? piece.open);

const KEY = Symbol('pattern');
export const providePattern = (pattern: PatternState) => setContext(KEY, pattern);
export const thePattern = () => getContext<PatternState>(KEY);
