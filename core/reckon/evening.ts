import * as z from "zod";
import type { Evening, EveningPlan } from "../evening/evening";
import { planEvening, planningOf } from "../evening/plan";
import type { InSteps } from "../evening/search";
import { eveningDrawing } from "../drawing/eveningDrawing";
import { readInput } from "../problem/complain";
import { refuse } from "../problem/problem";
import { figure } from "./figure";
import { defineReckoner } from "./reckoner";

const number = (name: string, min: number, max: number) => {
  const error = `${name} is a number from ${min} to ${max}.`;
  return z
    .number({ error: () => error })
    .min(min, error)
    .max(max, error);
};
const id = z
  .string({ error: () => "Each has a name of up to 80 characters." })
  .min(1, "Each has a name of up to 80 characters.")
  .max(80, "Each has a name of up to 80 characters.");
const MAX_MINUTES = 1440;
const minutes = (name: string) => number(name, 1, MAX_MINUTES);
const here = z
  .tuple([number("Coming", 0, MAX_MINUTES), number("Leaving", 0, MAX_MINUTES)], {
    error: () => "Give when they come and when they leave, in minutes from the start: [0, 150].",
  })
  .optional();
/** Works times slots times pairs of fires; 200 learners with two pieces at 20 fires for 150 minutes come to 4,800,000. */
const MAX_SIZE = 5e6;
const mm = number("A length in mm", 1, 100_000);

const input = z.strictObject({
  minutes: minutes("How long the evening is, in minutes,"),
  slot: number("A slot, in minutes,", 1, 60).default(5),
  fires: z
    .array(
      z.strictObject({
        id,
        places: number("Places at a fire", 1, 20).int("Places are counted."),
        welds: z.boolean(),
        evenHeatMm: mm.optional(),
        openingMm: mm.optional(),
      }),
    )
    .max(60),
  learners: z
    .array(
      z.strictObject({
        id,
        here,
        work: z
          .array(
            z.strictObject({
              id,
              minutes: minutes("What a piece takes, in minutes,"),
              heats: number("Heats", 0, 200).optional(),
              weldMinutes: number("What welding takes, in minutes,", 0, MAX_MINUTES).optional(),
              heatMm: mm.optional(),
              guided: z.boolean().optional(),
              after: z.array(id).max(50).optional(),
              priority: number("A priority", 0, 1000).optional(),
              kept: z
                .strictObject({
                  fire: id.optional(),
                  from: number("When it is begun, in minutes,", 0, MAX_MINUTES).optional(),
                })
                .optional(),
            }),
          )
          .max(50),
      }),
    )
    .max(200),
  instructors: z.array(z.strictObject({ id, here })).max(60).default([]),
  demonstrations: z
    .array(
      z.strictObject({
        id,
        by: id,
        minutes: minutes("A demonstration, in minutes,"),
        for: z.array(id).max(200),
        before: z.array(id).max(200).optional(),
        at: id.optional(),
      }),
    )
    .max(60)
    .default([]),
  cleanUp: number("Clean-up, in minutes,", 0, MAX_MINUTES).default(10),
});

/** Who is at which fire when. */
export const evening = defineReckoner({
  name: "evening",
  summary: "Who is at which fire when, and what doesn't fit",
  explanation:
    "Work is begun only where it is finished, without a break, its weld last: one learner at each place, one weld at a time at a fire that welds, heats no longer than the fire's even heat and opening. A demonstration takes its instructor, its learners and a place, before the work it is for; guided work takes an instructor all the time; kept work is begun at that fire, at that time. Demonstrations first, then the most finished (each piece counts 1 and its priority), then the least waiting, then the fewest moves. Orders are changed by chance from a fixed seed; a small evening is looked through whole (active schedules, Giffler and Thompson 1960), and optimal is said only then, or where nothing could be better.",
  input,
  result: z.object({
    places: z.array(
      z.object({
        learner: z.string(),
        work: z.string(),
        fire: z.string(),
        from: z.number(),
        to: z.number(),
        welding: z.literal(true).optional(),
      }),
    ),
    demonstrations: z.array(
      z.object({
        id: z.string(),
        from: z.number(),
        to: z.number(),
        fire: z.string().nullable(),
      }),
    ),
    left: z.array(
      z.object({
        work: z.string(),
        why: z.looseObject({ code: z.string() }),
        remedy: z.looseObject({ code: z.string() }).optional(),
      }),
    ),
    waitingMinutes: z.number(),
    moves: z.number(),
    finished: z.number().describe("each piece counts 1 and its priority"),
    bound: z.number().describe("no plan finishes more"),
    optimal: z.boolean(),
  }),
  reckon: (given) => {
    checkEvening(given);
    const { isOptimal, ...plan } = planEvening(given);
    return { ...plan, optimal: isOptimal };
  },
  working: ({ slot }, { finished, bound }) => ({
    finished: `${figure(finished)} of at most ${figure(bound)}`,
    waitingMinutes: `from coming to the last piece, in slots of ${figure(slot)} min`,
  }),
  drawing: ({ minutes: long, fires, cleanUp }, { places }) =>
    eveningDrawing({ long, cleanUp, fires: fires.map((fire) => fire.id) }, places),
  examples: [
    {
      title: "Two welds at one welding fire",
      input: {
        minutes: 100,
        fires: [
          { id: "1", places: 2, welds: true },
          { id: "2", places: 1, welds: false },
        ],
        learners: [
          { id: "a", work: [{ id: "ring a", minutes: 40, weldMinutes: 20 }] },
          { id: "b", work: [{ id: "ring b", minutes: 40, weldMinutes: 20 }] },
        ],
      },
      expected: { waitingMinutes: 20, moves: 0, finished: 2, bound: 2, optimal: true },
      source: "one weld after the other: the second ring begins 20 min later (by hand)",
    },
    {
      title: "More than the fires hold",
      input: {
        minutes: 70,
        fires: [{ id: "1", places: 1, welds: false }],
        learners: [
          { id: "a", work: [{ id: "pin a", minutes: 40 }] },
          { id: "b", work: [{ id: "pin b", minutes: 40, priority: 1 }] },
        ],
      },
      expected: { waitingMinutes: 0, finished: 2, optimal: true },
      source: "60 minutes at one place hold one piece of 40, the one that counts twice (by hand)",
    },
  ],
});

/**
 * The same in steps; see {@link planningOf}.
 *
 * @throws Refusal where it isn't an evening, or one that can't be planned
 */
export function* eveningAnswer(given: unknown): InSteps<EveningPlan> {
  const asked = readInput(input, given);
  checkEvening(asked);
  return yield* planningOf(asked);
}

function checkEvening(given: Evening): void {
  checkNames(given);
  const works = given.learners.reduce((sum, { work }) => sum + work.length, 0);
  const slots = Math.ceil(given.minutes / given.slot);
  const size = works * slots * given.fires.length ** 2;
  if (size > MAX_SIZE)
    refuse({ code: "evening-too-large", works, slots, fires: given.fires.length });
}

/** Every name once, and only names that are there. */
function checkNames({ fires, learners, instructors, demonstrations }: Evening): void {
  const works = learners.flatMap(({ work }) => work);
  for (const named of [fires, learners, instructors, [...works, ...demonstrations]]) {
    const ids = named.map((one) => one.id);
    const again = ids.find((one, index) => ids.indexOf(one) < index);
    if (again !== undefined) refuse({ code: "name-repeated", id: again });
  }
  const expectKnown = (wanted: readonly string[], of: readonly { id: string }[]) => {
    const known = of.map((one) => one.id);
    const id = wanted.find((one) => !known.includes(one));
    if (id !== undefined) refuse({ code: "name-unknown", id, known });
  };
  expectKnown(
    works.flatMap(({ after = [] }) => after),
    works,
  );
  expectKnown(
    works.flatMap(({ kept }) => kept?.fire ?? []),
    fires,
  );
  for (const { by, at, before = [], for: learnerIds } of demonstrations) {
    expectKnown([by], instructors);
    expectKnown(at === undefined ? [] : [at], fires);
    expectKnown(before, works);
    expectKnown(learnerIds, learners);
  }
}
