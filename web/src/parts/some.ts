/** Some facts, or how they follow from those in force when their turn comes: so quick hands lose none. */
export type Some<T> = Partial<T> | ((now: T) => Partial<T>);

export const someOf = <T>(some: Some<T>, now: T): Partial<T> =>
  typeof some === 'function' ? some(now) : some;
