// Words that several screens need.

/** So many of something: “1 piece”, “3 pieces”. */
export const counted = (number: number, one: string, more = `${one}s`) =>
  `${number} ${number === 1 ? one : more}`;

/** The name of the size of a pattern that has only one. */
export const ONLY = 'one size';

/** A size in a sentence; the only one of a pattern says so itself. */
export const sizeWords = (size: string) => (size === ONLY ? size : `size ${size}`);
