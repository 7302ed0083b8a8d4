/**
 * A day as the shop says it: "Tue 3 Nov".
 *
 * @param when a day of the calendar, or a moment with the school's time zone
 */
export function dayInWords(when: string | number, timeZone = "UTC"): string {
  return new Intl.DateTimeFormat("en-GB", {
    weekday: "short",
    day: "numeric",
    month: "short",
    timeZone,
  }).format(new Date(when));
}

/** A date with its year: "28 Aug 2026". */
export function dateInWords(iso: string, timeZone = "UTC"): string {
  return new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeZone }).format(new Date(iso));
}

/** A moment on the school's clock: "19:12". */
export function timeInWords(ms: number, timeZone: string): string {
  return new Intl.DateTimeFormat("en-GB", {
    hour: "2-digit",
    minute: "2-digit",
    hourCycle: "h23",
    timeZone,
  }).format(new Date(ms));
}
