import * as z from "zod";
import { thicknessAt } from "../../bar/bar";
import { anyPlace, atPlace, defineFeature } from "../feature";
import { placedAt } from "../lines";
import { GONE } from "../rework";

const shareAccepted = "Cut through by a share from 0.1 to 0.9, such as 0.75.";
const schema = z.strictObject({
  ...atPlace,
  kind: z.literal("part-cut"),
  /** Share of the bar's thickness that is cut. */
  share: z.number().min(0.1, shareAccepted).max(0.9, shareAccepted).optional(),
});

/** Three quarters through: the last quarter is the hinge (common practice, no source). */
const USUAL_SHARE = 3 / 4;

/** A cut that stops before it is through, to fold back at or to open. */
export const partCut = defineFeature<typeof schema>({
  kind: "part-cut",
  name: "Part cut",
  about: "three quarters through, to fold at or to open as a barb",
  schema,
  curves: false,
  fields: [
    { type: "number", key: "share", label: "Cut through, share", min: 0.1, max: 0.9, start: 0.75 },
  ],
  extent: ({ at }) => ({ fromMm: at, toMm: at, needsMm: null }),
  warnings: () => [],
  characteristics: ({ at, share = USUAL_SHARE }, bar, line) => [
    // Too much left can still be cut on.
    line("left", "left uncut", {
      measure: "depth",
      nominal: thicknessAt(bar, at) * (1 - share),
      weight: 2,
    }),
    line("place", "", placedAt(at)),
  ],
  rework: {
    left: { on: { operation: "partial-cut", say: "Cut {it} on until {to} is left" } },
    place: GONE,
  },
  operations: (one) => [
    {
      operation: "partial-cut",
      leaves: one,
      sizes: ({ at, share = USUAL_SHARE }, bar) => [
        { name: "From end A", value: at, unit: "mm" },
        { name: "Left uncut", value: thicknessAt(bar, at) * (1 - share), unit: "mm" },
      ],
    },
  ],
  marks: ({ at }) => [{ what: "cut", atMm: at }],
  drawn({ at, share = USUAL_SHARE }, { stationAt }) {
    const { at: middle, up, across, thicknessMm, widthMm } = stationAt(at);
    const place = ({ x, y }: { x: number; y: number }, byMm: number) => ({
      x: middle.x + x * byMm,
      y: middle.y + y * byMm,
    });
    return Math.hypot(up.x, up.y) < 0.5
      ? { lines: [[place(across, -widthMm / 2), place(across, widthMm / 2)]] }
      : { lines: [[place(up, thicknessMm / 2), place(up, thicknessMm * (0.5 - share))]] };
  },
  risks: () => ["hot-cut", "struck-tool"],
  start: ({ id, atMm }) => ({ id, kind: "part-cut", at: atMm }),
  describe: ({ share = USUAL_SHARE, at }, length) =>
    `${Math.round(share * 100)} % through at ${length(at)} from A`,
  sample: (id, lengthMm, random) => ({
    id,
    kind: "part-cut",
    at: anyPlace(lengthMm, random),
    share: 0.1 + random.next() * 0.8,
  }),
});
