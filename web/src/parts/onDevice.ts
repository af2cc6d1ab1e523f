// What is kept on this device alone; a browser that keeps nothing is no fault.

/** What was kept under a name; null for nothing, or nothing that can be read. */
export function kept(name: string): unknown {
  try {
    return JSON.parse(localStorage.getItem(name) ?? 'null');
  } catch {
    return null;
  }
}

/** Keep it under a name. */
export function keep(name: string, value: unknown) {
  try {
    localStorage.setItem(name, JSON.stringify(value));
  } catch {
    // it is set anew the next time
  }
}
