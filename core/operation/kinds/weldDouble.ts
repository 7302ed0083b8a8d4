import { defineOperation } from "../operation";
import { GATHERED_FIRST } from "../rules";
import { heatsAlways } from "../work";

/** An end doubled on itself, welded into one and dressed. */
export const weldDouble = defineOperation({
  name: "weld",
  verb: "Weld",
  phase: "gather",
  heat: "welding",
  tools: ["clean fire", "brush", "hand hammer"],
  words:
    "Leave the joint a little open for the flux. First blow light, from the middle out; three or four welding heats, then dress it to one section.",
  check: "No seam opens when the end is struck on its edge.",
  before: [
    {
      others: ["shape"],
      where: "same-place",
      because: "the end is one piece of steel before it is drawn",
    },
    { others: ["smooth"], where: "same-place", because: "it is welded before it is smoothed" },
    ...GATHERED_FIRST,
  ],
  heats: heatsAlways(4),
});
