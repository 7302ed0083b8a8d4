import * as z from "zod";
import { nameSchema } from "../../bar/schema";
import { anyPlace, atPlace, defineFeature } from "../feature";
import { byEye } from "../lines";

const schema = z.strictObject({
  ...atPlace,
  kind: z.literal("stamp"),
  text: nameSchema.optional(),
});

/** A mark struck in one blow. */
export const stamp = defineFeature<typeof schema>({
  kind: "stamp",
  name: "Stamp",
  about: "a mark, in one blow",
  schema,
  curves: false,
  fields: [{ type: "text", key: "text", label: "Says", maxLength: 40 }],
  extent: ({ at }) => ({ fromMm: at, toMm: at, needsMm: null }),
  warnings: () => [],
  characteristics: (_one, _bar, line) => [
    line("mark", "one blow, the right way up", { measure: "mark", ...byEye }),
  ],
  rework: {
    mark: {
      on: { operation: "stamp", say: "Planish {it} out and strike it once more, the right way up" },
    },
  },
  operations: (one) => [
    {
      operation: "stamp",
      leaves: one,
      sizes: ({ at }) => [{ name: "From end A", value: at, unit: "mm" }],
    },
  ],
  marks: ({ at }) => [{ what: "stamp", atMm: at }],
  risks: () => ["struck-tool"],
  start: ({ id, atMm }) => ({ id, kind: "stamp", at: atMm }),
  describe: ({ at }, length) => `at ${length(at)} from A`,
  sample: (id, lengthMm, random) => ({ id, kind: "stamp", at: anyPlace(lengthMm, random) }),
});
