import { defineOperation } from "../operation";
import { HOLES_FIRST } from "../rules";
import { heatsAlways } from "../work";

/** Cutting an end in two along the bar. */
export const slit = defineOperation({
  name: "slit",
  verb: "Slit",
  phase: "hole",
  heat: "forging",
  tools: ["hot chisel", "cutting plate", "soft-faced hammer"],
  words: "Slit from the end to the hole at the crotch, half from each face, on a soft plate.",
  check: "Both legs alike; the slit ends in the hole.",
  before: [
    { others: ["open-legs"], where: "same-place", because: "the legs open from the slit" },
    HOLES_FIRST,
  ],
  heats: heatsAlways(1),
});
