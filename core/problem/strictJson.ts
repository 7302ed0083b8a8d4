import { parse, type ParseError } from "jsonc-parser";
import type { Result } from "./problem";
import { wordsForProblem } from "./words";

const STRICT = { disallowComments: true, allowTrailingComma: false, allowEmptyContent: false };
/** Our files are five deep; the parser would run out of stack far beyond this. */
const DEEPEST = 64;

/**
 * A file's text without the byte-order mark some editors put before it.
 *
 * @example withoutByteOrderMark("\uFEFF{}") → "{}"
 */
export const withoutByteOrderMark = (text: string): string => text.replace(/^\uFEFF/, "");

/**
 * Reads a file's text as JSON, and nothing but JSON. Refuses what is too large,
 * nested too deep or malformed, with the place.
 *
 * @param maxBytes the largest text read, in characters
 */
export function readStrictJson(text: string, maxBytes: number): Result<unknown> {
  if (text.length > maxBytes)
    return refused(wordsForProblem({ code: "file-too-large", bytes: text.length, maxBytes }));
  if (isDeeperThan(text, DEEPEST))
    return refused(wordsForProblem({ code: "file-too-deep", deepest: DEEPEST }));
  const faults: ParseError[] = [];
  const json = withoutByteOrderMark(text);
  const value: unknown = parse(json, faults, STRICT);
  if (!faults[0]) return { ok: true, value };
  const before = json.slice(0, faults[0].offset).split("\n");
  const place = { line: before.length, column: before.at(-1)!.length + 1 };
  return refused(wordsForProblem({ code: "file-not-json", ...place }));
}

/** Whether lists and objects lie in one another deeper than a limit, outside of strings: in one pass. */
function isDeeperThan(text: string, limit: number): boolean {
  let depth = 0;
  let isInString = false;
  for (let at = 0; at < text.length; at += 1) {
    const letter = text[at];
    if (isInString) {
      if (letter === "\\") at += 1;
      else if (letter === '"') isInString = false;
    } else if (letter === '"') isInString = true;
    else if (letter === "[" || letter === "{") depth += 1;
    else if (letter === "]" || letter === "}") depth -= 1;
    if (depth > limit) return true;
  }
  return false;
}

const refused = (message: string): Result<never> => ({ ok: false, error: { message, path: "" } });
