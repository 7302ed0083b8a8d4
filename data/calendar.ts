import type { ClassTime } from "@/core/climb/classes";

const DAY_MS = 86_400_000;

/** The moment a class begins, ms since 1970; the school's clock is told as UTC throughout. */
export const classBeginsMs = ({ day, begins }: Pick<ClassTime, "day" | "begins">): number =>
  Date.parse(`${day}T${begins}:00Z`);

/**
 * The same class once a week.
 *
 * @param day of the first
 * @param weeks how many in all
 * @example weeklyFrom("2026-12-29", 2) → ["2026-12-29", "2027-01-05"]
 */
export function weeklyFrom(day: string, weeks: number): string[] {
  const first = Date.parse(`${day}T00:00:00Z`);
  return Array.from({ length: weeks }, (_, week) => dayOf(first + week * 7 * DAY_MS));
}

/** The day of a moment on the school's calendar: "2026-12-01". */
export const dayOf = (ms: number): string => new Date(ms).toISOString().slice(0, 10);
