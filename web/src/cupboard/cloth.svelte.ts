// One cloth that is being written down: every fact is kept as it is said; a new one once it has a name.
import { getContext, setContext } from 'svelte';

import { data, GET, POST, PUT, Refused, Unreachable } from '../api/client';
import type { Cloth, ClothCard, ClothSeen, Cupboard, Point } from '../api/types';
import { someOf, type Some } from '../parts/some';
import { connection } from '../parts/connection.svelte';
import { allSaid, draftOf, keepDraft } from '../parts/drafts';
import { complaintOf, type Complaint } from '../parts/problem';
import { PhotoState } from './photo.svelte';

const FORM = 'cloth';
const OUT_OF_REACH =
  'The workroom cannot be reached. What you enter is kept in this browser; put it into the cupboard when it is back.';
type Ring = readonly Point[];
/** What a tap on the cloth sets. */
export type Setting = '' | 'flaw' | 'remnant' | 'motif';

export class ClothState {
  cloth = $state.raw<Cloth>(null!);
  seen = $state.raw<ClothSeen | null>(null);
  /** 0 while it is not in the cupboard yet. */
  id = $state(0);
  /** It was begun before and comes from what this browser kept. */
  draft = $state(false);
  refused = $state<Complaint | null>(null);
  busy = $state(0);
  setting = $state<Setting>('');
  /** Corners of a flaw or of the remnant's outline, set so far (mm). */
  ring = $state.raw<Ring>([]);
  readonly photo: PhotoState;
  private readonly before: Cloth;
  private turn: Promise<unknown> = Promise.resolve();

  constructor(
    card: ClothCard | null,
    readonly choices: Cupboard['choices'],
    private readonly changed: () => Promise<void>,
  ) {
    this.cloth = this.before = { ...choices.fresh, ...card?.cloth };
    this.seen = card?.seen ?? null;
    this.id = card?.id ?? 0;
    this.photo = new PhotoState(() => this.id, this.cloth.width);
    if (card) return;
    this.goOn();
    // A field of the page before may not have said yet what was typed into it.
    void allSaid()?.then(() => this.goOn());
  }

  /** Say again what was begun before: whether it can be, the workroom says. */
  private goOn() {
    const draft = draftOf<Cloth>(FORM);
    if (!draft) return;
    this.draft = true;
    void this.set(draft);
  }

  /** Put away what was begun before and never put into the cupboard. */
  beginAnew = async () => {
    this.draft = false;
    await this.set(this.choices.fresh);
    keepDraft(FORM, null);
  };

  /** Whether anything was said since it was opened. */
  get touched() {
    return this.cloth !== this.before;
  }

  /** The sentence about a field, if it was refused. */
  at = (field: string) => (this.refused?.field === field ? this.refused.sentence : '');

  /** Some facts; refused ones are taken back, with the sentence at their place. */
  set = (some: Some<Cloth>): Promise<boolean> => {
    // Kept at once: the page may be going away.
    if (!this.id) keepDraft(FORM, { ...this.cloth, ...someOf(some, this.cloth) });
    const mine = this.turn.then(() => this.send({ ...this.cloth, ...someOf(some, this.cloth) }));
    this.turn = mine.catch(() => undefined);
    return mine;
  };

  /** Everything as it was when it was opened. */
  asItWas = () => this.set(this.before);

  /** Into the cupboard. */
  keep = () => {
    if (!this.cloth.name.trim()) {
      this.refused = { field: 'name', sentence: 'Give the cloth a name you will know it by.' };
      return Promise.resolve(false);
    }
    // In its turn: what is said while it is put in is said of the cloth that lies there.
    const mine = this.turn.then(async () => {
      const done = await this.send(this.cloth);
      if (!done || this.id) return done;
      const card = await data(POST('/api/cupboard/cloths', { body: this.cloth }));
      await this.changed(); // the shelf knows it before anybody can go to it
      this.id = card.id;
      this.draft = false;
      keepDraft(FORM, null);
      return true;
    });
    this.turn = mine.catch(() => undefined);
    return mine;
  };

  private async send(next: Cloth): Promise<boolean> {
    this.refused = null;
    this.busy++;
    try {
      if (this.id) {
        const params = { path: { cloth_id: this.id } };
        const body = { cloth: next, seen: this.cloth };
        const put = () => data(PUT('/api/cupboard/cloths/{cloth_id}', { params, body }));
        await this.got(connection.through(`a change of the cloth “${this.cloth.name}”`, put));
      } else {
        const body = this.asked(next);
        this.seen = await data(POST('/api/cupboard/cloths/look', { body }));
        this.cloth = next;
        if (this.touched) keepDraft(FORM, next);
      }
      return true;
    } catch (problem) {
      this.refused = complaintOf(problem);
      const no = problem instanceof Refused && !(problem instanceof Unreachable);
      if (!this.id && !no) {
        // Only its sums are not known, be it that the page goes away while they come in: what was said is not
        // taken back.
        this.cloth = next;
        this.refused = { field: '', sentence: OUT_OF_REACH };
      } else if (!this.id) keepDraft(FORM, this.touched ? this.cloth : null);
      if (problem instanceof Refused && problem.moved) await this.lookAgain();
      return false;
    } finally {
      this.busy--;
    }
  }
  private async got(answer: Promise<ClothCard>) {
    const card = await answer;
    [this.cloth, this.seen] = [card.cloth, card.seen];
    await this.changed();
  }
  /** Another window was quicker: the cloth as it is now. */
  private lookAgain() {
    const params = { path: { cloth_id: this.id } };
    return this.got(data(GET('/api/cupboard/cloths/{cloth_id}', { params }))).catch(
      () => undefined,
    );
  }

  /** How far it reaches along, as far as that is known (mm). */
  get length() {
    const lying = this.seen?.lying ?? this.cloth;
    const remnant = lying.remnant?.map(([x]) => x) ?? [];
    return lying.owned ?? (remnant.length ? Math.max(...remnant) : 1500);
  }

  begin(setting: Setting) {
    this.photo.marking = false;
    this.setting = this.setting === setting ? '' : setting;
    this.ring = [];
  }

  /** A point on the cloth: along from the cut end, across from the lower selvedge's outer edge (mm). */
  async tap([x, y]: Point) {
    if (!this.setting) return;
    const at: Point = [Math.max(0, Math.round(x)), Math.max(0, Math.round(y))];
    if (this.setting === 'motif') await this.set(({ motifs }) => ({ motifs: [...motifs, at] }));
    else this.ring = [...this.ring, at];
  }

  /** Corners set on the cloth become a flaw, or the remnant's outline. */
  async close() {
    if (this.ring.length < 3) return;
    const ring = [...this.ring];
    const done =
      this.setting === 'flaw'
        ? await this.set(({ flaws }) => ({ flaws: [...flaws, ring] }))
        : await this.set({ remnant: ring });
    if (done) this.begin('');
  }

  /** A question answered: what that means for the cloth, the server knows. */
  answer(name: string, value: string): Promise<boolean> {
    const mine = this.turn.then(async () => {
      try {
        const body = { cloth: this.asked(this.cloth), name, value };
        const known = await data(POST('/api/cupboard/cloths/answer', { body }));
        return await this.send({ ...known, name: this.cloth.name });
      } catch (problem) {
        this.refused = complaintOf(problem);
        return false;
      }
    });
    this.turn = mine.catch(() => undefined);
    return mine;
  }
  answered = (name: string) => this.seen?.answers[name] ?? '';

  /** A cloth without a name cannot be kept yet, but its sums can be made. */
  private asked = (cloth: Cloth): Cloth => ({ ...cloth, name: cloth.name.trim() || 'unnamed' });
}

const KEY = Symbol('cloth');
export const provideCloth = (cloth: ClothState) => setContext(KEY, cloth);
export const theCloth = () => getContext<ClothState>(KEY);
