// The marks of each cut piece as steps to take at the table, and how they are grouped on the list.
import type { MarkItem, MarkList, MarkStage } from '../api/types';

export const idOf = (list: { role: string; item: string }) => `${list.role}/${list.item}`;

export interface Group {
  when: MarkItem['when'];
  ways: { way: string; items: MarkItem[] }[];
}

/** Marks in the order of the work: when, then by way, each way explained once. */
export function grouped(items: readonly MarkItem[]): Group[] {
  const found: Group[] = [];
  for (const item of items) {
    let group = found.find((each) => each.when === item.when);
    if (!group) found.push((group = { when: item.when, ways: [] }));
    const way = group.ways.find((each) => each.way === item.way);
    if (way) way.items.push(item);
    else group.ways.push({ way: item.way, items: [item] });
  }
  return found;
}

export function sheetsOf(stage: MarkStage) {
  return stage.marking.lists.map((list: MarkList) => ({
    id: idOf(list),
    title: list.title,
    under: `${list.role}. ${list.stack}`,
    sketch: stage.drawings[idOf(list)]!,
    over: `Every mark of ${list.title} is made. Now the paper may come off.`,
    steps: list.items.map((item) => ({
      tick: item.tick,
      title: item.title,
      how: [
        capital(item.way) + '.',
        `${item.how}${item.code === 'carbon' ? ` ${list.carbon}` : ''}`,
        ...(stage.choices.mind[item.code] ?? []),
      ],
      facts: [stage.choices.when[item.when] ?? '', ...item.facts],
      minutes: item.minutes,
      mark: item.mark,
    })),
  }));
}

export const capital = (text: string) => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`;

/** Ways in use on a cloth that leave something behind, and are not tried on a scrap yet. */
export function untried(
  stage: MarkStage,
  role: string,
  tests: readonly { role: string; way: string }[],
) {
  const found: { code: string; way: string; colour: string }[] = [];
  for (const list of stage.marking.lists) {
    if (list.role !== role) continue;
    for (const item of list.items) {
      if (item.side === 'edge' || found.some((each) => each.code === item.code)) continue;
      if (tests.some((test) => test.role === role && test.way === item.code)) continue;
      found.push({ code: item.code, way: item.way, colour: item.colour });
    }
  }
  return found;
}
