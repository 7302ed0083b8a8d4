import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** A forge weld on the bar itself. */
export const weld = defineOperation({
  name: "weld",
  verb: "Weld",
  phase: "fold",
  heat: "welding",
  tools: ["clean fire", "brush", "hand hammer"],
  words:
    "Brush it and leave the joint a little open for the flux. First blow light, from the middle out; three or four welding heats, then dress it.",
  check: "Pry it open beside the weld: the seam holds.",
  before: [
    {
      others: ["turn"],
      where: "same-bar",
      because: "it is welded before it is twisted: a twist would open it",
    },
    {
      others: ["curve"],
      where: "same-bar",
      because: "it is welded before the scroll or bend beside it",
    },
  ],
  heats: heatsAlways(3),
});
