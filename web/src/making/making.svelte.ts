// One making as the browser knows it: its head, and the one way of changing it. Each edit names the
// journal entry it was made against; the server refuses it if another window has moved on.
import { getContext, setContext } from 'svelte';

import { data, GET, POST, PUT, Unreachable } from '../api/client';
import type { paths } from '../api/schema';
import type { Head, Inputs } from '../api/types';
import { Journalled } from '../parts/journalled.svelte';
import { say } from '../parts/session.svelte';
import { someOf, type Some } from '../parts/some';
import { GivenTicks } from './given.svelte';

type Body<Operation> = Operation extends {
  requestBody: { content: { 'application/json': infer Sent } };
}
  ? Sent extends { against: number }
    ? Omit<Sent, 'against'>
    : never
  : never;
type Answer<Operation> = Operation extends {
  responses: { 200: { content: { 'application/json': infer Given } } };
}
  ? Given
  : never;
type Operation<Path extends keyof paths> = paths[Path] extends { put: infer Put }
  ? Put
  : paths[Path] extends { post: infer Post }
    ? Post
    : never;
/** Every address that edits a making. */
export type Edit = {
  [Path in keyof paths]: Path extends `/api/makings/{making_id}/${string}`
    ? Body<Operation<Path>> extends never
      ? never
      : Path
    : never;
}[keyof paths];

/** What an edit sends, or how it comes from what is in force in its turn. */
type Asked<Path extends keyof paths> =
  Body<Operation<Path>> | ((now: Inputs) => Body<Operation<Path>>);
type Stages = Pick<Inputs, 'pick' | 'trace' | 'fit' | 'cloth' | 'cut' | 'mark' | 'keep'>;

const POSTED: readonly Edit[] = [
  '/api/makings/{making_id}/undo',
  '/api/makings/{making_id}/pattern',
  '/api/makings/{making_id}/redo',
];

export class MakingState extends Journalled {
  head = $state<Head | null>(null);
  /** What an edit's answer brought of the lay, so that it is not asked for again. */
  brought: { at: number; stage: unknown } | null = null;

  /** Ticks given on this device. */
  readonly given: GivenTicks;

  constructor(readonly id: number) {
    super();
    this.given = new GivenTicks(
      id,
      (action) => this.inTurn(action),
      ({ head, sentences }) => {
        this.head = head;
        this.savedOnce = true;
        if (sentences.length) this.notice = sentences.map(say).join(' ');
      },
      this.complain,
    );
  }

  get at(): number {
    return this.head?.at ?? 0;
  }
  /** The inputs in force; stages are shown only once the head is there. */
  get inputs(): Inputs {
    if (!this.head) throw new Error('The making is not loaded yet.');
    return this.head.inputs;
  }
  get path() {
    return { making_id: this.id };
  }

  protected async fetched() {
    this.head = await data(GET('/api/makings/{making_id}', { params: { path: this.path } }));
  }

  /**
   * One edit, at an address or of some of a stage's inputs; the new head replaces the old. What rests on the
   * state in force is worked out in its turn. Refusals are thrown on to the field.
   */
  change<Stage extends keyof Stages>(stage: Stage, some: Some<Stages[Stage]>): Promise<void>;
  change<Path extends Edit>(address: Path, body: Asked<Path>): Promise<void>;
  change(where: keyof Stages | Edit, what: never): Promise<void> {
    return where.startsWith('/')
      ? this.sent(where as Edit, what)
      : this.sentStage(where as keyof Stages, what);
  }

  /** The same by a control without a field of its own: what went wrong is said on the page. */
  edit<Stage extends keyof Stages>(stage: Stage, some: Some<Stages[Stage]>): Promise<boolean>;
  edit<Path extends Edit>(address: Path, body: Asked<Path>): Promise<boolean>;
  edit(where: never, what: never): Promise<boolean> {
    return this.attempt(() => this.change(where, what));
  }

  private sent<Path extends Edit>(address: Path, body: Asked<Path>): Promise<void> {
    return this.edited(this.named(address), async () => {
      const method = POSTED.includes(address) ? POST : PUT;
      const asked = typeof body === 'function' ? body(this.inputs) : body;
      const sent = { ...(asked as object), against: this.at };
      const options = { params: { path: this.path }, body: sent };
      // The types of address, body and answer are held together by this method's own.
      type Sent = (address: string, options: object) => Promise<{ data?: Answer<Operation<Path>> }>;
      const answer = (await data((method as unknown as Sent)(address, options))) as
        Head | { head: Head; stage: unknown };
      if ('head' in answer) {
        this.brought = { at: answer.head.at, stage: answer.stage };
        this.head = answer.head;
      } else this.head = answer;
    });
  }

  /** An edit in words: where it was made, and of what. */
  private named(address: string): string {
    const stage = address.split('/')[4] ?? '';
    const title = this.head ? ` of “${this.head.title}”` : '';
    if (stage === 'undo' || stage === 'redo')
      return `${stage === 'undo' ? 'Undo' : 'Redo'} in the making${title}`;
    return `a change under ${stage.charAt(0).toUpperCase()}${stage.slice(1)}${title}`;
  }

  private sentStage<Stage extends keyof Stages>(stage: Stage, some: Some<Stages[Stage]>) {
    const address = `/api/makings/{making_id}/${stage}` as const;
    return this.sent(address, ({ [stage]: now }) => {
      const inputs = { ...now, ...someOf<Stages[Stage]>(some, now) };
      return { inputs } as Body<Operation<typeof address>>;
    });
  }

  undo = () => this.edit('/api/makings/{making_id}/undo', {});
  redo = () => this.edit('/api/makings/{making_id}/redo', {});

  takeOver = () => this.edit('/api/makings/{making_id}/pattern', {});

  /** Tick or untick: shown at once, kept on this device until the workroom has it. */
  tick = (keys: string[], on: boolean) => this.given.give(keys, on, this.at);

  /** Look whether another device has moved on. */
  async look() {
    try {
      const path = { making_id: this.id };
      const { at } = await data(GET('/api/makings/{making_id}/at', { params: { path } }));
      this.given.away = false;
      if (at !== this.at && !this.busy) await this.load();
    } catch (problem) {
      if (problem instanceof Unreachable) this.given.away = true;
      else this.complain(problem);
    }
  }

  gap = (gap: number) => this.change('/api/makings/{making_id}/lay/gap', { gap });
}

const KEY = Symbol('making');

export const provide = (making: MakingState) => setContext(KEY, making);
export const theMaking = () => getContext<MakingState>(KEY);

/** A stage's own data, loaded anew whenever the making has changed; the old stays until then. */
export class StageData<T> {
  value = $state.raw<T | null>(null);
  /** The journal entry that `value` belongs to. */
  at = $state(-1);

  /** `brings`: edits of this stage may answer with its data. */
  constructor(
    making: MakingState,
    load: () => Promise<{ data?: T; response?: Response }>,
    brings = false,
  ) {
    let asked = 0;
    $effect(() => {
      if (!making.head) return;
      const at = making.head.at;
      const mine = ++asked;
      if (brings && making.brought?.at === at) {
        this.value = making.brought.stage as T;
        this.at = at;
        making.given.settled(at);
        making.brought = null;
        return;
      }
      const answer = load();
      data(answer)
        .then(async (value) => {
          if (mine !== asked) return;
          // What the browser kept is of an older state: shown where nothing is, and nothing is settled by it.
          const kept = (await answer).response?.headers.has('X-Kept');
          if (kept && this.value) return;
          this.value = value;
          this.at = at;
          if (!kept) making.given.settled(at);
        })
        .catch(making.complain);
    });
  }
}
