/** A day as the shop says it: "Tue 3 Nov". Always in the school's calendar, UTC, so that server and browser agree. */
export function dayInWords(when: string | number): string {
  return new Intl.DateTimeFormat("en-GB", {
    weekday: "short",
    day: "numeric",
    month: "short",
    timeZone: "UTC",
  }).format(new Date(when));
}

/** A date with its year: "28 Aug 2026". */
export function dateInWords(iso: string): string {
  return new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeZone: "UTC" }).format(
    new Date(iso),
  );
}
