import ical, { ICalCalendarMethod, ICalEventStatus } from "ical-generator";
import type { CalendarOf } from "@/core/records/floor";

/**
 * Classes as an iCalendar file (RFC 5545). Moments are in UTC, so that every calendar shows them
 * on its own clock, whatever summer time does; a class that was called off is cancelled and not
 * left out, so that it goes from calendars that have it.
 *
 * @param at when it is made
 */
export function calendarFile({ school, classes }: CalendarOf, at: Date): string {
  const calendar = ical({
    name: school,
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: "bell-step", product: "classes", language: "EN" },
    ttl: 3600,
  });
  for (const { id, cohort, beganAt, endsAt, isOff, movedFrom } of classes)
    calendar.createEvent({
      id: `${id}@bell-step`,
      start: new Date(beganAt),
      end: new Date(endsAt),
      stamp: at,
      summary: isOff ? `Called off: ${cohort}` : cohort,
      location: school,
      status: isOff ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
      ...(movedFrom ? { description: `Moved; it had been planned for ${movedFrom}.` } : {}),
    });
  return calendar.toString();
}
