import { defineOperation } from "../operation";
import { HOLES_FIRST } from "../rules";
import { heatsAlways } from "../work";

/** A tab cut free on three sides. */
export const slitTab = defineOperation({
  name: "slit",
  verb: "Cut free",
  phase: "hole",
  heat: "forging",
  tools: ["hot chisel", "cutting plate", "soft-faced hammer"],
  words: "Both long sides and the free end with the hot chisel, on a soft plate; the root stays.",
  check: "Both cuts end in one line at the root.",
  before: [
    { others: ["raise-tab"], where: "same-place", because: "it is raised once it is cut free" },
    HOLES_FIRST,
  ],
  heats: heatsAlways(1),
});
