import { defineOperation } from "../operation";

/** Brushed and sealed. */
export const finish = defineOperation({
  name: "finish",
  verb: "Brush and wax",
  phase: "finish",
  tools: ["wire brush", "wax or oil"],
  words: "Brush it. Wax or oil at about 150 to 200 °C: it should smoke, not flame.",
  check: "Break every sharp edge; then try it, and measure it.",
  coldMinutes: 3,
});
