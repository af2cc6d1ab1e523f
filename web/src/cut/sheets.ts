// What is done for each cut piece, as steps to take at the table.
import type { CutStage } from '../api/types';

/** The pieces of all cloths, one sheet each, their one step ticked when it is cut. */
export function sheetsOf(stage: CutStage) {
  return stage.lists
    .filter((list) => list.allowed)
    .flatMap((list) =>
      list.items.map((item, index) => ({
        id: `${list.role}/${item.item}`,
        title: item.title,
        under: `${list.role}: ${index + 1} of ${list.items.length}`,
        sketch: stage.drawings[`${list.role}/${item.item}`]!,
        over: `${item.title} is cut. Keep the paper on until its marks are ticked.`,
        steps: [
          {
            tick: item.tick,
            title: `Cut ${item.gives}`,
            how: [item.how, ...item.besides],
            facts: [`${item.held.count} ${item.held.by}`, `within ${list.exact.text}`],
            minutes: item.minutes,
            mark: '',
          },
        ],
      })),
    );
}
