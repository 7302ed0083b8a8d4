import * as z from "zod";
import { sectionAt, type LaidBar } from "../../bar/bar";
import { caliperSizesMm, sectionAreaMm2 } from "../../section/section";
import { lengthSchema } from "../../units/schema";
import { anyPlace, atPlace, defineFeature, sideSchema } from "../feature";
import { placedAt } from "../lines";
import { raisedWarnings, gatheredSize } from "../raised";
import { SIDE_FIELD, signOfSide } from "../side";
import type { Surface, SurfaceMarks } from "../surface";

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

const RIM_POINTS = 24;

function drawn({ at, diameter, height, side }: Boss, { stationAt }: Surface): SurfaceMarks {
  const { at: middle, along, up, across, thicknessMm } = stationAt(at);
  const r = diameter / 2;
  const out = signOfSide(side);
  if (Math.hypot(up.x, up.y) < 0.5)
    return {
      lines: [
        Array.from({ length: RIM_POINTS + 1 }, (_, index) => {
          const angle = (2 * Math.PI * index) / RIM_POINTS;
          const [a, c] = [r * Math.cos(angle), r * Math.sin(angle)];
          return {
            x: middle.x + along.x * a + across.x * c,
            y: middle.y + along.y * a + across.y * c,
          };
        }),
      ],
    };
  const place = (alongMm: number, upMm: number) => ({
    x: middle.x + along.x * alongMm + up.x * out * upMm,
    y: middle.y + along.y * alongMm + up.y * out * upMm,
  });
  const [face, top] = [thicknessMm / 2, thicknessMm / 2 + height];
  return { raised: [[place(-r, face), place(-r, top), place(r, top), place(r, face)]] };
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
  operations: (one, { stock }) => [
    {
      operation: "gather-boss",
      sizes: (now) => [
        { name: "From end A", value: now.at, unit: "mm" },
        gatheredSize(volumeMm3(one), sectionAreaMm2(stock)),
      ],
    },
    {
      operation: "set-boss",
      leaves: one,
      shapes: true,
      sizes: (now) => [
        { name: "From end A", value: now.at, unit: "mm" },
        { name: "Across", value: now.diameter, unit: "mm" },
        { name: "High", value: now.height, unit: "mm" },
        gatheredSize(volumeMm3(one), sectionAreaMm2(stock)),
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
