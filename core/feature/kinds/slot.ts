import * as z from "zod";
import { sectionAt, type LaidBar } from "../../bar/bar";
import { caliperSizesMm } from "../../section/section";
import { lengthSchema } from "../../units/schema";
import { anyPlace, atPlace, defineFeature, sideSchema } from "../feature";
import { difference, placedAt } from "../lines";
import { slot as slotting } from "../../operation/kinds/slot";
import { openingSeen } from "../opening";
import { runsOffTheBar } from "../runsOff";
import { SIDE_FIELD, signOfSide } from "../side";
import type { Warning } from "../warning";
import { GONE } from "../rework";

const schema = z.strictObject({
  ...atPlace,
  kind: z.literal("slot"),
  length: lengthSchema(),
  width: lengthSchema(),
  through: z.enum(["thickness", "width"]).optional(),
  /** How far its middle lies off the bar's centre line. */
  off: lengthSchema({ zero: true }).optional(),
  side: sideSchema,
});
export type Slot = z.output<typeof schema>;

/** Wall beside a slot, as a share of its width (common practice, no source). */
const WALL_SHARE = 1 / 2;
/** Steel left beyond a slot's end, in widths of the slot (common practice, no source). */
const END_WIDTHS = 1.5;
/** A slot this near an end, in widths of its own, wants the corners off first (common practice, no source). */
const NEAR_END_WIDTHS = 3;

const extent = ({ at, length }: Slot) => ({
  fromMm: at - length / 2,
  toMm: at + length / 2,
  needsMm: null,
});

/** From a slot's nearer end to the end of the bar, mm. */
const endDistanceMm = (slot: Slot, bar: LaidBar) =>
  Math.min(extent(slot).fromMm, bar.lengthMm - extent(slot).toMm);

/** How wide the bar is across the slot, mm. */
const acrossMm = ({ at, through }: Slot, bar: LaidBar) =>
  caliperSizesMm(sectionAt(bar, at))[through === "width" ? 0 : 1];

/** The two walls beside a slot, the narrower first, mm. */
function wallsMm(slot: Slot, bar: LaidBar): [number, number] {
  const evenMm = (acrossMm(slot, bar) - slot.width) / 2;
  const { off: offMm = 0 } = slot;
  return [Math.max(0, evenMm - offMm), Math.max(0, evenMm + offMm)];
}

function warnings(slot: Slot, bar: LaidBar): Warning[] {
  const { id, width } = slot;
  const [wallMm] = wallsMm(slot, bar);
  if (wallMm <= 0)
    return [{ code: "hole-too-wide", feature: id, diameterMm: width, barMm: acrossMm(slot, bar) }];
  const runsOff = runsOffTheBar(slot, extent(slot), bar);
  if (runsOff.length > 0) return runsOff;
  const found: Warning[] = [];
  const endMm = endDistanceMm(slot, bar);
  if (endMm < width * END_WIDTHS - 1e-9)
    found.push({
      code: "hole-near-end",
      feature: id,
      method: "punch",
      diameterMm: width,
      endMm,
      leastMm: width * END_WIDTHS,
    });
  if (wallMm < width * WALL_SHARE - 1e-9)
    found.push({
      code: "hole-near-edge",
      feature: id,
      method: "punch",
      wallMm,
      leastMm: width * WALL_SHARE,
    });
  return found;
}

/** A long hole with round ends, its slug punched out: level with the bar or across, on its centre line or off it. */
export const slot = defineFeature<typeof schema>({
  kind: "slot",
  name: "Slot",
  about: "a long hole through thickness or width",
  schema,
  curves: false,
  pierces: true,
  fields: [
    { type: "length", key: "length", label: "Long" },
    { type: "length", key: "width", label: "Wide" },
    {
      type: "choice",
      key: "through",
      label: "Through",
      choices: [
        ["thickness", "the thickness"],
        ["width", "the width"],
      ],
    },
    { type: "length", key: "off", label: "Off the middle", zero: true, start: 0 },
    { ...SIDE_FIELD, label: "Lies off it" },
  ],
  extent,
  warnings,
  characteristics(slot, bar, line) {
    const [narrowMm, wideMm] = wallsMm(slot, bar);
    const opening = { measure: "diameter", heavyWhen: "below" } as const;
    return [
      line("length", "long", { ...opening, nominal: slot.length }),
      line("width", "wide", { ...opening, nominal: slot.width, weight: 2 }),
      line("place", "", placedAt(slot.at)),
      slot.off
        ? line("wall", "narrow wall", { measure: "position", nominal: narrowMm })
        : line("walls", "both walls", { measure: "walls", ...difference(wideMm) }),
    ];
  },
  rework: {
    length: { on: { operation: "drift", say: "Open {it} to {to} long, then dress the face" } },
    width: { on: { operation: "drift", say: "Open {it} to {to} wide, then dress the face" } },
    place: GONE,
    wall: GONE,
    walls: GONE,
  },
  operations(one, { bar }) {
    const isNear = endDistanceMm(one, bar) < NEAR_END_WIDTHS * one.width;
    const { fromMm, toMm } = extent(one);
    const end =
      one.at <= bar.lengthMm / 2
        ? { fromMm: 0, toMm: fromMm }
        : { fromMm: toMm, toMm: bar.lengthMm };
    const place = ({ at }: Slot) => ({ name: "From end A", value: at, unit: "mm" as const });
    return [
      ...(isNear ? [{ operation: "corners" as const, place: end, sizes: () => [] }] : []),
      { operation: "mark", sizes: (now) => [place(now)] },
      {
        operation: "slot",
        leaves: one,
        sizes: (now) => [
          place(now),
          { name: "Opening", value: [now.length, now.width], unit: "mm" },
          ...(now.off
            ? [{ name: `Off the middle, ${now.side ?? "up"}`, value: now.off, unit: "mm" as const }]
            : []),
        ],
        ...(one.through === "width" ? { words: `Through the width. ${slotting.words}` } : {}),
      },
    ];
  },
  marks: ({ at, length }) => [
    { what: "from", atMm: at - length / 2 },
    { what: "to", atMm: at + length / 2 },
  ],
  drawn: ({ at, length, width, through = "thickness", off = 0, side }, surface) =>
    openingSeen(surface, {
      at,
      longMm: length,
      wideMm: width,
      through,
      offMm: off * signOfSide(side),
    }),
  risks: () => ["struck-tool"],
  start: ({ id, atMm, sizeMm }) => ({
    id,
    kind: "slot",
    at: atMm,
    length: Math.max(1, Math.round(sizeMm)),
    width: Math.max(1, Math.round(sizeMm / 3)),
  }),
  describe: ({ length, width, at }, print) =>
    `${print(length)} by ${print(width)} at ${print(at)} from A`,
  sample: (id, lengthMm, random) => ({
    id,
    kind: "slot",
    at: anyPlace(lengthMm, random),
    length: 4 + Math.floor(random.next() * 20),
    width: 1 + Math.floor(random.next() * 6),
    through: random.pick(["thickness", "width"] as const),
    off: Math.floor(random.next() * 3),
    side: random.pick(["up", "down"] as const),
  }),
});
