import { defineOperation } from "../operation";
import { heatsByLength } from "../work";

/** Two legs twisted about one another. */
export const wrap = defineOperation({
  name: "wrap",
  verb: "Wrap",
  phase: "turn",
  heat: "twisting",
  tools: ["vise", "twisting wrench"],
  words: "Grip both legs, one long even heat; they end shorter than they began.",
  check: "No leg has slipped; the length.",
  before: [
    {
      others: ["legs"],
      where: "same-bar",
      because: "legs that have to match are drawn after the wrap, against a mark",
    },
    { others: ["curve"], where: "same-bar", because: "twisted while the legs are straight" },
  ],
  heats: heatsByLength,
});
