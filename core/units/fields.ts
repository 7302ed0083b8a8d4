import * as z from "zod";

/** Ids are made where the record is made, so that it can be sent again: UUID version 7 (RFC 9562). */
export const idSchema = z.uuid({ version: "v7", error: () => "An id is a UUID of version 7." });

/** One line of plain text. */
export const shortText = (max: number) =>
  z
    .string()
    .trim()
    .max(max, `At most ${max} characters.`)
    .regex(/^[^\p{Cc}<>]*$/u, "Plain text only, without line breaks, < or >.");

/** A whole number from nothing to `max`. */
export const count = (what: string, max: number) => {
  const error = `${what} is a whole number from 0 to ${max}.`;
  return z
    .number({ error: () => error })
    .int(error)
    .min(0, error)
    .max(max, error);
};

/** A whole number of something between two ends, both allowed. */
export const wholeFrom = (what: string, least: number, most: number, of: string) => {
  const error = `${what} has ${least} to ${most} ${of}, a whole number.`;
  return z
    .number({ error: () => error })
    .int(error)
    .min(least, error)
    .max(most, error);
};

/** A day of the calendar, such as 2026-12-01. */
export const daySchema = z.iso.date({ error: () => "A day such as 2026-12-01." });

/** A moment, with its offset. */
export const instantSchema = z.iso.datetime({
  offset: true,
  error: () => "A time such as 2026-05-01T18:30:00Z.",
});
