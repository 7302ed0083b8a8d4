import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** Parts welded to one another. */
export const weldParts = defineOperation({
  name: "weld",
  verb: "Weld",
  phase: "join",
  heat: "welding",
  tools: ["clean fire", "brush", "hand hammer", "tongs for all of them"],
  words:
    "Brush the joint, leave it a little open for the flux. First blow light; three or four welding heats, then dress it.",
  check: "Sound, and in line.",
  before: [
    {
      others: ["wrap-parts"],
      where: "always",
      because: "both ends are welded before the bundle is twisted between them",
    },
  ],
  heats: heatsAlways(3),
});
