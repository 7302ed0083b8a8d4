import * as z from "zod";
import { heatColour } from "../heat/colours";
import { defineReckoner } from "./reckoner";

const REACH = "A temperature from 0 to 1600 °C.";

/** What a heat looks like and is good for. */
export const colour = defineReckoner({
  name: "colour",
  summary: "What a heat looks like, and what it is good for",
  explanation:
    "Colours in dim light by the handbooks, from memory, within about 30 °C. In daylight the dull reds can't be seen and everything looks cooler than it is (common practice, no source); the use is that of the true temperature.",
  input: z.strictObject({
    celsius: z
      .number({ error: () => REACH })
      .min(0, REACH)
      .max(1600, REACH),
    light: z
      .enum(["dim", "daylight"], { error: () => "The light is dim or daylight." })
      .default("dim"),
  }),
  result: z.object({ name: z.string(), hex: z.string(), use: z.string() }),
  reckon: ({ celsius, light }) => heatColour(celsius, light),
  working: ({ celsius, light }) => ({
    name: `the band of the ${light === "dim" ? "dim-light" : "daylight"} table that ${celsius} °C lies in`,
  }),
  examples: [
    {
      title: "1000 °C in a dim shop",
      input: { celsius: 1000 },
      expected: { name: "orange" },
      source: "handbook colour table, from memory",
    },
    {
      title: "550 °C in daylight shows nothing",
      input: { celsius: 550, light: "daylight" },
      expected: { name: "black heat" },
      source: "common practice, no source",
    },
  ],
});
