import { defineOperation } from "../operation";
import { shareByLength } from "../work";

/** Smoothing what was drawn. */
export const planish = defineOperation({
  name: "planish",
  verb: "Planish",
  phase: "smooth",
  heat: "planishing",
  tools: ["flat-faced hammer", "wire brush"],
  words:
    "At dull red, brushed, with a flat, wide face: light blows, each beside the last, no more than takes the marks out.",
  check: "No half-moons, no hammer marks, the sizes still on.",
  before: [
    {
      others: ["surface"],
      where: "same-place",
      because: "planishing would wipe out a texture or a stamp",
    },
    { others: ["hole"], where: "same-place", because: "planishing would drag a hole’s edges" },
    {
      others: ["turn"],
      where: "same-place",
      because: "planishing would bruise the edges of a twist",
    },
    {
      others: ["fold"],
      where: "same-place",
      because: "the section is made while the bar is straight and plain",
    },
    {
      others: ["curve"],
      where: "same-place",
      because: "a bent bar can’t lie flat to be planished",
    },
  ],
  heats: shareByLength(0.25),
});
