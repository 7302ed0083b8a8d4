import { DateTime } from "luxon";
import type { ClassTime } from "@/core/climb/classes";

/**
 * The moment a class begins on a school's clock, ms since 1970. A time that is left out when
 * the clock is put forward is as much later as the clock is.
 *
 * @param timeZone as in the IANA list
 */
export const classBeginsMs = (
  { day, begins }: Pick<ClassTime, "day" | "begins">,
  timeZone: string,
): number => DateTime.fromISO(`${day}T${begins}`, { zone: timeZone }).toMillis();

/** The moment a class ends, ms since 1970: so many minutes later, whatever the clock does meanwhile. */
export const classEndsMs = (one: ClassTime, timeZone: string): number =>
  classBeginsMs(one, timeZone) + one.minutes * 60_000;

/** Up to when a class's minutes run: its end, or its closing where that came first, ms since 1970. */
export const classStopsMs = (
  one: ClassTime & { closedAt: Date | null },
  timeZone: string,
): number => Math.min(classEndsMs(one, timeZone), one.closedAt?.getTime() ?? Infinity);

/**
 * Whether a class's minutes are over at a moment.
 *
 * @param now ms since 1970
 */
export const isOver = (
  one: ClassTime & { closedAt: Date | null },
  { timeZone, now }: { timeZone: string; now: number },
): boolean => classStopsMs(one, timeZone) <= now;

/**
 * The same class once a week.
 *
 * @param day of the first
 * @param weeks how many in all
 * @example weeklyFrom("2026-12-29", 2) → ["2026-12-29", "2027-01-05"]
 */
export function weeklyFrom(day: string, weeks: number): string[] {
  const first = DateTime.fromISO(day, { zone: "UTC" });
  return Array.from({ length: weeks }, (_, week) => first.plus({ weeks: week }).toISODate()!);
}

/**
 * The day of a moment on a school's calendar.
 *
 * @example dayOf(Date.UTC(2026, 11, 2, 1), "America/Halifax") → "2026-12-01"
 */
export const dayOf = (ms: number, timeZone: string): string =>
  DateTime.fromMillis(ms, { zone: timeZone }).toISODate()!;
