/** Rows to a statement: under the driver's 65,535 parameters. */
const AT_ONCE = 2000;

/** Rows in as many parts as inserting them takes; none for no rows. */
export function batchesOf<Row>(rows: readonly Row[]): Row[][] {
  const found: Row[][] = [];
  for (let from = 0; from < rows.length; from += AT_ONCE)
    found.push(rows.slice(from, from + AT_ONCE));
  return found;
}
