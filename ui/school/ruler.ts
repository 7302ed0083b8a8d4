/** A stretch of time drawn as a rule, with its marks. */
export interface TimeRuler {
  /** Where a moment lies, px from the left. */
  placeOf: (at: Date) => number;
  marks: { px: number; label: string }[];
  /** Between the marks, unlabelled. */
  ticks: number[];
}

const MONTHS_BETWEEN = [1, 3, 12, 60] as const;
/** Labelled marks don't stand closer than this, px. */
const MIN_APART = 38;

/**
 * A rule from the first moment to the last, marked by years, or by months where it is short.
 *
 * @example timeRuler({ from: new Date("2023-05-01"), to: new Date("2026-11-01"), widthPx: 250 }).marks.map(({ label }) => label) → ["2024", "2025", "2026"]
 */
export function timeRuler({
  from,
  to,
  widthPx,
}: {
  from: Date;
  to: Date;
  widthPx: number;
}): TimeRuler {
  const span = Math.max(to.getTime() - from.getTime(), 30 * 86_400_000);
  const placeOf = (at: Date) =>
    (Math.min(Math.max(at.getTime() - from.getTime(), 0), span) / span) * widthPx;
  const marksEvery = (months: number) => firstsOf(from, to, months).map(placeOf);
  const fits = (months: number) => {
    const [first = 0, second = widthPx] = marksEvery(months);
    return second - first >= MIN_APART;
  };
  const step = MONTHS_BETWEEN.find(fits) ?? 120;
  const finer = MONTHS_BETWEEN[MONTHS_BETWEEN.indexOf(step as 12) - 1];
  return {
    placeOf,
    marks: firstsOf(from, to, step).map((at) => ({
      px: placeOf(at),
      label:
        step >= 12
          ? String(at.getUTCFullYear())
          : at.toLocaleDateString("en-GB", { month: "short", timeZone: "UTC" }),
    })),
    ticks: finer === undefined ? [] : marksEvery(finer),
  };
}

/** The first days of every so many months between two moments, counted from January. */
function firstsOf(from: Date, to: Date, months: number): Date[] {
  const since = from.getUTCFullYear() * 12 + from.getUTCMonth() + (from.getUTCDate() > 1 ? 1 : 0);
  const firsts: Date[] = [];
  for (let month = Math.ceil(since / months) * months; ; month += months) {
    const day = new Date(Date.UTC(Math.floor(month / 12), month % 12, 1));
    if (day > to) return firsts;
    firsts.push(day);
  }
}
