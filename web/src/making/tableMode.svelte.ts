// Table mode: big type, and the screen does not sleep while it is on.
import { onDestroy } from 'svelte';

export class TableMode {
  on = $state(false);
  private lock: WakeLockSentinel | null = null;

  constructor() {
    onDestroy(() => void this.lock?.release());
  }

  toggle = async () => {
    this.on = !this.on;
    if (!this.on) {
      await this.lock?.release();
      this.lock = null;
      return;
    }
    try {
      this.lock = (await navigator.wakeLock?.request('screen')) ?? null;
    } catch {
      this.lock = null; // the browser may refuse, on low battery for one; big type stays
    }
  };
}
