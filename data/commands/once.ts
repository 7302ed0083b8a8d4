import { refuse } from "@/core/problem/problem";

/**
 * The second half of an idempotent insert: nothing was inserted because the id is
 * there already. The same content sent again is fine; other content is a clash.
 *
 * @param there the row that holds the id, or undefined when it isn't the actor's to see
 * @param sent the fields that must agree
 */
export function assertSameRecord<Row extends object>(
  there: Row | undefined,
  sent: Partial<Row>,
): Row {
  const same =
    there !== undefined &&
    Object.entries(sent).every(
      ([field, value]) => comparable(there[field as keyof Row]) === comparable(value),
    );
  if (!same) refuse({ code: "id-taken" });
  return there;
}

/**
 * Adds what was noted, once however often it is sent, also where it is sent twice at once.
 *
 * @param find the row that has its id
 * @param add inserts it unless its id is taken; gives the rows inserted
 */
export async function noteOnce<Row extends object>(
  find: () => PromiseLike<Row[]>,
  sent: Partial<Row>,
  add: () => Promise<unknown[]>,
): Promise<void> {
  const [there] = await find();
  if (there) return void assertSameRecord(there, sent);
  if ((await add()).length > 0) return;
  // The other of the two was first, and is done by now.
  const [other] = await find();
  assertSameRecord(other, sent);
}

const comparable = (value: unknown) =>
  value instanceof Date ? value.toISOString() : JSON.stringify(value);
