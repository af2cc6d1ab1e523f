// What a making and a pattern share in the browser: both are journals on the server, and whatever is asked of
// one waits for what was asked before, so that quick hands never collide with themselves.
import { Refused } from '../api/client';
import { connection } from './connection.svelte';
import { sentenceOf } from './problem';

const LOOK_AGAIN = 'The newest state is shown now; look whether it is in it.';

export abstract class Journalled {
  /** What the whole page should say: a refusal that belongs to no field. */
  notice = $state('');
  savedOnce = $state(false);
  busy = $state(0);
  private before: Promise<unknown> = Promise.resolve();

  /** Whether everything is saved, in a word. */
  get status(): string {
    if (this.busy) return connection.waiting.length ? 'Waiting for the workroom' : 'Saving…';
    return this.savedOnce ? 'Saved' : '';
  }

  /** Ask the server for what is in force now. */
  protected abstract fetched(): Promise<void>;

  /** In force now, once what was asked before is done. */
  load(): Promise<void> {
    return this.inTurn(() => this.fetched());
  }

  /** Wait for what was asked before: for what rests on the newest state without changing it. */
  settled(): Promise<void> {
    return this.inTurn(() => Promise.resolve());
  }

  /**
   * One edit, in its turn; `what`: it in words. Without a connection it waits for one. Refusals are thrown on to the field; one that was made against an older state,
   * because another window has moved on, is said on the page, which then shows the newer state.
   */
  protected edited(what: string, send: () => Promise<void>): Promise<void> {
    this.busy++;
    const mine = this.inTurn(async () => {
      this.notice = '';
      let sentAgain = false;
      try {
        await connection.through(what, (again) => {
          sentAgain = again;
          return send();
        });
        this.savedOnce = true;
      } catch (problem) {
        if (!(problem instanceof Refused && problem.moved)) throw problem;
        await this.fetched();
        // It may have arrived the first time, and only its answer was lost.
        if (sentAgain)
          this.notice = `The connection was lost as this was sent: ${what}. ${LOOK_AGAIN}`;
        else this.complain(problem);
      }
    });
    return mine.finally(() => this.busy--);
  }

  /** For what has no field of its own: what went wrong is said on the page. */
  async attempt(action: () => Promise<unknown>): Promise<boolean> {
    try {
      await action();
      return true;
    } catch (problem) {
      this.complain(problem);
      return false;
    }
  }

  complain = (problem: unknown) => (this.notice = sentenceOf(problem));

  protected inTurn(action: () => Promise<void>): Promise<void> {
    const mine = this.before.then(action);
    this.before = mine.catch(() => undefined);
    return mine;
  }
}
