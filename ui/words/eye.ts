import type { Eye } from "@/core/eye/eye";
import { countOf } from "./count";

const percent = (share: number) => `${Math.abs(share * 100).toFixed(0)} %`;

/** How far off a call was. */
export const errorInWords = (error: number): string =>
  Math.abs(error) < 0.005 ? "just right" : `${percent(error)} ${error > 0 ? "over" : "under"}`;

/** How an eye judges, in a sentence. */
export function eyeInWords(eye: Eye): string {
  const calls = countOf(eye.calls, "call");
  if (eye.spread === null || eye.biasError === null) return `${calls}: ${errorInWords(eye.bias)}.`;
  // Within two standard errors of nothing it can't be told from nothing.
  const leans = Math.abs(eye.bias) > 2 * eye.biasError;
  const bias = leans
    ? `says ${percent(eye.bias)} too ${eye.bias > 0 ? "large" : "small"}`
    : "leans neither way";
  return `${calls}: ${bias}, and spreads by ${percent(eye.spread)}.`;
}
