// What the hand does on the pieces in Fit: chooses an edge, pins a seam, draws a style line, pulls an edge.
import { getContext, setContext } from 'svelte';

import { data, POST } from '../api/client';
import type { Curve, Point, Schemas } from '../api/types';
import type { MakingState } from '../making/making.svelte';
import type { Change } from './ways';

/** `share`: how far along the edge it was tapped. */
export type Chosen = { piece: number; edge: string | null; share: number };
export type StyleLine = { piece: number; points: Point[]; curved: boolean };
export type Pull = {
  piece: number;
  edge: string;
  part: 'start' | 'end' | 'point' | 'whole';
  share: number;
};

export class FitHand {
  /** The edge or piece that was tapped. */
  chosen = $state.raw<Chosen | null>(null);
  /** A line across a piece, while it is drawn. */
  line = $state.raw<StyleLine | null>(null);
  /** Which change taps on its seam put pins in. */
  pinning = $state.raw<number | null>(null);
  /** Taps inside the piece prick the pinned line through. */
  pricking = $state(false);
  /** The chosen edge shows its handles. */
  pulling = $state(false);
  /** What the pieces would be, while a handle is held. */
  outlines = $state.raw<Schemas['Glimpse'] | null>(null);
  /** A version laid under the pieces. */
  under = $state.raw<{ name: string; outlines: Record<string, Curve[]> } | null>(null);

  private asking = false;
  private next: readonly Change[] | null = null;

  constructor(private readonly making: MakingState) {}

  choose(piece: number, edge: string | null, share = 0.5) {
    this.chosen = { piece, edge, share };
    this.pulling = false;
    this.line = null;
  }

  /** Puts everything down that was taken up; false where nothing was. */
  putDown(): boolean {
    const had = this.chosen ?? this.line ?? this.pinning;
    this.chosen = this.line = this.pinning = null;
    this.pulling = this.pricking = false;
    return had !== null;
  }

  /** Asks for the outlines these changes would make; of several asked while one is answered, the last. */
  async look(changes: readonly Change[]) {
    this.next = changes;
    if (this.asking) return;
    this.asking = true;
    try {
      while (this.next) {
        const asked: readonly Change[] = this.next;
        this.next = null;
        const params = { path: this.making.path };
        const body = { inputs: { ...this.making.inputs.fit, changes: [...asked] } };
        const seen = await data(POST('/api/makings/{making_id}/fit/outlines', { params, body }));
        this.outlines = seen;
      }
    } catch (problem) {
      this.making.complain(problem);
    } finally {
      this.asking = false;
    }
  }

  looked() {
    this.next = null;
    this.outlines = null;
  }
}

const KEY = Symbol('fit hand');
export const provideHand = (hand: FitHand) => setContext(KEY, hand);
export const theHand = () => getContext<FitHand>(KEY);
