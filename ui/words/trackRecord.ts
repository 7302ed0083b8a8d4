import type { ChoiceRecord, FirstPieces } from "@/core/climb/choiceLog";
import { mostWrong, type EarlyRecord } from "@/core/verdict/earlyRecord";
import type { TrackRecord } from "@/core/climb/trackRecord";
import { countOf } from "./count";

/** Fewer known outcomes than this say nothing of how good a forecast is. */
const MIN_KNOWN = 10;

/** What the school's own record says of a kind of claim. */
export function trackRecordInWords({ of, expected, came, within }: TrackRecord): string {
  if (of < MIN_KNOWN) return `${of} known so far in this school: too few to say.`;
  const counts = `In this school ${came} of ${of} came so; ${expected.toFixed(0)} were to be expected, within ${Math.ceil(within)} by chance`;
  const off = came - expected;
  if (Math.abs(off) <= within) return `${counts}: as stated.`;
  return off < 0
    ? `${counts}: fewer than stated. Take it with a grain of salt here.`
    : `${counts}: more than stated. It is too careful here.`;
}

/** What became of what was set, by where it stood in the list. */
export function choicesInWords(record: ChoiceRecord): string {
  const parts: [string, FirstPieces][] = [
    ["the first of the list", record.first],
    ["the first by lot", record.drawn],
    ["another of the list", record.another],
    ["one it left out", record.leftOut],
  ];
  const made = parts.filter(([, { made }]) => made > 0);
  if (made.reduce((sum, [, { made }]) => sum + made, 0) < MIN_KNOWN)
    return "Every choice is kept with the list as it stood; too few are made and signed so far to count.";
  const counts = made.map(([what, { made, kept }]) => `${what}, ${kept} of ${made}`);
  return `First pieces kept, where what was set was ${counts.join("; ")}. Who is given what isn’t drawn by lot: this alone says neither is better.`;
}

/** What a school's early ends left out, and how often they were wrong as far as the drawn ones tell. */
export function earlyEndsInWords(record: EarlyRecord): string {
  const { ended, unread, asked, drawn, otherwise } = record;
  const most = mostWrong(record);
  const saved =
    ended === 0
      ? "No inspection has ended early so far."
      : `${countOf(ended, "inspection")} ended early and left ${unread} of ${asked} readings out.`;
  if (most === null) return `${saved} None was drawn to be measured whole yet.`;
  const bound =
    drawn < MIN_KNOWN
      ? "too few to say how often it is wrong"
      : `at most ${Math.ceil(100 * most)} in a hundred are wrong, as far as that tells`;
  return `${saved} Of ${drawn} drawn and measured whole ${otherwise} came out otherwise: ${bound}.`;
}
