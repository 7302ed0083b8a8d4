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

const comparable = (value: unknown) =>
  value instanceof Date ? value.toISOString() : JSON.stringify(value);
