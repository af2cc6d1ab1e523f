// The search runs in the server's worker: it is handed in, looked at while it goes on, and can be
// stopped; its best so far is kept whatever happens.
import { data, GET, POST, Refused } from '../api/client';
import type { Judged, Role, Schemas, Searching } from '../api/types';
import type { MakingState } from '../making/making.svelte';

const SECONDS = 5;
export type Variant = Schemas['Variant'];
export type Task = Partial<Pick<Schemas['LayTask'], 'kind' | 'seconds' | 'variants'>>;
const LOOK_EVERY = 250;

export class Seek {
  role = $state<Role | null>(null);
  share = $state(0);
  waiting = $state(false);
  /** How many searches come before this one, or take turns with it. */
  ahead = $state(0);
  best = $state.raw<Searching | null>(null);
  /** How long to search (s). */
  seconds = $state(SECONDS);
  private id: number | null = null;
  private stopping = false;

  constructor(
    private readonly making: Pick<MakingState, 'path' | 'settled'>,
    seconds = SECONDS,
    private readonly every = LOOK_EVERY,
  ) {
    this.seconds = seconds;
  }

  /** End the search; the best so far is kept. */
  stop() {
    this.stopping = true;
    if (this.id !== null) void data(this.ask('stop')).catch(() => null);
  }

  /** Length of the best lay so far (mm). */
  get length(): number | null {
    return this.best?.best?.takes ?? null;
  }

  /** Search for one cloth; calls `better` with every improvement. Null when nothing was found. */
  async run(
    role: Role,
    better: (placed: readonly Judged[]) => void,
    going: Searching | null = null,
  ): Promise<Searching | null> {
    const show = (found: Searching) => {
      const takes = found.best?.takes ?? null;
      if (takes === null || (this.length !== null && takes >= this.length - 0.05)) return;
      this.best = found;
      better(found.placed);
    };
    const seen = going ? await this.follow(going, show) : await this.look(role, {}, show);
    const refused = seen.sentence || seen.best?.refused || seen.found.tried?.[0]?.refused;
    if (!this.best && refused) throw new Refused(String(refused));
    return this.best;
  }

  /** The searches of this making that go on already: from before the page was loaded, or elsewhere. */
  async going(): Promise<readonly Searching[]> {
    const options = { params: { path: this.making.path } };
    return (await data(GET('/api/makings/{making_id}/lay/searches', options))).open;
  }

  /** Hand a search in and look at it until it is over; what is known is shown each time. */
  async look(role: Role, task: Task, show: (seen: Searching) => void): Promise<Searching> {
    return this.until(role, show, async () => {
      await this.making.settled(); // a fold that was just chosen counts
      return data(
        POST('/api/makings/{making_id}/lay/searches', {
          params: { path: this.making.path },
          body: { kind: 'lay', role, seconds: this.seconds, variants: [], seed: 1, ...task },
        }),
      );
    });
  }

  /** Look at one that goes on already. */
  follow(going: Searching, show: (seen: Searching) => void): Promise<Searching> {
    return this.until(going.role, show, async () => going);
  }

  private async until(
    role: Role,
    show: (seen: Searching) => void,
    begin: () => Promise<Searching>,
  ): Promise<Searching> {
    this.role = role;
    this.best = null;
    this.share = 0;
    this.id = null;
    this.stopping = false;
    try {
      let seen = await begin();
      this.id = seen.id;
      if (this.stopping) this.stop();
      for (;;) {
        this.share = seen.share;
        this.ahead = seen.ahead ?? 0;
        this.waiting = seen.state === 'waiting';
        show(seen);
        if (seen.state !== 'waiting' && seen.state !== 'running') break;
        // In turn with many others there is seldom anything new; only what is new is fetched whole.
        const patience = seen.best ? Math.min(4, 1 + this.ahead / 3) : 1;
        await new Promise((done) => setTimeout(done, this.every * patience));
        const now = await data(this.howFar());
        const open = now.state === 'waiting' || now.state === 'running';
        seen =
          open && now.better === seen.better ? { ...seen, ...now } : await data(this.ask('look'));
      }
      return seen;
    } finally {
      this.role = null;
    }
  }

  /** Where it stands, in words. */
  get standing(): string {
    const others = `${this.ahead} other ${this.ahead === 1 ? 'search' : 'searches'}`;
    if (this.waiting) return this.ahead ? `Waiting for ${others}…` : 'About to begin…';
    const done = `${Math.round(this.share * 100)} %`;
    return this.ahead ? `${done}, in turn with ${others}` : done;
  }

  private howFar() {
    const params = { path: { ...this.making.path, job_id: this.id ?? 0 } };
    return GET('/api/makings/{making_id}/lay/searches/{job_id}/standing', { params });
  }

  private ask(what: 'look' | 'stop') {
    const params = { path: { ...this.making.path, job_id: this.id ?? 0 } };
    return what === 'look'
      ? GET('/api/makings/{making_id}/lay/searches/{job_id}', { params })
      : POST('/api/makings/{making_id}/lay/searches/{job_id}/stop', { params });
  }
}
