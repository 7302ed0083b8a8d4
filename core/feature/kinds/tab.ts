import * as z from "zod";
import { sectionAt } from "../../bar/bar";
import { caliperSizesMm } from "../../section/section";
import { lengthSchema } from "../../units/schema";
import { anyPlace, atPlace, defineFeature, sideSchema } from "../feature";
import { placedAt } from "../lines";
import { runsOffTheBar } from "../runsOff";
import { SIDE_FIELD, signOfSide } from "../side";
import { isFromAbove, placesAt } from "../surface";
import type { Warning } from "../warning";
import { GONE } from "../rework";

const schema = z.strictObject({
  ...atPlace,
  kind: z.literal("tab"),
  length: lengthSchema(),
  width: lengthSchema(),
  /** How far its free end stands over the face. */
  height: lengthSchema({ zero: true }),
  side: sideSchema,
});
export type Tab = z.output<typeof schema>;

/** Bar left beside a tab, as a share of its width (common practice, no source). */
const WALL_SHARE = 1 / 3;

/** `at` is the tab's root; it is cut free from there towards end B. */
const extent = ({ at, length }: Tab) => ({ fromMm: at, toMm: at + length, needsMm: null });

/** A tongue cut free on three sides and raised out of its face. */
export const tab = defineFeature<typeof schema>({
  kind: "tab",
  name: "Tab",
  about: "a tongue cut free on three sides and raised; its cavity stays",
  schema,
  curves: false,
  pierces: true,
  fields: [
    { type: "length", key: "length", label: "Long" },
    { type: "length", key: "width", label: "Wide" },
    { type: "length", key: "height", label: "Raised by" },
    { ...SIDE_FIELD, label: "Raised" },
  ],
  extent,
  warnings(one, bar): Warning[] {
    const { id, at, width, length, height } = one;
    const runsOff = runsOffTheBar(one, extent(one), bar);
    if (runsOff.length > 0) return runsOff;
    const [, barMm] = caliperSizesMm(sectionAt(bar, at + length / 2));
    if (width >= barMm) return [{ code: "hole-too-wide", feature: id, diameterMm: width, barMm }];
    const wallMm = (barMm - width) / 2;
    const leastMm = width * WALL_SHARE;
    return [
      ...(wallMm < leastMm - 1e-9
        ? [
            {
              code: "hole-near-edge" as const,
              feature: id,
              method: "punch" as const,
              wallMm,
              leastMm,
            },
          ]
        : []),
      ...(height > length + 1e-9
        ? [
            {
              code: "goes-too-deep" as const,
              feature: id,
              depthMm: height,
              barMm: length,
              possibleMm: length,
            },
          ]
        : []),
    ];
  },
  characteristics: ({ at, width, height }, _bar, line) => [
    line("height", "raised by", {
      measure: "extent",
      nominal: height,
      heavyWhen: "below",
      whenLight: "ease",
      weight: 2,
    }),
    line("width", "wide", { measure: "thickness", nominal: width }),
    line("place", "", placedAt(at)),
  ],
  rework: {
    height: {
      on: { operation: "raise-tab", say: "Raise {it} on to {to}" },
      back: { operation: "raise-tab", say: "Press {it} back to {to}" },
    },
    width: { on: { operation: "raise-tab", say: "Dress the sides of {it} to {to}" } },
    place: GONE,
  },
  operations: (one) => [
    {
      operation: "slit-tab",
      leaves: { ...one, height: 0 },
      sizes: (now) => [
        { name: "From end A", value: now.at, unit: "mm" },
        { name: "Long and wide", value: [now.length, now.width], unit: "mm" },
      ],
    },
    {
      operation: "raise-tab",
      leaves: one,
      sizes: (now) => [
        { name: "From end A", value: now.at, unit: "mm" },
        { name: "Raised by", value: now.height, unit: "mm" },
      ],
    },
  ],
  marks: ({ at, length }) => [
    { what: "root", atMm: at },
    { what: "free end", atMm: at + length },
  ],
  drawn({ at, length, width, height, side }, { stationAt }) {
    const root = stationAt(at);
    const { up, across, thicknessMm } = root;
    const place = placesAt(root);
    const half = width / 2;
    if (isFromAbove(root))
      return {
        lines: [
          [
            place(0, across, half),
            place(length, across, half),
            place(length, across, -half),
            place(0, across, -half),
          ],
        ],
      };
    const out = signOfSide(side);
    const reach = Math.sqrt(Math.max(0, length ** 2 - height ** 2));
    const face = (out * thicknessMm) / 2;
    return { lines: [[place(0, up, face), place(reach, up, face + out * height)]] };
  },
  risks: () => ["hot-cut", "struck-tool"],
  start: ({ id, atMm, sizeMm }) => ({
    id,
    kind: "tab",
    at: atMm,
    length: Math.max(4, Math.round(sizeMm)),
    width: Math.max(2, Math.round(sizeMm / 3)),
    height: Math.max(2, Math.round(sizeMm / 3)),
  }),
  describe: ({ length: long, width, height, at }, length) =>
    `${length(long)} by ${length(width)}, raised ${length(height)}, at ${length(at)} from A`,
  sample: (id, lengthMm, random) => ({
    id,
    kind: "tab",
    at: anyPlace(lengthMm, random),
    length: 4 + Math.floor(random.next() * 20),
    width: 2 + Math.floor(random.next() * 6),
    height: 1 + Math.floor(random.next() * 6),
    side: random.pick(["up", "down"] as const),
  }),
});
