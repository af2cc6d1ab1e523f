// Lists of things that are in or out.

/** The list with the thing in it if it was not, and without it if it was. */
export function toggled<T>(list: readonly T[], thing: T): T[] {
  return list.includes(thing) ? list.filter((each) => each !== thing) : [...list, thing];
}
