import * as z from "zod";
import { CORRECTIONS, type Aid } from "./declared";

/**
 * How an exercise is to be worked, where schools of practice differ. Either way
 * is right; the exercise says which is meant, and the record says which it was.
 */
export const settingsSchema = z.strictObject({
  /** On welds: a clean fire is enough, borax every heat, or as the smith likes. */
  flux: z.enum(["none", "borax", "either"]),
  /** Freehand builds skill; a jig makes a thousand alike. */
  aids: z.enum(["freehand", "gauges", "jig", "own-jig"]),
  /** Hand work counts towards a step unless the exercise says otherwise. */
  power: z.enum(["hand", "machine-roughing"]),
  /** What may be done to the finished piece; always declared. */
  corrections: z.array(z.enum(CORRECTIONS)).max(3),
  /** A twist in one long heat, or in several corrected locally. */
  twistHeats: z.enum(["one", "several", "either"]),
  /** The inside of a shoulder: dead square, or a deliberate radius, mm. */
  shoulderCorner: z.enum(["square", "radius"]),
  /** Whether it could be hung from or carried on: as its shapes and names say, or as the instructor says. */
  hangs: z.enum(["as-shaped", "yes", "no"]).default("as-shaped"),
  /** For food: no paint, oiled and baked. */
  food: z.boolean(),
});
export type Settings = z.output<typeof settingsSchema>;

/** What an exercise starts with. */
export const DEFAULT_SETTINGS: Settings = {
  flux: "either",
  aids: "gauges",
  power: "hand",
  corrections: [],
  twistHeats: "either",
  shoulderCorner: "square",
  hangs: "as-shaped",
  food: false,
};

/** Help a piece may not be made with: a jig where none is meant, a machine where it is hand work. */
export const aidsExcludedBy = ({ aids, power }: Pick<Settings, "aids" | "power">): Aid[] => [
  ...(aids === "freehand" || aids === "gauges" ? (["jig"] as const) : []),
  ...(power === "hand" ? (["machine"] as const) : []),
];

/** Each setting's question and answers, in words. */
export const SETTING_WORDS: {
  [Key in Exclude<keyof Settings, "corrections" | "food">]: {
    question: string;
    answers: Record<Settings[Key], string>;
  };
} = {
  flux: {
    question: "Flux on welds",
    answers: {
      none: "none: a clean, neutral fire",
      borax: "borax every heat",
      either: "either; say which",
    },
  },
  aids: {
    question: "Aids",
    answers: {
      freehand: "freehand",
      gauges: "gauges and marks",
      jig: "a jig",
      "own-jig": "a jig the learner made",
    },
  },
  power: {
    question: "Hammer",
    answers: { hand: "by hand", "machine-roughing": "roughing by machine allowed" },
  },
  twistHeats: {
    question: "Twisting",
    answers: { one: "in one long heat", several: "in several short heats", either: "either" },
  },
  shoulderCorner: {
    question: "Inside corner of a shoulder",
    answers: { square: "dead square", radius: "a radius" },
  },
  hangs: {
    question: "Could something hang from it?",
    answers: {
      "as-shaped": "as its shape and name say",
      yes: "yes: a training piece, and it says so",
      no: "no: nothing can",
    },
  },
};
