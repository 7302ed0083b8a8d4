import { eyeOf, type RecordedCall } from "@/core/eye/eye";
import { EyeChart } from "../charts/EyeChart";

const WEEK_MS = 7 * 86_400_000;
const WEEKS_SHOWN = 10;

/** How the eye's bias and spread went over the latest weeks in which anything was called; nothing where there was none. */
export function EyeOverWeeks({ calls }: { calls: readonly RecordedCall[] }) {
  const byWeek = new Map<number, RecordedCall[]>();
  for (const call of calls) {
    const week = Math.floor(Date.parse(call.calledAt) / WEEK_MS);
    byWeek.set(week, [...(byWeek.get(week) ?? []), call]);
  }
  const weeks = [...byWeek]
    .sort(([a], [b]) => a - b)
    .slice(-WEEKS_SHOWN)
    .flatMap(([, called], index) => {
      const eye = eyeOf(called);
      return eye
        ? [
            {
              week: `week ${index + 1}`,
              bias: Math.expm1(eye.bias),
              spread: Math.expm1(eye.spread ?? 0),
            },
          ]
        : [];
    });
  if (weeks.length === 0) return null;
  return (
    <>
      <p className="text-15 text-ink-2">
        The dot: how much too large the eye says, on the mean; the bar: how far its calls lie apart.
      </p>
      <EyeChart weeks={weeks} />
    </>
  );
}
