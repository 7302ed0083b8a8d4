import { advise } from "../advice/advise";
import { matchesOf } from "../exercise/matches";
import type { Asked, PieceRecord } from "./record";
import { judgeWith, type Rules, type Verdict } from "./verdict";

/** The verdict on a piece from its records, with all advice: see {@link judgeWith}. */
export const judgePiece = (asked: Asked, record: PieceRecord, rules: Rules): Verdict => {
  const matches = asked.matches ?? matchesOf(asked.piece, asked.own ?? []);
  return judgeWith(advise, { ...asked, matches }, record, rules);
};
