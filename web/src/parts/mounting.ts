// For tests: one component on an otherwise empty page, before somebody who is signed in.
import { flushSync, mount, unmount } from 'svelte';
import { afterEach, beforeEach, vi } from 'vitest';

import type { Schemas } from '../api/types';
import { here } from './session.svelte';

let shown: Record<string, unknown> | null = null;

function clear() {
  if (shown) void unmount(shown);
  shown = null;
}

/** Draw a component in place of the last, and give what it is drawn in; `within`: a part of a drawing wants an svg. */
export function show(
  component: unknown,
  props: Record<string, unknown>,
  within: 'main' | 'svg' = 'main',
): HTMLElement {
  clear();
  document.body.innerHTML = `<${within}></${within}>`;
  const target = document.body.firstElementChild as HTMLElement;
  shown = mount(component as never, { target, props }) as Record<string, unknown>;
  flushSync();
  return target;
}

/** Waited for on any machine, however busy it is. */
export const PATIENT = { timeout: 4_000, interval: 5 };

/** Wait until answers have come and are drawn: turns of the loop, since a busy machine does little in a while. */
export async function settle() {
  for (let turn = 0; turn < 25; turn++) await new Promise((done) => setTimeout(done, 1));
  flushSync();
}

/** Somebody who is signed in, and how they like to see things. */
export function signIn(more: Partial<Schemas['Session']> = {}) {
  here.session = {
    user: 'Orla',
    demo: false,
    in_demo: false,
    unit: 'cm',
    paper: 'A4',
    theme: 'dove',
    opens: [],
    version: '1.2.3',
    ...more,
  };
}

/** Sign somebody in before each test of a file, and clear the page after it. */
export function eachSignedIn(demo = false) {
  beforeEach(() => signIn({ demo }));
  afterEach(() => {
    clear();
    vi.unstubAllGlobals();
  });
}
