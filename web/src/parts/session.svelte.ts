// Who is here and how they like to see things. One object for the whole page.
import { data, GET, POST, PUT, signedOut } from '../api/client';
import { forgetAll } from '../offline/keep';
import { draftsAreOf, forgetDrafts } from './drafts';
import type { Session } from '../api/types';
import { written, type Unit } from './length';

const KNOWN = 'dove-tack/signed-in';
const REACHED = 5_000;

class Here {
  session = $state<Session | null>(null);
  /** Somebody was signed in here and is not any more, without having asked for it. */
  ended = $state(false);
  private asked = 0;
  get unit(): Unit {
    return this.session?.unit ?? 'cm';
  }
  get paper() {
    return this.session?.paper ?? 'A4';
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
    draftsAreOf(session.user ?? '');
    this.ended = session.user === null && remembered();
    remember(session.user !== null || this.ended);
    this.session = session;
    document.documentElement.dataset.theme = session.theme;
  }

  async like(change: Partial<Pick<Session, 'unit' | 'theme'>>) {
    if (this.session) this.set({ ...this.session, ...change });
    this.set(await data(PUT('/api/session/likes', { body: change })));
  }

  /** The workroom said that it does not know who this is: look who is here. */
  lost = () => {
    if (!this.session?.user || Date.now() - this.asked < REACHED) return;
    this.asked = Date.now();
    void this.load().catch(() => null);
  };

  /** What follows was asked for. */
  forget() {
    remember(false);
    forgetDrafts();
  }

  async leave() {
    this.forget();
    this.set(await data(POST('/api/session/leave')));
  }
}

function remembered(): boolean {
  try {
    return localStorage.getItem(KNOWN) !== null;
  } catch {
    return false;
  }
}

function remember(known: boolean) {
  try {
    if (known) localStorage.setItem(KNOWN, '1');
    else localStorage.removeItem(KNOWN);
  } catch {
    // A browser that keeps nothing says nothing later.
  }
}

export const here = new Here();
signedOut.heard = here.lost;

/** A phrase with its lengths written in the reader's unit. */
export function say(phrase: string): string {
  return written(phrase, here.unit);
}
