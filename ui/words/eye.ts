import type { Eye } from "@/core/eye/eye";
import { countOf } from "./count";

/** A logarithm of a ratio as a share of the size. */
const percent = (error: number) => `${Math.abs(Math.expm1(error) * 100).toFixed(0)} %`;

/** How far off a call was. */
export const errorInWords = (error: number): string =>
  Math.abs(error) < 0.005 ? "just right" : `${percent(error)} ${error > 0 ? "over" : "under"}`;

/** How an eye judges, in a sentence. */
export function eyeInWords(eye: Eye): string {
  const calls = countOf(eye.calls, "call");
  if (eye.spread === null) return `${calls}: ${errorInWords(eye.bias)}.`;
  const bias = eye.leans
    ? `says ${percent(eye.bias)} too ${eye.leans}`
    : "leans neither way that could be told";
  const more = [
    eye.smallOnes ? `It says small things too ${eye.smallOnes} against large ones.` : null,
    eye.score === null ? null : scoreInWords(eye.score),
  ];
  return [`${calls}: ${bias}, and spreads by ${percent(eye.spread)}.`, ...more]
    .filter((one) => one !== null)
    .join(" ");
}

/** Whether the eye sees more than the drawing says. */
const scoreInWords = (score: number): string =>
  score > 0
    ? `Nearer than saying the drawing’s number: ${Math.round(score * 100)} % of its squared error goes.`
    : "Saying the drawing’s number would have been as near.";
