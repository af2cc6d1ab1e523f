import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

import { Refused, Unreachable } from '../api/client';
import { connection } from './connection.svelte';
import { allSaid, draftOf, draftsAreOf, forgetDrafts, keepDraft, saying } from './drafts';
import { PATIENT } from './mounting';
import { once } from './once';

beforeEach(() => localStorage.clear());

describe('a change without a connection', () => {
  afterEach(() => connection.seen());

  it('waits, is sent again when there is one, and says what it is meanwhile', async () => {
    let away = true;
    const tries: boolean[] = [];
    const sent = connection.through('the hem', (again) => {
      tries.push(again);
      return away ? Promise.reject(new Unreachable('away')) : Promise.resolve(7);
    });
    await vi.waitFor(() => expect(connection.waiting).toEqual(['the hem']), PATIENT);
    away = false;
    dispatchEvent(new Event('online'));
    expect(await sent).toBe(7);
    expect(tries).toEqual([false, true]);
    expect(connection.waiting).toEqual([]);
  });

  it('is given up where the workroom says no', async () => {
    const no = connection.through('the hem', () => Promise.reject(new Refused('Too wide.')));
    await expect(no).rejects.toThrowError(Refused);
    expect(connection.waiting).toEqual([]);
  });

  it('keeps a page from being closed unasked, and is kept as lost when it is', async () => {
    const never = connection.through('the hem', () => Promise.reject(new Unreachable('away')));
    await vi.waitFor(() => expect(connection.waiting).toHaveLength(1), PATIENT);
    const leaving = new Event('beforeunload', { cancelable: true });
    dispatchEvent(leaving);
    expect(leaving.defaultPrevented).toBe(true);
    dispatchEvent(new Event('pagehide'));
    expect(localStorage.getItem('dove-tack/not-saved')).toBe('["the hem"]');
    void never;
  });
});

describe('a form half filled in', () => {
  it('is kept for whoever is signed in, and for nobody else', () => {
    draftsAreOf('Orla');
    keepDraft('cloth', { name: 'Calico' });
    expect(draftOf('cloth')).toEqual({ name: 'Calico' });
    expect(draftOf('person')).toBeNull();
    draftsAreOf('Tamsin');
    expect(draftOf('cloth')).toBeNull();
    draftsAreOf('Orla');
    keepDraft('cloth', null);
    expect(draftOf('cloth')).toBeNull();
    keepDraft('cloth', { name: 'Calico' });
    forgetDrafts();
    expect(draftOf('cloth')).toBeNull();
  });

  it('survives what somebody else left in the browser', () => {
    draftsAreOf('Orla');
    for (const odd of ['{', '[1]', '7', 'null']) {
      localStorage.setItem('dove-tack/draft/Orla/cloth', odd);
      expect(draftOf('cloth')).toBeNull();
    }
  });

  it('waits for fields that are just saying something', async () => {
    expect(allSaid()).toBeNull();
    let said = () => {};
    saying(new Promise<void>((done) => (said = done)));
    const all = allSaid();
    expect(all).not.toBeNull();
    said();
    await all;
    expect(allSaid()).toBeNull();
  });
});

describe('what makes something new', () => {
  it('is done once while it is under way, and again afterwards', async () => {
    let done = () => {};
    const made = vi.fn(() => new Promise<void>((over) => (done = over)));
    const make = once(made);
    const first = make();
    await make();
    expect(made).toHaveBeenCalledTimes(1);
    done();
    await first;
    void make();
    expect(made).toHaveBeenCalledTimes(2);
  });
});
