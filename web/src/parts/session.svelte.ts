// Who is here and how they like to see things. One object for the whole page.
import { data, GET, POST, PUT } from '../api/client';
import { forgetAll } from '../offline/keep';
import type { Session } from '../api/types';
import { written, type Unit } from './length';

class Here {
  session = $state<Session | null>(null);
  get unit(): Unit {
    return this.session?.unit ?? 'cm';
  }
  get theme(): 'dove' | 'lamp' {
    return this.session?.theme ?? 'dove';
  }

  async load() {
    this.set(await data(GET('/api/session')));
  }

  set(session: Session) {
    // Nothing that was kept for one person is shown to the next.
    if (this.session && this.session.user !== session.user) void forgetAll();
    this.session = session;
    document.documentElement.dataset.theme = session.theme;
  }

  async like(change: Partial<Pick<Session, 'unit' | 'theme'>>) {
    const body = { unit: this.unit, theme: this.theme, ...change };
    if (this.session) this.set({ ...this.session, ...body });
    this.set(await data(PUT('/api/session/likes', { body })));
  }

  async leave() {
    this.set(await data(POST('/api/session/leave')));
  }
}

export const here = new Here();

/** A phrase with its lengths written in the reader's unit. */
export function say(phrase: string): string {
  return written(phrase, here.unit);
}
