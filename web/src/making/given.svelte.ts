// Ticks given on this device: shown at once, kept in the browser until the workroom has them, and sent again when
// the connection is back. A tick rests on the state it was given in, so each is kept with that state's number.
import { data, POST, Unreachable } from '../api/client';
import type { Head, Tick } from '../api/types';

interface Kept {
  against: number;
  ticks: Record<string, boolean>;
}
interface Merged {
  head: Head;
  sentences: readonly string[];
}
const AGAIN = 4_000;

export class GivenTicks {
  /** What the screen shows before the workroom has answered: by key, ticked or not. */
  shown = $state<Record<string, boolean>>({});
  /** Ticks that only this device has so far. */
  waiting = $state(0);
  away = $state(false);
  private queue: Kept[];
  /** What the workroom has, by the number of the state that holds it: shown until a stage of that state is. */
  private arrived: { at: number; ticks: Record<string, boolean> }[] = [];
  private sending: Promise<void> | null = null;
  private timer = 0;
  private readonly name: string;

  constructor(
    private readonly id: number,
    /** Sent in its turn, so that it never collides with another edit from here. */
    private readonly turn: (action: () => Promise<void>) => Promise<void>,
    private readonly took: (merged: Merged) => void,
    private readonly complain: (problem: unknown) => void,
  ) {
    this.name = `dove-tack/ticks/${id}`;
    this.queue = read(this.name);
    for (const each of this.queue) this.shown = { ...this.shown, ...each.ticks };
    this.count();
  }

  /** A tick as it stands with what was given here. */
  now(tick: Tick): Tick {
    const given = this.shown[tick.key];
    if (given === undefined) return tick;
    return { ...tick, state: given ? 'done' : 'open', why: '' };
  }

  /** Keep some ticks, then send all that are kept. */
  give(keys: readonly string[], on: boolean, against: number): Promise<void> {
    const ticks = Object.fromEntries(keys.map((key) => [key, on]));
    this.shown = { ...this.shown, ...ticks };
    const last = this.queue[this.queue.length - 1];
    // While a batch is under way it is not added to.
    if (last && last.against === against && !this.sending) Object.assign(last.ticks, ticks);
    else this.queue.push({ against, ticks });
    this.keep();
    return this.send();
  }

  /** Send what is kept, one batch after the other; what cannot be sent stays. */
  send(): Promise<void> {
    this.sending ??= this.sendAll().finally(() => (this.sending = null));
    return this.sending;
  }

  /** A stage of the state of that number is shown: what arrived by then is in it. */
  settled(at: number) {
    this.arrived = this.arrived.filter((each) => each.at > at);
    this.showAgain();
  }

  private showAgain() {
    const left: Record<string, boolean> = {};
    for (const each of [...this.arrived, ...this.queue]) Object.assign(left, each.ticks);
    this.shown = left;
  }

  listen(): () => void {
    const back = () => void this.send();
    addEventListener('online', back);
    return () => {
      removeEventListener('online', back);
      clearTimeout(this.timer);
    };
  }

  private async sendAll() {
    clearTimeout(this.timer);
    while (this.queue.length) {
      const first = this.queue[0]!;
      try {
        await this.turn(async () => {
          const options = { params: { path: { making_id: this.id } }, body: first };
          const merged: Merged = await data(POST('/api/makings/{making_id}/ticks/given', options));
          this.queue.shift();
          this.arrived.push({ at: merged.head.at, ticks: first.ticks });
          this.keep();
          this.away = false;
          this.took(merged);
        });
      } catch (problem) {
        if (problem instanceof Unreachable) {
          this.away = true;
          this.timer = window.setTimeout(() => void this.send(), AGAIN);
          return;
        }
        // The workroom said no: they are not asked for again, and the screen shows what is in force.
        this.queue.shift();
        this.keep();
        this.showAgain();
        this.complain(problem);
      }
    }
  }

  private keep() {
    this.count();
    try {
      if (this.queue.length) localStorage.setItem(this.name, JSON.stringify(this.queue));
      else localStorage.removeItem(this.name);
    } catch {
      // A browser that keeps nothing still sends them while the page is open.
    }
  }

  private count() {
    const keys = this.queue.flatMap((each) => Object.keys(each.ticks));
    this.waiting = keys.filter((key, index) => keys.indexOf(key) === index).length;
  }
}

function read(name: string): Kept[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(name) ?? '[]');
    return Array.isArray(kept) ? kept.filter(isKept) : [];
  } catch {
    return [];
  }
}

function isKept(each: unknown): each is Kept {
  const kept = each as Kept | null;
  return typeof kept?.against === 'number' && typeof kept.ticks === 'object' && kept.ticks !== null;
}
