import * as z from "zod";
import { thicknessAt, type LaidBar } from "../../bar/bar";
import { lengthSchema } from "../../units/schema";
import {
  anySpan,
  betweenPlaces,
  defineFeature,
  handSchema,
  startSpan,
  turnsSchema,
  type Placed,
} from "../feature";
import { opened } from "../lines";
import { helixLines, type Edge } from "../surface";
import { SLACK_MM, type Warning } from "../warning";
import { TURN_FIELDS, turnsInWords } from "./twist";

const schema = z.strictObject({
  ...betweenPlaces,
  kind: z.literal("wrap"),
  turns: turnsSchema,
  hand: handSchema,
  /** How long the wrapped part is to be when done. */
  finishedLength: lengthSchema().optional(),
});
export type Wrap = z.output<typeof schema>;

/** The two legs of a folded piece. */
const LEGS = 2;

/**
 * How long two legs wrapped about one another come out: each follows a helix on
 * the circle of their centre lines, length² = strand² − (2πR·turns)² with
 * R = d/(2·sin(π/n)). See the reckoner `wrap`.
 *
 * @returns the wrapped length, or null where so many turns can't be made, and how many can
 */
export function wrappedLengthMm(
  wrap: Wrap,
  bar: LaidBar,
): { lengthMm: number | null; tightestTurns: number } {
  const strandMm = wrap.to - wrap.from;
  const { diameterMm, aroundMm } = strandOf(wrap, bar);
  // Unrolled, neighbours touch side by side at this slope.
  const cosine = (LEGS * diameterMm) / aroundMm;
  const tightestTurns = (strandMm * Math.sqrt(1 - cosine ** 2)) / aroundMm;
  const fits = wrap.turns <= tightestTurns * (1 + 1e-9);
  return {
    lengthMm: fits ? Math.sqrt(strandMm ** 2 - (aroundMm * wrap.turns) ** 2) : null,
    tightestTurns,
  };
}

/** How thick a leg is, and how far round it runs in a turn, mm. */
function strandOf({ from, to }: Pick<Wrap, "from" | "to">, bar: LaidBar) {
  const diameterMm = thicknessAt(bar, (from + to) / 2);
  const radiusMm = diameterMm / (2 * Math.sin(Math.PI / LEGS));
  return { diameterMm, aroundMm: 2 * Math.PI * radiusMm };
}

/** The same turns over as much of the legs as comes out so long, its middle where it was. */
function wrappedTo(wrap: Wrap, mm: number, bar: LaidBar): Wrap {
  const strandMm = Math.hypot(mm, strandOf(wrap, bar).aroundMm * wrap.turns);
  const moreMm = (strandMm - (wrap.to - wrap.from)) / 2;
  return { ...wrap, from: wrap.from - moreMm, to: wrap.to + moreMm };
}

const foldIn = (features: readonly Placed[]) =>
  features.flatMap((one) => (one.kind === "fold" && "at" in one ? [one] : []))[0];

function warnings(wrap: Wrap, bar: LaidBar, features: readonly Placed[]): Warning[] {
  const { id, from, to, turns, finishedLength } = wrap;
  const fold = foldIn(features);
  if (fold && from < fold.at && to > fold.at)
    return [{ code: "wrap-over-fold", feature: id, fold: fold.id, atMm: fold.at }];
  const { lengthMm, tightestTurns } = wrappedLengthMm(wrap, bar);
  if (lengthMm === null)
    return [{ code: "wrap-too-tight", feature: id, turns, possible: tightestTurns }];
  return finishedLength !== undefined && lengthMm < finishedLength - SLACK_MM
    ? [{ code: "wrap-short", feature: id, askedMm: finishedLength, comesToMm: lengthMm }]
    : [];
}

/** Two legs twisted about one another: each runs along a helix, so both come out shorter. */
export const wrap = defineFeature<typeof schema>({
  kind: "wrap",
  name: "Wrap",
  about: "the two legs twisted about one another",
  schema,
  curves: true,
  fields: [...TURN_FIELDS, { type: "length", key: "finishedLength", label: "To come out" }],
  extent: ({ from, to }) => ({ fromMm: from, toMm: to, needsMm: null }),
  takesUp(one, bar, features) {
    const { lengthMm } = wrappedLengthMm(one, bar);
    const fold = foldIn(features);
    if (lengthMm === null || (fold && one.from < fold.at && one.to > fold.at)) return [];
    const share = lengthMm / (one.to - one.from);
    const leg = { fromMm: one.from, toMm: one.to, share };
    if (!fold) return [leg];
    // The other leg lies beside it, as far from the fold.
    return [leg, { fromMm: 2 * fold.at - one.to, toMm: 2 * fold.at - one.from, share }];
  },
  warnings,
  characteristics(one, bar, line) {
    const { lengthMm } = wrappedLengthMm(one, bar);
    return [
      line("turns", "turns", {
        measure: "turns",
        unit: "turns",
        nominal: one.turns,
        instrument: "eye",
        weight: 2,
        ...opened,
      }),
      ...(lengthMm === null
        ? []
        : [
            line("length", "wrapped length", {
              measure: "extent",
              nominal: lengthMm,
              instrument: "rule",
              ...opened,
              heavyWhen: "above",
            }),
          ]),
    ];
  },
  rework: {
    turns: {
      on: { operation: "wrap", say: "Turn {it} on to {to}, cool the lead" },
      back: { operation: "wrap", say: "Turn {it} back to {to}" },
      sets: (one, turns) => (turns > 0 ? { ...one, turns } : one),
    },
    length: {
      on: {
        operation: "wrap",
        say: "Turn {it} back, and on again over less of the legs, {to} long",
      },
      back: {
        operation: "wrap",
        say: "Turn {it} back, and on again over more of the legs, {to} long",
      },
      sets: wrappedTo,
    },
  },
  operations: (one) => [
    {
      operation: "wrap",
      leaves: one,
      words: `${one.hand === "right" ? "Right" : "Left"} hand. Grip both legs, one long even heat; they end shorter than they began.`,
      sizes: (now, bar) => [
        { name: "From and to", value: [now.from, now.to], unit: "mm" },
        { name: "Turns", value: now.turns, unit: "turns" },
        {
          name: "Wrapped length",
          value: wrappedLengthMm(now, bar).lengthMm ?? now.to - now.from,
          unit: "mm",
        },
      ],
    },
  ],
  marks: ({ from, to }) => [
    { what: "from", atMm: from },
    { what: "to", atMm: to },
  ],
  drawn(one, { edgesAt, foldMm }) {
    if (foldMm === null) return { lines: helixLines(one, edgesAt) };
    // The other leg runs back, so both show their outer edge on the same side of their own heading.
    const bothLegs = (sMm: number): Edge => ({
      left: edgesAt(2 * foldMm - sMm).right,
      right: edgesAt(sMm).right,
    });
    return { lines: helixLines(one, bothLegs) };
  },
  risks: () => ["twist", "springing"],
  start: (place) => ({ id: place.id, kind: "wrap", turns: 2, hand: "right", ...startSpan(place) }),
  describe: ({ turns, hand }) => turnsInWords(turns, hand),
  sample: (id, lengthMm, random) => ({
    id,
    ...anySpan(lengthMm, random),
    kind: "wrap",
    turns: 0.2 + random.next() * 11.8,
    hand: random.pick(["left", "right"] as const),
  }),
});
