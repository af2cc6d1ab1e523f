// One making as the browser knows it: its head, and every way of changing it. Each edit names the
// journal entry it was made against; the server refuses it if another window has moved on.
import { getContext, setContext } from 'svelte';

import { data, GET, POST, PUT, Refused } from '../api/client';
import type { Head, Inputs } from '../api/types';

export class MakingState {
  head = $state<Head | null>(null);
  /** What the whole page should say: a refusal that belongs to no field. */
  notice = $state('');
  savedOnce = $state(false);
  busy = $state(0);

  constructor(readonly id: number) {}

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

  async load() {
    this.head = await data(GET('/api/makings/{making_id}', { params: { path: this.path } }));
  }

  /**
   * Run an edit; the new head replaces the old. Refusals are thrown on to the field. Edits wait for
   * each other, so that quick hands never collide with themselves.
   */
  edit(send: (against: number) => Promise<{ data?: Head }>): Promise<void> {
    this.busy++;
    const mine = this.before.then(() => this.send(send));
    this.before = mine.catch(() => undefined);
    return mine.finally(() => this.busy--);
  }

  private before: Promise<unknown> = Promise.resolve();

  private async send(send: (against: number) => Promise<{ data?: Head }>): Promise<void> {
    this.notice = '';
    try {
      this.head = await data(send(this.at));
      this.savedOnce = true;
    } catch (problem) {
      if (!(problem instanceof Refused && problem.moved)) throw problem;
      await this.load();
      this.notice = problem.sentence;
    }
  }

  /** The same for controls without a field of their own: refusals are shown on the page. */
  async attempt(send: (against: number) => Promise<{ data?: Head }>): Promise<boolean> {
    try {
      await this.edit(send);
      return true;
    } catch (problem) {
      this.notice = problem instanceof Refused ? problem.sentence : 'That could not be done.';
      return false;
    }
  }

  undo = () => this.step('/api/makings/{making_id}/undo');
  redo = () => this.step('/api/makings/{making_id}/redo');

  private step(address: '/api/makings/{making_id}/undo' | '/api/makings/{making_id}/redo') {
    return this.attempt((against) =>
      POST(address, { params: { path: this.path }, body: { against } }),
    );
  }

  tick = (keys: string[], on: boolean) =>
    this.attempt((against) =>
      POST('/api/makings/{making_id}/ticks', {
        params: { path: this.path },
        body: { against, keys, on },
      }),
    );

  pick = (inputs: Inputs['pick']) =>
    this.edit((against) =>
      PUT('/api/makings/{making_id}/pick', {
        params: { path: this.path },
        body: { against, inputs },
      }),
    );

  fit = (inputs: Inputs['fit']) =>
    this.edit((against) =>
      PUT('/api/makings/{making_id}/fit', {
        params: { path: this.path },
        body: { against, inputs },
      }),
    );

  trace = (inputs: Inputs['trace']) =>
    this.edit((against) =>
      PUT('/api/makings/{making_id}/trace', {
        params: { path: this.path },
        body: { against, inputs },
      }),
    );

  cloth = (inputs: Inputs['cloth']) =>
    this.edit((against) =>
      PUT('/api/makings/{making_id}/cloth', {
        params: { path: this.path },
        body: { against, inputs },
      }),
    );

  gap = (gap: number) =>
    this.edit((against) =>
      PUT('/api/makings/{making_id}/lay/gap', {
        params: { path: this.path },
        body: { against, gap },
      }),
    );

  keep = (inputs: Inputs['keep']) =>
    this.edit((against) =>
      PUT('/api/makings/{making_id}/keep', {
        params: { path: this.path },
        body: { against, inputs },
      }),
    );
}

const KEY = Symbol('making');

export const provide = (making: MakingState) => setContext(KEY, making);
export const theMaking = () => getContext<MakingState>(KEY);

/** A stage's own data, loaded anew whenever the making has changed; the old stays until then. */
export class StageData<T> {
  value = $state.raw<T | null>(null);
  /** The journal entry that `value` belongs to. */
  at = $state(-1);

  constructor(making: MakingState, load: () => Promise<{ data?: T }>) {
    let asked = 0;
    $effect(() => {
      if (!making.head) return;
      const at = making.head.at;
      const mine = ++asked;
      data(load())
        .then((value) => {
          if (mine !== asked) return;
          this.value = value;
          this.at = at;
        })
        .catch((problem: Error) => (making.notice = problem.message));
    });
  }
}
