/**
 * A count and what is counted.
 *
 * @example countOf(1, "piece") → "1 piece"
 * @example countOf(0, "entry", "entries") → "0 entries"
 */
export const countOf = (count: number, one: string, several = `${one}s`): string =>
  `${count} ${count === 1 ? one : several}`;
