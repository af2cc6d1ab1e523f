// Several ticks of one act, as one.
import type { Tick } from '../api/types';

/** Done when all are; to be looked at again when one is. */
export function together(ticks: readonly Tick[]): Pick<Tick, 'state' | 'why'> {
  const look = ticks.find((tick) => tick.state === 'look');
  if (look) return look;
  const done = ticks.length > 0 && ticks.every((tick) => tick.state === 'done');
  return { state: done ? 'done' : 'open', why: '' };
}
