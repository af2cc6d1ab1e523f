// What is shown in table mode: a sheet for every piece (or for every tool), its steps to take one by one.
import type { Sketch, Tick } from '../api/types';

export interface Step {
  ticks: readonly Tick[];
  title: string;
  how: readonly string[];
  /** Short facts: layers, colour, passes. */
  facts: readonly string[];
  minutes: number;
  /** What it is on the drawing. */
  mark: string;
  /** What ticking it says, where it is another word than that of the stage. */
  done?: string;
  /** The piece it is done on, by role and item, where a sheet has several. */
  piece?: string;
}
export interface Sheet {
  /** By role and item; or by tool. */
  id: string;
  title: string;
  under: string;
  steps: readonly Step[];
  /** Said when all of it is ticked. */
  over: string;
}
/** One order of the same steps. */
export interface Order {
  name: string;
  sheets: readonly Sheet[];
}
export type Drawings = Readonly<Record<string, Sketch>>;

/** The piece of a step, by role and item. */
export const pieceOf = (sheet: Sheet, step: Step | undefined) => step?.piece ?? sheet.id;
