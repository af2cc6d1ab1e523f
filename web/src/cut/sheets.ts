// What is done for each cut piece, as steps to take at the table.
import type { CutItem, CutStage } from '../api/types';
import type { Sheet } from '../making/sheets';

const DONE: Record<string, string> = {
  draw: 'It is drawn',
  notch: 'They are cut',
  staystitch: 'It is stitched',
  label: 'It is labelled',
};

/** The acts of a piece that are ticked; what holds it goes with the first of them. */
export const acts = (item: CutItem) => item.steps.filter((step) => step.ticks.length);

/** The pieces of all cloths, one sheet each, act by act. */
export function sheetsOf(stage: CutStage): Sheet[] {
  return stage.lists
    .filter((list) => list.allowed)
    .flatMap((list) =>
      list.items.map((item, index) => ({
        id: `${list.role}/${item.item}`,
        title: item.title,
        under: `${list.role}: ${index + 1} of ${list.items.length}`,
        over: `${item.title} is cut. Keep the paper on until its marks are ticked.`,
        steps: acts(item).map((step) => ({
          ticks: step.ticks,
          title: step.title,
          how: step.words,
          facts:
            step.act === 'cut'
              ? [`${item.held.count} ${item.held.by}`, `within ${list.exact.text}`, item.lies]
              : [],
          minutes: step.minutes,
          done: DONE[step.act],
          mark: '',
        })),
      })),
    );
}
