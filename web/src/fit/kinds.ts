// What the screen knows of each kind of change: its card, or the lengths its card asks for; and what can be
// begun at an edge or on a piece with one tap. All else of a change the server says.
import type { Component } from 'svelte';

import type { WorkingPiece } from '../api/types';
import DartCard from './DartCard.svelte';
import LengthCard from './LengthCard.svelte';
import WidthCard from './WidthCard.svelte';
import type { Card, Change, Edge, Of } from './ways';

type Kind = Change['kind'];
/** A length that is asked for (mm). */
export interface Asked<K extends Kind> {
  label: string;
  of: (change: Of<K>) => number;
  set: (mm: number) => Partial<Of<K>>;
  signed?: boolean;
  /** Whether it is asked for at all. */
  when?: (change: Of<K>) => boolean;
}
/** A change that is made with one tap. */
export interface Begun {
  label: string;
  change: Change;
}
export interface ChangeKind<K extends Kind> {
  /** Where lengths alone do not do. */
  card?: Component<Card<K>>;
  lengths?: readonly Asked<K>[];
  atEdge?: (edge: Edge, nameOf: (piece: number) => string) => Begun | null;
  onPiece?: (piece: WorkingPiece) => Begun | null;
}

export const KINDS: { [K in Kind]: ChangeKind<K> } = {
  length: { card: LengthCard },
  dart: { card: DartCard },
  width: { card: WidthCard },
  hand: {
    lengths: [
      {
        label: 'On along it (minus: back)',
        of: (change) => change.along ?? 0,
        set: (along) => ({ along }),
        signed: true,
        when: (change) => change.part === 'start' || change.part === 'end',
      },
      {
        label: 'Out (minus: in)',
        of: (change) => change.out ?? 0,
        set: (out) => ({ out }),
        signed: true,
      },
    ],
  },
  notch: {
    lengths: [
      {
        label: 'Along its edge (minus: back)',
        of: (change) => change.along,
        set: (along) => ({ along }),
        signed: true,
      },
    ],
  },
  allowance: {
    lengths: [{ label: 'Wide', of: (change) => change.width, set: (width) => ({ width }) }],
  },
  split: {
    lengths: [
      {
        label: 'Allowance',
        of: (change) => change.allowance ?? 15,
        set: (allowance) => ({ allowance }),
      },
    ],
  },
  join: {
    atEdge: ({ piece, edge, partner }, nameOf) =>
      partner && {
        label: `Join to ${nameOf(partner[0])}`,
        change: { kind: 'join', piece, edge, other: partner[0], other_edge: partner[1], on: true },
      },
  },
  open: {
    onPiece: ({ number, shape }) =>
      shape.edges.some((each) => each.kind === 'fold')
        ? { label: 'Open the half out', change: { kind: 'open', piece: number, on: true } }
        : null,
  },
  mirror: {
    onPiece: ({ number }) => ({
      label: 'Draw for the other hand',
      change: { kind: 'mirror', piece: number, on: true },
    }),
  },
};
/** Any of them, where it does not matter which. */
const each = Object.values(KINDS) as ChangeKind<Kind>[];

export const kindOf = (change: Change) => KINDS[change.kind] as ChangeKind<Kind>;
export const begunAtEdge = (edge: Edge, nameOf: (piece: number) => string): Begun[] =>
  each.map((kind) => kind.atEdge?.(edge, nameOf)).filter((begun) => !!begun);
export const begunOnPiece = (piece: WorkingPiece): Begun[] =>
  each.map((kind) => kind.onPiece?.(piece)).filter((begun) => !!begun);
