import * as z from "zod";
import { nameSchema } from "../bar/schema";
import { shortText, idSchema } from "../units/fields";
import type { Step } from "../trade/steps";
import { findLoop, OPENS_AT, opensUp } from "./curriculum";
import { DEFAULT_STANDING_RULES, MARGIN_RISKS, provesTo } from "./rules";

const whole = (what: string, min: number, max: number) => {
  const error = `${what}: a whole number from ${min} to ${max}.`;
  return z
    .number({ error: () => error })
    .int(error)
    .min(min, error)
    .max(max, error);
};

export const standingRulesSchema = z.strictObject({
  // Courses published before counted every exercise up to Sure.
  ownStepOnly: z.boolean().default(false),
  trueRun: whole("In a row for True", 1, 20),
  // Courses published before had no choice.
  margin: z
    .strictObject({
      risk: z.union(
        MARGIN_RISKS.map((risk) => z.literal(risk)),
        "The risk of proof by margin: 5, 10 or 20 in a hundred.",
      ),
    })
    .nullable()
    .default(null),
  alike: z
    .strictObject({
      good: whole("Good ones for Alike", 2, 30),
      of: whole("Out of the last", 2, 30),
      spreadGrade: whole("The grade they may lie apart", 12, 18),
    })
    .refine(({ good, of }) => good <= of, "Not more good ones than are looked at."),
  sure: z.strictObject({ coldDays: whole("Days away for Sure", 1, 400), shown: z.boolean() }),
});

const techniqueSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  summary: shortText(160),
  /** Ids of the techniques that come before. */
  after: z.array(idSchema).max(12, "At most twelve techniques come before one."),
  halfLifeDays: whole("Days until half is lost", 1, 3650),
});
export type CourseTechniqueContent = z.output<typeof techniqueSchema>;

/** A whole course as it is published: its techniques in order, how far exercises count, the rules of standing. */
export const courseSchema = z
  .strictObject({
    techniques: z
      .array(techniqueSchema)
      .min(1, "A course has at least one technique.")
      .max(120, "At most 120 techniques."),
    /** The highest step an exercise's pieces count for, where the rules' own answer doesn't hold. */
    countsTo: z.record(idSchema, z.literal([1, 2, 3, 4, 5])),
    rules: standingRulesSchema.default(DEFAULT_STANDING_RULES),
  })
  .superRefine(({ techniques }, context) => {
    const say = (path: PropertyKey[], message: string) =>
      context.addIssue({ code: "custom", path, message });
    const names = new Map<string, string>();
    techniques.forEach(({ id, name, after }, index) => {
      if (names.has(id)) say(["techniques", index], `“${name}” is there twice.`);
      if ([...names.values()].some((one) => one.toLowerCase() === name.toLowerCase()))
        say(["techniques", index, "name"], `Two techniques are called “${name}”.`);
      names.set(id, name);
      if (after.includes(id))
        say(["techniques", index, "after"], `“${name}” can't come before itself.`);
    });
    const unknown = techniques.findIndex(({ after }) => after.some((id) => !names.has(id)));
    if (unknown >= 0)
      say(["techniques", unknown, "after"], "What comes before it is not in the course.");
    const loop = findLoop(techniques);
    if (loop && loop.length > 2)
      say(
        ["techniques"],
        `These go round in a loop: ${loop.map((id) => names.get(id) ?? "?").join(", which needs ")}. Take one of them out.`,
      );
  });
export type Course = z.output<typeof courseSchema>;

/** A technique whose exercises prove less than opens what comes after it. */
export interface ClosedTechnique {
  techniqueId: string;
  /** What its exercises prove at most. */
  provesTo: Step;
  /** The techniques that can't be opened so. */
  closes: string[];
}

/**
 * The techniques that keep others closed: there are exercises of them, and none proves Fair.
 *
 * @param exercises what is published, with the step each is of
 */
export function closedTechniques(
  { techniques, countsTo, rules }: Course,
  exercises: readonly { id: string; techniqueId: string; step: Step }[],
): ClosedTechnique[] {
  const inForce = { rules, countsTo: new Map(Object.entries(countsTo)) };
  return techniques.flatMap(({ id }) => {
    const own = exercises.filter(({ techniqueId }) => techniqueId === id);
    const closes = opensUp(id, techniques);
    const highest = Math.max(
      ...own.map(({ id: exerciseId, step }) => provesTo({ exerciseId, step }, inForce)),
    ) as Step;
    return own.length > 0 && closes.length > 0 && highest < OPENS_AT
      ? [{ techniqueId: id, provesTo: highest, closes }]
      : [];
  });
}

/** How many learners' standings are worked out by the newest course, and of how many. */
export interface StandingProgress {
  done: number;
  learners: number;
}
