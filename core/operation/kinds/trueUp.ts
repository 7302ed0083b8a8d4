import { defineOperation } from "../operation";

/** Everything straight and out of wind. */
export const trueUp = defineOperation({
  name: "true",
  verb: "True up",
  phase: "finish",
  tools: ["straight edge", "wooden block", "wooden mallet"],
  words:
    "Straighten on wood, so that no corner, texture or twist is bruised; cold or at red, never at blue heat.",
  check: "Straight, out of wind.",
  before: [
    { other: "finish", where: "always", because: "finished when nothing is struck any more" },
  ],
  after: [
    { other: "join", where: "always", because: "trued last" },
    { other: "gather", where: "same-bar", because: "trued last" },
    { other: "shape", where: "same-bar", because: "trued last" },
    { other: "smooth", where: "same-bar", because: "trued last" },
    { other: "hole", where: "same-bar", because: "trued last" },
    { other: "surface", where: "same-bar", because: "trued last" },
    { other: "fold", where: "same-bar", because: "trued last" },
    { other: "turn", where: "same-bar", because: "trued last" },
    { other: "legs", where: "same-bar", because: "trued last" },
    { other: "curve", where: "same-bar", because: "trued last" },
    { other: "cut-off", where: "same-bar", because: "trued last" },
    { other: "cold", where: "same-bar", because: "trued last" },
  ],
  coldMinutes: 2,
});
