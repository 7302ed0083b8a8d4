import * as z from "zod";
import { sectionAt, type LaidBar } from "../../bar/bar";
import { caliperSizesMm } from "../../section/section";
import { lengthSchema } from "../../units/schema";
import { anyPlace, atPlace, defineFeature, sideSchema } from "../feature";
import { placedAt } from "../lines";
import { raisedWarnings } from "../raised";
import { SIDE_FIELD, signOfSide } from "../side";
import { closed, isFromAbove, ovalAt, placesAt, type Surface, type SurfaceMarks } from "../surface";
import { GONE } from "../rework";

const schema = z.strictObject({
  ...atPlace,
  kind: z.literal("boss"),
  diameter: lengthSchema(),
  /** How far it stands out of its face. */
  height: lengthSchema(),
  side: sideSchema,
});
export type Boss = z.output<typeof schema>;

const volumeMm3 = ({ diameter, height }: Boss) => (Math.PI / 4) * diameter ** 2 * height;
const extent = ({ at, diameter }: Boss) => ({
  fromMm: at - diameter / 2,
  toMm: at + diameter / 2,
  needsMm: null,
});

function drawn({ at, diameter, height, side }: Boss, { stationAt }: Surface): SurfaceMarks {
  const station = stationAt(at);
  const r = diameter / 2;
  if (isFromAbove(station)) return { lines: [closed(ovalAt(station, r, r))] };
  const place = placesAt(station);
  const out = signOfSide(side);
  const [face, top] = [station.thicknessMm / 2, station.thicknessMm / 2 + height];
  const corner = (alongMm: number, upMm: number) => place(alongMm, station.up, out * upMm);
  return { raised: [[corner(-r, face), corner(-r, top), corner(r, top), corner(r, face)]] };
}

/** A round boss standing out of one face, of the bar's own steel. */
export const boss = defineFeature<typeof schema>({
  kind: "boss",
  name: "Boss",
  about: "a round knob on one face, from the bar’s own steel",
  schema,
  curves: false,
  alikeBy: "height",
  fields: [
    { type: "length", key: "diameter", label: "Across" },
    { type: "length", key: "height", label: "High" },
    { ...SIDE_FIELD, label: "Stands" },
  ],
  extent,
  keptVolumeMm3: volumeMm3,
  warnings: (one, bar) =>
    raisedWarnings(one, bar, { ...extent(one), acrossMm: one.diameter, volumeMm3: volumeMm3(one) }),
  characteristics: ({ at, diameter, height }, bar: LaidBar, line) => [
    line("height", "high over the far face", {
      measure: "thickness",
      nominal: caliperSizesMm(sectionAt(bar, at))[0] + height,
      weight: 2,
    }),
    line("diameter", "across", { measure: "diameter", nominal: diameter }),
    line("place", "", placedAt(at)),
  ],
  rework: {
    diameter: { on: { operation: "set-boss", say: "Dress {it} down to {to} across" } },
    height: { on: { operation: "set-boss", say: "Dress {it} down to {to} high" } },
    place: GONE,
  },
  operations: (one) => [
    {
      operation: "gather",
      gathers: true,
      sizes: () => [],
    },
    {
      operation: "set-boss",
      leaves: one,
      sizes: (now) => [
        { name: "From end A", value: now.at, unit: "mm" },
        { name: "Across", value: now.diameter, unit: "mm" },
        { name: "High", value: now.height, unit: "mm" },
      ],
    },
  ],
  marks: ({ at }) => [{ what: "middle of the boss", atMm: at }],
  drawn,
  risks: () => ["struck-tool"],
  start: ({ id, atMm, sizeMm }) => ({
    id,
    kind: "boss",
    at: atMm,
    diameter: Math.max(2, Math.round(sizeMm * 0.8)),
    height: Math.max(1, Math.round(sizeMm / 4)),
  }),
  describe: ({ diameter, height, at }, length) =>
    `${length(diameter)} across, ${length(height)} high, at ${length(at)} from A`,
  sample: (id, lengthMm, random) => ({
    id,
    kind: "boss",
    at: anyPlace(lengthMm, random),
    diameter: 4 + Math.floor(random.next() * 8),
    height: 1 + Math.floor(random.next() * 5),
    side: random.pick(["up", "down"] as const),
  }),
});
