// The search in rounds: each round asks the server for more orders of laying; the best so far is
// kept, progress is real, and it can be stopped between rounds.
import { data, POST } from '../api/client';
import type { Judged, Role, Tried } from '../api/types';
import type { MakingState } from '../making/making.svelte';

const ROUNDS = 6;

export class Seek {
  role = $state<Role | null>(null);
  round = $state(0);
  best = $state.raw<Tried | null>(null);
  readonly rounds = ROUNDS;
  private stopping = false;

  constructor(private readonly making: MakingState) {}

  stop() {
    this.stopping = true;
  }

  /** Search for one cloth; calls `better` with every improvement. Null when nothing was found. */
  async run(role: Role, better: (placed: readonly Judged[]) => void): Promise<Tried | null> {
    this.role = role;
    this.best = null;
    this.stopping = false;
    try {
      for (this.round = 1; this.round <= ROUNDS && !this.stopping; this.round++) {
        const body = { role, seed: this.round, orders: this.round === 1 ? 3 : 8 };
        const tried = await data(
          POST('/api/makings/{making_id}/lay/try', {
            params: { path: this.making.path },
            body,
          }),
        );
        if (!this.best || tried.sought.length < this.best.sought.length - 0.05) {
          this.best = tried;
          better(tried.placed);
        }
      }
      return this.best;
    } finally {
      this.role = null;
    }
  }
}
