// One piece held in the hand: it follows the pointer or the arrow keys, is judged live by the
// server, and is put down as one edit.
import { data, POST } from '../api/client';
import type { Fix, Judged, Placement, Role, Schemas } from '../api/types';
import type { MakingState } from '../making/making.svelte';

const KEYS_REST_MS = 450;

interface How {
  fix?: Fix;
  snap?: boolean;
  taped?: Schemas['TapeInput'] | null;
}

export class Hand {
  role = $state<Role>('main');
  /** The pieces where they were last put down, by item key. */
  placed = $state.raw<Record<string, Judged>>({});
  held = $state<string | null>(null);
  chosen = $state<string | null>(null);
  /** Pieces that are moved with the chosen one. */
  also = $state.raw<readonly string[]>([]);
  /** The last millimetres to fold, edge, stripe or neighbour are taken for the hand. */
  snap = $state(true);
  /** How far the held piece is from where it lay, mm on the cloth (y away from the person). */
  dx = $state(0);
  dy = $state(0);
  /** The judgement of the held piece where it is now. */
  live = $state.raw<Judged | null>(null);
  private byKeys = false;
  private asking = false;
  private again = false;
  private resting: ReturnType<typeof setTimeout> | null = null;

  constructor(private readonly making: MakingState) {}

  show(role: Role, placed: readonly Judged[]) {
    this.role = role;
    this.placed = Object.fromEntries(placed.map((judged) => [judged.placement.item, judged]));
    this.letGo();
  }

  /** Choose one piece, or one more of several. */
  choose(item: string | null, more = false) {
    if (more && item && this.chosen && item !== this.chosen) {
      this.also = this.also.includes(item)
        ? this.also.filter((each) => each !== item)
        : [...this.also, item];
      return;
    }
    if (item !== null && item === this.chosen) return; // the others stay with it
    if (item === null || !this.also.includes(item)) this.also = [];
    else this.also = [...this.also.filter((each) => each !== item), this.chosen!];
    this.chosen = item;
  }

  take(item: string) {
    this.choose(item);
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
    this.byKeys = false;
    this.live = null;
    this.dx = this.dy = 0;
  }

  /** Whether a piece is in the hand now. */
  moves(item: string): boolean {
    return this.held !== null && (item === this.held || this.also.includes(item));
  }

  private where(item: string): Placement | null {
    const placement = this.placed[item]?.placement;
    if (!placement || !this.moves(item)) return placement ?? null;
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
        body: {
          role: this.role,
          placement,
          fix,
          snap: this.snap && !this.byKeys,
          along: this.along(),
        },
      }),
    );
  }

  private along(): Placement[] {
    return this.also.map((item) => this.where(item)).filter((each) => each !== null);
  }

  /** Put the held piece down where it is. */
  async drop() {
    const item = this.held;
    const placement = item && this.where(item);
    if (!item || !placement) return;
    if (!this.dx && !this.dy) return this.letGo();
    await this.put(item, placement, { snap: this.snap && !this.byKeys });
  }

  /** Arrow keys: move the chosen piece; it is put down when the keys rest. */
  nudge(dx: number, dy: number) {
    if (!this.chosen || !this.placed[this.chosen]) return;
    if (this.held !== this.chosen) this.take(this.chosen);
    this.byKeys = true;
    this.drag(this.dx + dx, this.dy + dy);
    if (this.resting) clearTimeout(this.resting);
    this.resting = setTimeout(() => void this.drop(), KEYS_REST_MS);
  }

  /** Turn over, end for end, straighten or move in, as a finding offers. */
  async mend(item: string, fix: Fix) {
    const placement = this.where(item);
    if (placement) await this.put(item, placement, { fix });
  }

  /** Put it where a tape would read that (mm). */
  async tape(item: string, taped: Schemas['TapeInput']) {
    const placement = this.where(item);
    if (placement) await this.send(placement, { taped });
  }

  /** Turn by degrees where it lies. */
  async turn(item: string, degrees: number) {
    const placement = this.where(item);
    if (!placement) return;
    await this.put(item, { ...placement, turn: ((placement.turn ?? 0) + degrees + 360) % 360 });
  }

  /** Put one piece down: one request, whose answer is the table as it lies then. */
  private async put(item: string, placement: Placement, how: How = {}) {
    const before = this.placed;
    const along = this.held === item ? this.along() : [];
    if (item === this.held) {
      // All stay where the hand left them until the answer is there.
      const [dx, dy] = [this.dx, this.dy];
      const after = { ...before };
      for (const each of [placement, ...along]) {
        const old = before[each.item];
        if (!old) continue;
        const [a, b, c, d, e, f] = old.matrix;
        const [x0, y0, x1, y1] = old.box;
        after[each.item] = {
          ...old,
          placement: each,
          matrix: [a, b, c, d, e + dx, f + dy],
          box: [x0 + dx, y0 + dy, x1 + dx, y1 + dy],
        };
      }
      this.placed = after;
    }
    this.letGo();
    const done = await this.making.attempt(() => this.send(placement, how, along));
    if (!done) this.placed = before;
  }

  /** A piece that did not lie there yet, straightened or moved in. */
  bring = (placement: Placement, fix: Fix) =>
    this.making.attempt(() => this.send(placement, { fix }));

  private send(placement: Placement, how: How, along: Placement[] = []) {
    const { fix = '', snap = false, taped = null } = how;
    const body = { role: this.role, placement, fix, snap, taped, along };
    return this.making.change('/api/makings/{making_id}/lay/drop', body);
  }

  /** Two chosen pieces swapped, or the second laid along the grain of the first. */
  arrange(how: 'swap' | 'align') {
    const [one, other] = [this.chosen, this.also[0]];
    if (!one || !other) return;
    const body = { role: this.role, one, other, how };
    return this.making.edit('/api/makings/{making_id}/lay/arrange', body);
  }

  /** Lay all pieces of one cloth as given. */
  save(placements: Placement[]) {
    const body = { role: this.role, placements };
    return this.making.edit('/api/makings/{making_id}/lay', body);
  }
}
