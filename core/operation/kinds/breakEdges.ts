import { defineOperation } from "../operation";
import { HOT_PHASES } from "../rules";

/** Taking edges off at 45° with a file. */
export const breakEdges = defineOperation({
  name: "chamfer",
  verb: "Chamfer",
  phase: "cold",
  tools: ["file", "vise", "dividers"],
  words:
    "Scribe both sides of the edge from its corner, then file flat to the lines, long strokes along the bar.",
  check: "One width all along, the two ends of it square.",
  before: [
    {
      others: ["join"],
      where: "always",
      because: "edges are reached before anything is riveted on",
    },
  ],
  after: [
    {
      others: HOT_PHASES,
      where: "same-bar",
      because: "filed after the last heat: a hot blow would round the edge again",
    },
  ],
  coldMinutes: 6,
});
