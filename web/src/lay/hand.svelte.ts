// One piece held in the hand: it follows the pointer or the arrow keys, is judged live by the
// server, and is put down as one edit.
import { data, POST } from '../api/client';
import type { Fix, Judged, Placement, Role } from '../api/types';
import type { MakingState } from '../making/making.svelte';

const KEYS_REST_MS = 450;

export class Hand {
  role = $state<Role>('main');
  /** The pieces where they were last put down, by item key. */
  placed = $state.raw<Record<string, Judged>>({});
  held = $state<string | null>(null);
  chosen = $state<string | null>(null);
  /** How far the held piece is from where it lay, mm on the cloth (y away from the person). */
  dx = $state(0);
  dy = $state(0);
  /** The judgement of the held piece where it is now. */
  live = $state.raw<Judged | null>(null);
  private asking = false;
  private again = false;
  private resting: ReturnType<typeof setTimeout> | null = null;

  constructor(private readonly making: MakingState) {}

  show(role: Role, placed: readonly Judged[]) {
    this.role = role;
    this.placed = Object.fromEntries(placed.map((judged) => [judged.placement.item, judged]));
    this.letGo();
  }

  take(item: string) {
    this.chosen = item;
    this.held = item;
    this.dx = this.dy = 0;
    this.live = null;
  }

  drag(dx: number, dy: number) {
    this.dx = dx;
    this.dy = dy;
    void this.judge();
  }

  /** Nothing is held any more; what was held lies where it lay. */
  letGo() {
    if (this.resting) clearTimeout(this.resting);
    this.held = null;
    this.live = null;
    this.dx = this.dy = 0;
  }

  private where(item: string): Placement | null {
    const placement = this.placed[item]?.placement;
    if (!placement || item !== this.held) return placement ?? null;
    return { ...placement, x: placement.x + this.dx, y: placement.y + this.dy };
  }

  /** Ask for findings where the piece is now; while one answer is awaited, only the last counts. */
  private async judge() {
    if (this.asking) {
      this.again = true;
      return;
    }
    const item = this.held;
    const placement = item && this.where(item);
    if (!item || !placement) return;
    this.asking = true;
    try {
      const judged = await this.ask(placement);
      if (this.held === item) this.live = judged;
    } catch (problem) {
      this.making.complain(problem);
    } finally {
      this.asking = false;
      if (this.again) {
        this.again = false;
        void this.judge();
      }
    }
  }

  private ask(placement: Placement, fix: Fix = ''): Promise<Judged> {
    return data(
      POST('/api/makings/{making_id}/lay/judge', {
        params: { path: this.making.path },
        body: { role: this.role, placement, fix },
      }),
    );
  }

  /** Put the held piece down where it is. */
  async drop() {
    const item = this.held;
    const placement = item && this.where(item);
    if (!item || !placement) return;
    if (!this.dx && !this.dy) return this.letGo();
    await this.put(item, placement);
  }

  /** Arrow keys: move the chosen piece; it is put down when the keys rest. */
  nudge(dx: number, dy: number) {
    if (!this.chosen || !this.placed[this.chosen]) return;
    if (this.held !== this.chosen) this.take(this.chosen);
    this.drag(this.dx + dx, this.dy + dy);
    if (this.resting) clearTimeout(this.resting);
    this.resting = setTimeout(() => void this.drop(), KEYS_REST_MS);
  }

  /** Turn over, end for end, straighten or move in, as a finding offers. */
  async mend(item: string, fix: Fix) {
    const placement = this.where(item);
    if (placement) await this.put(item, placement, fix);
  }

  /** Turn by degrees where it lies. */
  async turn(item: string, degrees: number) {
    const placement = this.where(item);
    if (!placement) return;
    await this.put(item, { ...placement, turn: ((placement.turn ?? 0) + degrees + 360) % 360 });
  }

  /** Put one piece down: one request, whose answer is the table as it lies then. */
  private async put(item: string, placement: Placement, fix: Fix = '') {
    const before = this.placed[item];
    if (before && item === this.held) {
      // It stays where the hand left it until the answer is there.
      const [dx, dy] = [this.dx, this.dy];
      const [a, b, c, d, e, f] = before.matrix;
      const [x0, y0, x1, y1] = before.box;
      this.placed = {
        ...this.placed,
        [item]: {
          ...(this.live ?? before),
          placement,
          matrix: [a, b, c, d, e + dx, f + dy],
          box: [x0 + dx, y0 + dy, x1 + dx, y1 + dy],
        },
      };
    }
    this.letGo();
    const body = { role: this.role, placement, fix };
    const done = await this.making.attempt(() =>
      this.making.change('/api/makings/{making_id}/lay/drop', body),
    );
    if (!done && before) this.placed = { ...this.placed, [item]: before };
  }

  /** Lay all pieces of one cloth as given. */
  save(placements: Placement[]) {
    const body = { role: this.role, placements };
    return this.making.attempt(() => this.making.change('/api/makings/{making_id}/lay', body));
  }
}
