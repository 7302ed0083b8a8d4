/** A day as the shop says it: "Tue 3 Nov". Always in the school's calendar, UTC, so that server and browser agree. */
export function dayInWords(iso: string): string {
  return new Intl.DateTimeFormat("en-GB", {
    weekday: "short",
    day: "numeric",
    month: "short",
    timeZone: "UTC",
  }).format(new Date(iso));
}
