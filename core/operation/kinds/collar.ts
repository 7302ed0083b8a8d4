import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** A band closed round the bars. */
export const collar = defineOperation({
  name: "collar",
  verb: "Collar",
  phase: "join",
  heat: "bending",
  tools: ["collar block", "hand hammer"],
  words:
    "Bend it hot to a U, set it over the bars, and close it hot at once, the seam behind: never warm, at blue heat it cracks.",
  check: "Tight when cold, the seam out of sight.",
  before: [
    {
      others: ["rivet"],
      where: "always",
      because: "hot work on the joint comes before what has to move",
    },
  ],
  heats: heatsAlways(1),
});
