// The connection to the workroom: a change that could not be sent waits here and is sent when it is back. What
// still waits as the page is closed is told the next time, with what it was: nobody knows whether it arrived.
import { Unreachable } from '../api/client';

const AGAIN = 3_000;
const LOST = 'dove-tack/not-saved';

class Connection {
  /** What waits to be sent, in words. */
  waiting = $state.raw<readonly string[]>([]);
  /** What may be lost with the page that was closed. */
  lost = $state.raw<readonly string[]>(read());

  constructor() {
    addEventListener('beforeunload', (event) => {
      if (this.waiting.length) event.preventDefault();
    });
    addEventListener('pagehide', () => write(this.waiting));
    // Brought back as it was, it goes on waiting.
    addEventListener('pageshow', (event) => event.persisted && write([]));
  }

  /**
   * Send a change; while nobody answers it waits and is sent again. `what`: the change in words. Whoever sends
   * it once more may find that it had arrived: then `again` is true.
   */
  async through<T>(what: string, send: (again: boolean) => Promise<T>): Promise<T> {
    for (let again = false; ; again = true) {
      try {
        const done = await send(again);
        this.over(what, again);
        return done;
      } catch (problem) {
        if (!(problem instanceof Unreachable)) {
          this.over(what, again);
          throw problem;
        }
        if (!again) this.waiting = [...this.waiting, what];
        await back();
      }
    }
  }

  /** It was read. */
  seen = () => {
    this.lost = [];
    write([]);
  };

  private over(what: string, waited: boolean) {
    if (!waited) return;
    const at = this.waiting.indexOf(what);
    this.waiting = this.waiting.filter((_, index) => index !== at);
  }
}

/** Wait until the browser says that there is a connection, or for a while. */
function back(): Promise<void> {
  return new Promise((done) => {
    const over = () => {
      removeEventListener('online', over);
      clearTimeout(timer);
      done();
    };
    const timer = setTimeout(over, AGAIN);
    addEventListener('online', over);
  });
}

function read(): string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(LOST) ?? '[]');
    return Array.isArray(kept) ? kept.filter((each) => typeof each === 'string') : [];
  } catch {
    return [];
  }
}

function write(what: readonly string[]) {
  try {
    if (what.length) localStorage.setItem(LOST, JSON.stringify(what));
    else localStorage.removeItem(LOST);
  } catch {
    // A browser that keeps nothing asks before the page is closed.
  }
}

export const connection = new Connection();
