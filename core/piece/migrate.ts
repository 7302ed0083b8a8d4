/** One step from a version of the piece format to the next. */
type Migration = (old: Record<string, unknown>) => Record<string, unknown>;

/**
 * What each older version is turned into. Version 0 was the trial format: the
 * stock was a bare section, the scale allowance stood at the top, and the
 * stretches were called `bar`.
 */
const MIGRATIONS: Record<string, Migration> = {
  "bell-step.piece/0": ({ stock, scale, bar, ...rest }) => ({
    ...rest,
    format: "bell-step.piece/1",
    stock: { section: stock },
    stretches: bar,
    ...(scale === undefined ? {} : { allowances: { scale } }),
  }),
};

/**
 * An older piece file in the newest format, step by step; anything else as it is.
 *
 * @param json a file's content, not yet checked
 */
export function migratePiece(json: unknown): unknown {
  if (json === null || typeof json !== "object" || Array.isArray(json)) return json;
  const { format } = json as { format?: unknown };
  if (typeof format !== "string" || !Object.hasOwn(MIGRATIONS, format)) return json;
  return migratePiece(MIGRATIONS[format]!(json as Record<string, unknown>));
}
