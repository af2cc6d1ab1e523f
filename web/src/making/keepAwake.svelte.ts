// Keeps the screen on while a page lies on the table. Browsers allow it only over a safe connection; where they do
// not, it is said, so that whoever is at the table sets the tablet itself.
import { onDestroy } from 'svelte';

export const GOES_DARK =
  'This browser lets the screen go dark. Set the tablet itself to stay on while you work.';

export class KeepAwake {
  /** What is to be said about it; '' while the screen stays on. */
  said = $state('');
  private lock: WakeLockSentinel | null = null;

  constructor() {
    void this.hold();
    // The browser lets go whenever the page is hidden; it is asked anew when the page comes back.
    const back = () => document.visibilityState === 'visible' && void this.hold();
    document.addEventListener('visibilitychange', back);
    onDestroy(() => {
      document.removeEventListener('visibilitychange', back);
      void this.lock?.release();
    });
  }

  private async hold() {
    try {
      this.lock = (await navigator.wakeLock?.request('screen')) ?? null;
      this.said = this.lock ? '' : GOES_DARK;
    } catch {
      this.said = GOES_DARK;
    }
  }
}
