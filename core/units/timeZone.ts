import * as z from "zod";

const accepted = "A time zone of the IANA list, such as Europe/Oslo or America/Halifax.";

/**
 * The name of a time zone this machine knows.
 *
 * @example timeZoneSchema.safeParse("America/Halifax").success → true
 */
export const timeZoneSchema = z
  .string({ error: () => accepted })
  .trim()
  .max(60, accepted)
  // Offsets such as "+02:00" have no summer time, so they aren't a place's clock.
  .regex(/^[A-Za-z][A-Za-z0-9_+/-]*$/, accepted)
  .refine(isKnown, accepted);

function isKnown(timeZone: string): boolean {
  try {
    new Intl.DateTimeFormat("en", { timeZone });
    return true;
  } catch {
    return false;
  }
}
