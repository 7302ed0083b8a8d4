import { defineOperation } from "../operation";
import { DATUM_FIRST } from "../rules";

/** Cutting the bar from the rack, cold, with every mark taken. */
export const cut = defineOperation({
  name: "cut",
  verb: "Cut and mark",
  phase: "start",
  tools: ["saw or hardy", "rule", "centre punch"],
  words:
    "Look the bar over: no coating goes into the fire. Cut to length, square the ends, and take every mark from end A with rule and punch.",
  check: "Measure the cut length once more before it is heated.",
  before: [DATUM_FIRST],
  coldMinutes: 4,
});
