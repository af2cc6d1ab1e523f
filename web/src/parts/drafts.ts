// Forms half filled in: kept in this browser for whoever is signed in, until they are sent or put away.
const START = 'dove-tack/draft';
let whose = '';
const name = (form: string) => `${START}/${whose}/${form}`;

/** Who is signed in. */
export const draftsAreOf = (user: string) => (whose = user);

/** What was filled in before; null for nothing, or nothing that can be read. */
export function draftOf<T extends object>(form: string): Partial<T> | null {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(name(form)) ?? 'null');
    return kept && typeof kept === 'object' && !Array.isArray(kept) ? (kept as Partial<T>) : null;
  } catch {
    return null;
  }
}

/** Keep what is filled in so far; null: it was sent, or put away. */
export function keepDraft(form: string, filled: object | null) {
  try {
    if (filled) localStorage.setItem(name(form), JSON.stringify(filled));
    else localStorage.removeItem(name(form));
  } catch {
    // A browser that keeps nothing has no drafts.
  }
}

/** Nothing of one person is shown to the next. */
export function forgetDrafts() {
  try {
    for (const key of Object.keys(localStorage))
      if (key.startsWith(START)) localStorage.removeItem(key);
  } catch {
    // Nothing was kept.
  }
}

const underWay = new Set<Promise<unknown>>();

/** What a field is just saying: it may need to be read by the workroom first. */
export function saying(said: Promise<unknown>) {
  underWay.add(said);
  void said.finally(() => underWay.delete(said));
}

/** Once every field has said what it was saying; null where none is. */
export function allSaid(): Promise<unknown> | null {
  return underWay.size ? Promise.allSettled([...underWay]) : null;
}

/** What is typed into a field and was not said yet is said as the page goes away, or changes. */
export function leaveField() {
  const field = document.activeElement;
  if (field instanceof HTMLElement && field.matches('input, textarea, select')) field.blur();
}
