// Asking the service worker to keep a making for the table, or to forget everything. Browsers allow one only over a
// safe connection or on the machine itself; elsewhere the open page keeps the ticks all the same.
import { addressesOf } from './kept';

const possible = () => window.isSecureContext && 'serviceWorker' in navigator;

/** Keep what a making needs; whether this browser can. */
export async function keepMaking(id: number): Promise<boolean> {
  if (!possible()) return false;
  try {
    await navigator.serviceWorker.register('/sw.js');
    const { active } = await navigator.serviceWorker.ready;
    active?.postMessage({ keep: addressesOf(id, parts()) });
    return active !== null;
  } catch {
    return false;
  }
}

/** Nothing of one person stays for the next. */
export async function forgetAll(): Promise<void> {
  if (!possible()) return;
  const worker = await navigator.serviceWorker.getRegistration().catch(() => undefined);
  worker?.active?.postMessage({ forget: true });
}

/** Scripts, styles and fonts this page was put together from. */
function parts(): string[] {
  return performance
    .getEntriesByType('resource')
    .map((entry) => new URL(entry.name).pathname)
    .filter((path) => path.startsWith('/static/'));
}
