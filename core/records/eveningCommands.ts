import * as z from "zod";
import { floorEventSchema } from "../floor/events";
import { sectionSchema } from "../section/schema";
import { count, daySchema, idSchema, instantSchema, shortText, wholeFrom } from "../units/fields";
import { lengthSchema } from "../units/schema";
import { timeZoneSchema } from "../units/timeZone";

const timeOfDay = z
  .string()
  .regex(/^([01][0-9]|2[0-3]):[0-5][0-9]$/, "A time of day such as 18:30.");

/** When a class is, how long it lasts and how many hearths are lit. */
export const classTimeFields = {
  begins: timeOfDay,
  minutes: wholeFrom("A class", 15, 720, "minutes"),
  hearths: wholeFrom("A class", 1, 60, "hearths"),
};

const PRICE = "A price is a number from 0 to 1,000,000, in your own money.";
const price = z
  .number({ error: () => PRICE })
  .min(0, PRICE)
  .max(1_000_000, PRICE)
  .nullable();

/** The longest bar that is kept, mm. */
const MAX_BAR_MM = 20_000;

/** How an evening is prepared, run and closed. */
export const EVENING_COMMANDS = {
  /** A cohort's classes to come, once a week; on one day it has one. */
  "plan-classes": z.strictObject({
    cohortId: idSchema,
    ...classTimeFields,
    first: daySchema,
    /** One for each class: the first, and a week later each. */
    classIds: z
      .array(idSchema)
      .min(1, "Plan at least one class.")
      .max(40, "At most 40 classes at a time."),
  }),
  "call-off-class": z.strictObject({ classId: idSchema }),
  "change-class": z.strictObject({
    classId: idSchema,
    day: daySchema,
    ...classTimeFields,
    cleanUp: count("Clean-up in minutes", 120),
    instructorIds: z.array(idSchema).max(20),
    firesOut: z.array(idSchema).max(60),
  }),
  "close-class": z.strictObject({ classId: idSchema }),
  "set-time-zone": z.strictObject({ timeZone: timeZoneSchema }),
  "keep-fire": z.strictObject({
    fireId: idSchema,
    name: shortText(20).min(1, "A fire has a number or a name."),
    places: wholeFrom("A fire", 1, 6, "places"),
    welds: z.boolean(),
    evenHeatMm: lengthSchema({ maxMm: 2000 }).nullable(),
    openingMm: lengthSchema({ maxMm: 2000 }).nullable(),
    fuel: shortText(40),
  }),
  "keep-station": z.strictObject({
    fireId: idSchema,
    name: shortText(20).min(1, "A place has a name."),
    places: wholeFrom("A place", 1, 6, "places"),
  }),
  "take-down-fire": z.strictObject({ fireId: idSchema }),
  "keep-bar": z.strictObject({
    barId: idSchema,
    section: sectionSchema,
    steel: z.enum(["mild", "medium-carbon", "unknown"]),
    lengthMm: lengthSchema({ maxMm: MAX_BAR_MM }),
    count: count("How many there are", 2000),
    isOffcut: z.boolean(),
    place: shortText(60),
    pricePerKg: price,
  }),
  /** "let" takes back what was said before. */
  "say-evening": z.strictObject({
    wordId: idSchema,
    classId: idSchema,
    learnerId: idSchema,
    revisionId: idSchema,
    says: z.enum(["make", "drop", "let"]),
    /** Where and when it is begun, minutes from the start; wherever it fits unless given. */
    fireId: idSchema.nullable().optional(),
    fromMinute: count("When it is begun, in minutes from the start,", 1440).nullable().optional(),
    isGuided: z.boolean().optional(),
  }),
  "keep-demonstration": z.strictObject({
    demonstrationId: idSchema,
    classId: idSchema,
    name: shortText(60).min(3, "Say what is shown."),
    shownBy: idSchema,
    minutes: wholeFrom("A demonstration", 1, 120, "minutes"),
    learnerIds: z.array(idSchema).min(1, "Say whom it is for.").max(60),
    fireId: idSchema.nullable(),
    beforeRevisionId: idSchema.nullable().default(null),
  }),
  "take-back-demonstration": z.strictObject({ demonstrationId: idSchema }),
  /** Bars as they were sawn: they leave the rack, and what is left of them goes back on it. */
  "saw-bars": z.strictObject({
    classId: idSchema,
    bars: z
      .array(
        z.strictObject({
          sawnId: idSchema,
          barId: idSchema,
          cuts: z
            .array(
              z.strictObject({
                learnerId: idSchema,
                revisionId: idSchema,
                mm: lengthSchema({ maxMm: MAX_BAR_MM }),
              }),
            )
            .min(1)
            .max(200),
          /** What went back on the rack; nothing where it is scrap. */
          offcut: z
            .strictObject({ barId: idSchema, mm: lengthSchema({ maxMm: MAX_BAR_MM }) })
            .nullable(),
        }),
      )
      .min(1, "No bar was sawn.")
      .max(300),
  }),
  /** Something that happened on the floor. */
  floor: z.strictObject({
    eventId: idSchema,
    classId: idSchema,
    at: instantSchema,
    event: floorEventSchema,
  }),
  "make-calendar-link": z.strictObject({ linkId: idSchema }),
  "revoke-calendar-link": z.strictObject({ linkId: idSchema }),
} as const;
