// The marks of each cut piece as steps to take at the table, and how they are grouped on the list.
import type { MarkItem, MarkList, MarkStage, ToolInHand } from '../api/types';
import type { Sheet, Step } from '../making/sheets';
import { counted } from '../parts/words';

export const idOf = (list: { role: string; item: string }) => `${list.role}/${list.item}`;

export interface Group {
  when: MarkItem['when'];
  ways: { way: string; how: string; items: MarkItem[] }[];
}

/** Marks in the order of the work: when, then by way, each way of doing it explained once. */
export function grouped(items: readonly MarkItem[]): Group[] {
  const found: Group[] = [];
  for (const item of items) {
    let group = found.find((each) => each.when === item.when);
    if (!group) found.push((group = { when: item.when, ways: [] }));
    const way = group.ways.find((each) => each.how === item.how);
    if (way) way.items.push(item);
    else group.ways.push({ way: item.way, how: item.how, items: [item] });
  }
  return found;
}

const stepOf = (stage: MarkStage, item: MarkItem): Step => ({
  ticks: [item.tick],
  title: item.title,
  how: [capital(item.way) + '.', item.how, ...item.mind],
  facts: [stage.choices.when[item.when] ?? '', ...item.facts],
  minutes: item.minutes,
  mark: item.mark,
});

export function sheetsOf(stage: MarkStage): Sheet[] {
  return stage.marking.lists.map((list: MarkList) => ({
    id: idOf(list),
    title: list.title,
    under: `${list.role}. ${list.stack}`,
    over: `Every mark of ${list.title} is made. Now the paper may come off.`,
    steps: list.items.map((item) => stepOf(stage, item)),
  }));
}

/** The rows of a tool across pieces, each with the list it stands in. */
export function rowsOf(marking: MarkStage['marking'], tool: ToolInHand) {
  const all = marking.lists.flatMap((list) => list.items.map((item) => ({ list, item })));
  const byKey = new Map(all.map((row) => [row.item.tick.key, row]));
  return tool.keys.flatMap((key) => byKey.get(key) ?? []);
}

/** One sheet for every tool, its steps on all pieces. */
export function sheetsByTool(stage: MarkStage): Sheet[] {
  return stage.marking.by_tool.map((tool) => ({
    id: tool.name,
    title: tool.name,
    under: `on ${counted(tool.pieces, 'piece')}, ${tool.minutes.text}`,
    over: `${tool.name}: all of it is made.`,
    steps: rowsOf(stage.marking, tool).map(({ list, item }) => ({
      ...stepOf(stage, item),
      title: `${list.title}: ${item.title}`,
      piece: idOf(list),
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
