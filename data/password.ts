import { hash, verify } from "@node-rs/argon2";
import { ZxcvbnFactory } from "@zxcvbn-ts/core";
import * as common from "@zxcvbn-ts/language-common";

/** Of the library's scores from 0 to 4, from here on a password holds against guessing at a sign-in. */
const MIN_SCORE = 3;
/** More of it is not looked at: what begins with so much that is hard to guess is. */
const MAX_LOOKED_AT = 24;
/** So many letters have to be left of it without the words that are known. */
const MIN_OTHER = 6;

/** As the sign-in library keeps it: argon2id. */
export const hashPassword = (password: string): Promise<string> => hash(password);
export const verifyPassword = (kept: string, password: string): Promise<boolean> =>
  verify(kept, password);

let estimator: ZxcvbnFactory | undefined;

/**
 * Whether a password would be guessed: one of the common ones, a pattern of the keyboard, or made of words that
 * are known of whoever chooses it.
 *
 * @param known their name, address and school
 */
export function isGuessable(password: string, known: readonly string[]): boolean {
  estimator ??= new ZxcvbnFactory({
    dictionary: common.dictionary,
    graphs: common.adjacencyGraphs,
  });
  const words = known
    .flatMap((text) => [text, ...text.split(/[^\p{L}\p{N}]+/u)])
    .filter((word) => word.length > 2)
    .map((word) => word.toLowerCase());
  const other = words.reduce((left, word) => left.replaceAll(word, ""), password.toLowerCase());
  if (other.length < MIN_OTHER) return true;
  return estimator.check(password.slice(0, MAX_LOOKED_AT), words).score < MIN_SCORE;
}
