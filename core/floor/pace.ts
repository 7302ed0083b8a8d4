import { minutesOf, type FloorWork } from "./floor";

/**
 * Whether a piece is done before a moment, when its maker goes on as so far: what is left of it by
 * its stages, as many times as they took of what was foreseen, and never faster than that.
 *
 * @param stageMinutes what each stage should take
 * @param by ms since 1970
 */
export function endsInTime(
  work: FloorWork,
  stageMinutes: readonly number[],
  { now, by }: { now: number; by: number },
): boolean {
  const sum = (minutes: readonly number[]) => minutes.reduce((total, one) => total + one, 0);
  const foreseen = sum(stageMinutes.slice(0, work.stages));
  const pace = foreseen > 0 ? Math.max(1, minutesOf(work, now) / foreseen) : 1;
  return now + sum(stageMinutes.slice(work.stages)) * pace * 60_000 <= by;
}
