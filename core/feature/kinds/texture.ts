import * as z from "zod";
import { nameSchema } from "../../bar/schema";
import { anySpan, betweenPlaces, defineFeature, startSpan } from "../feature";
import { byEye } from "../lines";

const schema = z.strictObject({
  ...betweenPlaces,
  kind: z.literal("texture"),
  name: nameSchema.optional(),
});

/** A hammered cover over a length. */
export const texture = defineFeature<typeof schema>({
  kind: "texture",
  name: "Texture",
  about: "hammered cover over a length",
  schema,
  curves: false,
  fields: [{ type: "text", key: "name", label: "Called", maxLength: 80 }],
  extent: ({ from, to }) => ({ fromMm: from, toMm: to, needsMm: null }),
  warnings: () => [],
  characteristics: (_one, _bar, line) => [
    line("cover", "even cover", { measure: "cover", ...byEye }),
  ],
  rework: {
    cover: { on: { operation: "texture", say: "Go over {it} again where it is bare" } },
  },
  operations: (one) => [
    {
      operation: "texture",
      leaves: one,
      sizes: ({ from, to }) => [{ name: "From and to", value: [from, to], unit: "mm" }],
    },
  ],
  marks: ({ from, to }) => [
    { what: "from", atMm: from },
    { what: "to", atMm: to },
  ],
  risks: () => [],
  start: (place) => ({ id: place.id, kind: "texture", ...startSpan(place) }),
  describe: () => "",
  sample: (id, lengthMm, random) => ({ id, ...anySpan(lengthMm, random), kind: "texture" }),
});
