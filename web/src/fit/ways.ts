// What the cards of the changes share; what can be changed, and by what, the server says.
import type { FitStage, Inputs } from '../api/types';

export type Change = Inputs['fit']['changes'][number];
/** The list after an edit. */
export type Changed = (now: readonly Change[]) => Change[];
/** A change of one kind in its turn. */
export interface Card<Kind extends Change['kind']> {
  change: Extract<Change, { kind: Kind }>;
  index: number;
  /** It is the last of all. */
  last: boolean;
  fitted: FitStage['fitted'];
  /** Changes the list; refusals are thrown to the field. */
  edit: (how: Changed) => Promise<void>;
}

/** Some of one change, wherever it stands by then. */
export const put =
  (index: number, some: Partial<Change>): Changed =>
  (all) =>
    all.map((each, at) => (at === index ? ({ ...each, ...some } as Change) : each));

/** A level as a place: at the waist, below the elbow. */
export const atThe = (level: string) =>
  /^(above|below) /.test(level) ? level[0]!.toUpperCase() + level.slice(1) : `At the ${level}`;
