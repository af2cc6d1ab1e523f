// What the cards of the changes share; what can be changed, and by what, the server says.
import type { FitStage, Inputs } from '../api/types';

export type Change = Inputs['fit']['changes'][number];
export type Of<Kind extends Change['kind']> = Extract<Change, { kind: Kind }>;
/** The pieces as they are now, with what can be done at their edges. */
export type Pieces = FitStage['fitted'] & Pick<FitStage, 'asked' | 'edges' | 'free'>;
export type Edge = FitStage['edges'][number];
/** The list after an edit. */
export type Changed = (now: readonly Change[]) => Change[];
/** A change of one kind in its turn. */
export interface Card<Kind extends Change['kind']> {
  change: Of<Kind>;
  index: number;
  /** It is the last of all. */
  last: boolean;
  fitted: Pieces;
  /** Changes the list; refusals are thrown to the field. */
  alter: (how: Changed) => Promise<void>;
}

/** Some of one change, wherever it stands by then. */
export const put =
  (index: number, some: Partial<Change>): Changed =>
  (all) =>
    all.map((each, at) => (at === index ? ({ ...each, ...some } as Change) : each));

export const upper = (text: string) => text.slice(0, 1).toUpperCase() + text.slice(1);

/** A level as a place: at the waist, below the elbow. */
export const atThe = (level: string) =>
  /^(above|below) /.test(level)
    ? upper(level)
    : `${level.startsWith('middle of') ? 'In' : 'At'} the ${level}`;

/** A part of an edge pulled by hand: the last change where that was the same pull, else one more. */
export const pulled =
  (
    pull: { piece: number; edge: string; part: 'start' | 'end' | 'point' | 'whole'; share: number },
    along: number,
    out: number,
    size: string,
  ): Changed =>
  (all) => {
    const last = all.at(-1);
    const round = (value: number) => Math.round(value * 100) / 100;
    if (
      last?.kind === 'hand' &&
      last.on &&
      last.piece === pull.piece &&
      last.edge === pull.edge &&
      last.part === pull.part &&
      (last.share ?? 0.5) === pull.share
    )
      return [
        ...all.slice(0, -1),
        { ...last, along: round((last.along ?? 0) + along), out: round((last.out ?? 0) + out) },
      ];
    return [...all, { kind: 'hand', ...pull, along, out, size, on: true }];
  };
