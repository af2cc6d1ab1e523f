// Lists of things that are in or out.

/** The list with the thing in it if it was not, and without it if it was. */
export function toggled<T>(list: readonly T[], thing: T): T[] {
  return list.includes(thing) ? list.filter((each) => each !== thing) : [...list, thing];
}

/** Numbers in ascending order, runs of them with a dash: "2–4, 8, 10–11". */
export function inRuns(numbers: readonly number[]): string {
  const runs: [number, number][] = [];
  for (const each of numbers) {
    const last = runs.at(-1);
    if (last && last[1] === each - 1) last[1] = each;
    else runs.push([each, each]);
  }
  return runs.map(([from, to]) => (from === to ? `${from}` : `${from}–${to}`)).join(', ');
}

/** So many of a thing: "1 piece", "3 pieces". */
export const plural = (number: number, word: string): string =>
  `${number} ${word}${number === 1 ? '' : 's'}`;
