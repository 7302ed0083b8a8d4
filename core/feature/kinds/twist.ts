import * as z from "zod";
import { sectionAt, type LaidBar } from "../../bar/bar";
import { MAX_VALUES } from "../../measure/readingWays";
import { cornerRadiusMm } from "../../section/section";
import {
  anySpan,
  betweenPlaces,
  defineFeature,
  handSchema,
  startSpan,
  turnsSchema,
} from "../feature";
import { difference, opened } from "../lines";
import { helixLines } from "../surface";
import type { Warning } from "../warning";

const schema = z.strictObject({
  ...betweenPlaces,
  kind: z.literal("twist"),
  turns: turnsSchema,
  hand: handSchema,
  /** Turned back at the end: what lies there reads fewer turns than were put in. */
  back: turnsSchema.optional(),
});
export type Twist = z.output<typeof schema>;

/** How far the corners of a hot twist are stretched before they tear or fold (common practice, no source). */
const MAX_CORNER_STRETCH = 2;
/** Gap under a straight edge along a twist, as a share of its length (common practice, no source). */
const STRAIGHT_SHARE = 1 / 80;
/** Below this the gap under a straight edge can't be told, mm (common practice, no source). */
const MIN_GAP_MM = 0.5;
/** A twist in several heats takes one for each so much of its length, mm (common practice, no source). */
const SHORT_HEAT_MM = 60;

function warnings({ id, from, to, turns }: Twist, bar: LaidBar): Warning[] {
  const lengthMm = to - from;
  const pitchMm = lengthMm / turns;
  const section = sectionAt(bar, (from + to) / 2);
  if (section.shape === "round") return [{ code: "twist-unseen", feature: id }];
  const aroundMm = 2 * Math.PI * cornerRadiusMm(section);
  const times = Math.hypot(pitchMm, aroundMm) / pitchMm;
  if (times <= MAX_CORNER_STRETCH) return [];
  const possible = (lengthMm * Math.sqrt(MAX_CORNER_STRETCH ** 2 - 1)) / aroundMm;
  return [{ code: "twist-tight", feature: id, times, pitchMm, turns, possible }];
}

const HANDS = [
  ["right", "right hand"],
  ["left", "left hand"],
] as const;

/** Turns and their hand, in words. */
export const turnsInWords = (turns: number, hand: "left" | "right"): string =>
  `${Number(turns.toFixed(2))} ${turns === 1 ? "turn" : "turns"}, ${hand} hand`;

/** Fields of whatever is turned. */
export const TURN_FIELDS = [
  { type: "number", key: "turns", label: "Turns", min: 0.125, max: 100 },
  { type: "choice", key: "hand", label: "Hand", choices: HANDS },
] as const;

/** Turns about the bar's own axis. */
export const twist = defineFeature<typeof schema>({
  kind: "twist",
  name: "Twist",
  about: "turns over a length",
  schema,
  alikeBy: "turns",
  curves: false,
  turnsSection: true,
  fields: [
    ...TURN_FIELDS,
    { type: "number", key: "back", label: "Turned back after", min: 0.001, max: 100 },
  ],
  extent: ({ from, to }) => ({ fromMm: from, toMm: to, needsMm: null }),
  warnings: (one, bar) => warnings({ ...one, turns: one.turns + (one.back ?? 0) }, bar),
  characteristics({ from, to, turns }, _bar, line) {
    return [
      line("turns", "turns", {
        measure: "turns",
        unit: "turns",
        nominal: turns,
        instrument: "eye",
        weight: 2,
        ...opened,
      }),
      line("pitch", "pitch, crest by crest", {
        measure: "pitch",
        instrument: "rule",
        count: Math.min(MAX_VALUES, Math.max(2, Math.floor(turns))),
        ...difference((to - from) / turns),
        kind: "evenness",
        readings: "spread",
      }),
      line("straight", "straight", {
        measure: "straightness",
        kind: "evenness",
        nominal: 0,
        instrument: "straight-edge",
        fixed: { upper: Math.max(MIN_GAP_MM, (to - from) * STRAIGHT_SHARE) },
      }),
    ];
  },
  rework: {
    turns: {
      on: { operation: "twist", say: "Turn {it} on to {to}, cool the lead" },
      back: { operation: "twist", say: "Turn {it} back to {to}" },
      sets: (one, turns) => (turns > 0 ? { ...one, turns } : one),
    },
    pitch: {
      on: {
        operation: "twist",
        say: "Even {it} out: cool what leads, heat what lags, and twist on",
      },
    },
    straight: { on: { operation: "true", say: "Straighten {it} on wood" } },
  },
  operations(one, { settings: { twistHeats } }) {
    const lengthMm = one.to - one.from;
    const heats = Math.max(2, Math.ceil(lengthMm / SHORT_HEAT_MM));
    return [
      {
        operation: "twist",
        leaves: one.back === undefined ? one : { ...one, turns: one.turns + one.back },
        words: `${one.hand === "right" ? "Right" : "Left"} hand. ${twistHeats === "several" ? "Short heats, each corrected before the next." : "One long even heat."} Hot parts turn more: cool the lead, reheat the lag. Keep the square for the wrench until the last back-twist is done.`,
        sizes: ({ from, to, turns, back = 0 }) => [
          { name: "From and to", value: [from, to], unit: "mm" },
          { name: back > 0 ? "Turned on" : "Turns", value: turns, unit: "turns" },
          { name: "Crest to crest", value: (to - from) / turns, unit: "mm" },
        ],
        ...(twistHeats === "several" ? { heats } : {}),
      },
      ...(one.back === undefined
        ? []
        : [
            {
              operation: "untwist" as const,
              leaves: one,
              sizes: ({ from, to, turns, back = 0 }: Twist) => [
                { name: "From and to", value: [from, to], unit: "mm" as const },
                { name: "Turned back", value: back, unit: "turns" as const },
                { name: "Turns", value: turns, unit: "turns" as const },
              ],
            },
          ]),
    ];
  },
  marks: ({ from, to }) => [
    { what: "from", atMm: from },
    { what: "to", atMm: to },
  ],
  drawn: (one, { edgesAt }) => ({ lines: helixLines(one, edgesAt) }),
  risks: () => ["twist"],
  start: (place) => ({
    id: place.id,
    kind: "twist",
    turns: 2,
    hand: "right",
    ...startSpan(place),
  }),
  describe: ({ turns, hand }) => turnsInWords(turns, hand),
  sample: (id, lengthMm, random) => ({
    id,
    ...anySpan(lengthMm, random),
    kind: "twist",
    turns: 0.2 + random.next() * 11.8,
    hand: random.pick(["left", "right"] as const),
  }),
});
