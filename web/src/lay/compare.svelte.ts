// Ways of laying one cloth set against each other, and whether the cloth owned is enough.
import type { Role, ClothLay, Searching } from '../api/types';
import type { LayState } from './lay.svelte';
import type { Task } from './seek.svelte';

export class Compare {
  seen = $state.raw<Searching | null>(null);
  /** Other widths the shop may have it in (mm). */
  widths = $state.raw<readonly number[]>([]);
  busy = $state(false);

  constructor(private readonly lay: LayState) {}

  /** Every way of folding, as it lies now first, and each width in the way it lies now. */
  folds = (now: ClothLay) => {
    const first = this.lay.variant;
    const others = (this.lay.stage.value?.folds ?? []).filter(({ fold }) => fold !== now.fold);
    const ways = others.map(({ fold }) => ({ ...first, fold, depth: null }));
    const wide = this.widths.map((width) => ({ ...first, width }));
    return this.run(now.role, { variants: [first, ...ways, ...wide] });
  };
  /** What nap and matching cost: as it is, and as if the cloth did not ask for it. */
  costs = (now: ClothLay) => {
    const first = this.lay.variant;
    const without = now.asks.map((each) => ({ ...first, without: [each] }));
    return this.run(now.role, { variants: [first, ...without] });
  };
  fits = (now: ClothLay) => this.run(now.role, { kind: 'fits', variants: [] });

  /** One that goes on already. */
  follow = (going: Searching) => this.shown((show) => this.lay.seek.follow(going, show));

  private run(role: Role, task: Task) {
    const seconds = Math.max(this.lay.seek.seconds, 3 * Math.max(4, task.variants?.length ?? 0));
    return this.shown((show) => this.lay.seek.look(role, { ...task, seconds }, show));
  }

  private async shown(search: (show: (seen: Searching) => void) => Promise<Searching>) {
    this.busy = true;
    this.seen = null;
    try {
      await search((seen) => (this.seen = seen));
    } catch (problem) {
      this.lay.making.complain(problem);
    } finally {
      this.busy = false;
    }
  }

  /** Lay the cloth as that was found; the newest lay is then the one in force. */
  take(at: number, option = false) {
    const { making } = this.lay;
    const body = { job: this.seen!.id, at, option };
    return making.edit('/api/makings/{making_id}/lay/take', body);
  }
}
