import { advise } from "../advice/advise";
import type { Asked, PieceRecord } from "./record";
import { judgeWith, type Rules, type Verdict } from "./verdict";

/** The verdict on a piece from its records, with all advice: see {@link judgeWith}. */
export const judgePiece = (asked: Asked, record: PieceRecord, rules: Rules): Verdict =>
  judgeWith(advise, asked, record, rules);
