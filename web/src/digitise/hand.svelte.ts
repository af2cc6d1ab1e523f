// What the hand does on the board of one piece: which points it holds, what the next tap sets, snapping.
import { getContext, setContext } from 'svelte';

import type { Finding, PatternChoices, Point } from '../api/types';
import type { PatternState } from './pattern.svelte';

type Kind = PatternChoices['marks'][number];
export type Mode = 'line' | 'marks' | 'look';

export class Hand {
  mode = $state<Mode>('line');
  /** The points that are held, by their ids, and the mark. */
  ids = $state<readonly number[]>([]);
  mark = $state('');
  /** Taps set points; else they only choose. */
  setting = $state(true);
  /** In a pattern of several sizes: a move is made in all of them. */
  every = $state(false);
  snap = $state(false);
  /** How much of the picture shows through. */
  picture = $state(0.75);
  /** A mark that is being set, and its points so far. */
  kind = $state.raw<Kind | null>(null);
  points = $state.raw<readonly Point[]>([]);
  edge = $state(0);
  /** The measure of a garment that is asked for. */
  asked = $state('');
  found = $state.raw<Finding['where'] | null>(null);

  constructor(readonly pattern: PatternState) {}

  turnTo(mode: Mode) {
    if (mode === this.mode) return;
    this.mode = mode;
    this.drop();
  }

  /** Let go of everything. */
  drop = () => {
    this.ids = [];
    this.mark = '';
    this.kind = null;
    this.points = [];
  };

  take(id: number, also = false) {
    this.mark = '';
    if (!also) this.ids = [id];
    else if (this.ids.includes(id)) this.ids = this.ids.filter((each) => each !== id);
    else this.ids = [...this.ids, id];
  }

  snapped([x, y]: Point): Point {
    const to = (value: number) =>
      this.snap ? Math.round(value / 5) * 5 : Math.round(value * 10) / 10;
    return [to(x), to(y)];
  }

  get piece() {
    return this.pattern.piece;
  }

  /** A tap on the board. */
  async tap(at: Point) {
    const place = this.snapped(at);
    if (this.mode === 'marks' && this.kind) return this.setMark(place);
    if (this.mode !== 'line' || !this.setting || this.pattern.now.piece?.drawn.way !== 'line') {
      this.drop();
      return;
    }
    const before = this.pattern.drawn?.nodes.map((node) => node.id) ?? [];
    const done = await this.pattern.edit({
      do: 'add point',
      piece: this.piece,
      at: place,
      after: null,
      turn: 'auto',
      then: 'auto',
    });
    const made = this.pattern.drawn?.nodes.find((node) => !before.includes(node.id));
    if (done && made) this.ids = [made.id];
  }

  private async setMark(place: Point) {
    const kind = this.kind!;
    this.points = [...this.points, place];
    if (this.points.length >= kind.most || (kind.most <= 4 && this.points.length >= kind.least))
      await this.finishMark();
  }

  /** The mark in the middle of the piece: without a pointer, to be moved by measure. */
  async setInTheMiddle() {
    this.points = [];
    await this.putMark();
  }

  /** The mark with the points set so far. */
  async finishMark() {
    if (this.kind && this.points.length >= this.kind.least) await this.putMark();
  }

  private async putMark() {
    const kind = this.kind!;
    const before = this.pattern.now.piece?.marks.map((mark) => mark.id) ?? [];
    const points = [...this.points];
    this.points = [];
    const done = await this.pattern.edit(() => ({
      do: 'new mark',
      piece: this.piece,
      kind: kind.kind,
      points,
      size: this.pattern.now.size || null,
    }));
    const made = this.pattern.now.piece?.marks.find((mark) => !before.includes(mark.id));
    if (!done || !made) return;
    this.mark = made.id;
    if (kind.kind === 'grain' || kind.most > 4) this.kind = null;
  }

  /** Move what is held by so much. */
  nudge(dx: number, dy: number) {
    if (this.ids.length)
      return this.pattern.edit({
        do: 'move points',
        piece: this.piece,
        ids: [...this.ids],
        by: [dx, dy],
        size: this.pattern.now.size,
        every: this.every,
      });
    if (this.mark)
      return this.pattern.edit({
        do: 'move mark',
        piece: this.piece,
        mark: this.mark,
        point: null,
        to: [dx, dy],
        size: this.pattern.now.size,
      });
  }

  async remove() {
    if (this.ids.length) {
      const ids = [...this.ids];
      this.drop();
      await this.pattern.edit({ do: 'remove points', piece: this.piece, ids });
    } else if (this.mark) {
      const mark = this.mark;
      this.drop();
      await this.pattern.edit({ do: 'remove mark', piece: this.piece, mark });
    }
  }

  /** Keys of the board; true when one was used. */
  key = (event: KeyboardEvent): boolean => {
    const step = event.shiftKey ? 10 : 1;
    const ways: Record<string, Point> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    const fine: Record<string, Point> = { h: [-0.1, 0], l: [0.1, 0], k: [0, -0.1], j: [0, 0.1] };
    const way = ways[event.key] ?? fine[event.key];
    if (way && (this.ids.length || this.mark)) {
      void this.nudge(...way);
      return true;
    }
    const drawn = this.pattern.drawn;
    const one = drawn?.nodes.find((node) => node.id === this.ids[0]);
    if ((event.key === 'Delete' || event.key === 'Backspace') && (one || this.mark)) {
      void this.remove();
      return true;
    }
    if (event.key === 'c' && one) {
      void this.nodes({ turn: one.corner ? 'smooth' : 'corner' });
      return true;
    }
    if (event.key === 's' && one) {
      void this.nodes({ then: one.straight ? 'curve' : 'straight' });
      return true;
    }
    if (event.key === 'n' && drawn?.nodes.length) {
      const at = drawn.nodes.findIndex((node) => node.id === this.ids[0]);
      this.take(drawn.nodes[(at + 1) % drawn.nodes.length]!.id);
      return true;
    }
    if (event.key === 'Escape' && (this.ids.length || this.mark || this.kind)) {
      this.drop();
      return true;
    }
    return false;
  };

  nodes(some: { turn?: 'corner' | 'smooth' | 'auto'; then?: 'straight' | 'curve' | 'auto' }) {
    return this.pattern.edit({ do: 'set points', piece: this.piece, ids: [...this.ids], ...some });
  }

  close = (closed: boolean) => this.pattern.edit({ do: 'close line', piece: this.piece, closed });
}

const KEY = Symbol('hand');
export const provideHand = (hand: Hand) => setContext(KEY, hand);
export const theHand = () => getContext<Hand>(KEY);
