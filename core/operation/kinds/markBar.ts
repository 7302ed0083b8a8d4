import { defineOperation } from "../operation";
import { DATUM_FIRST } from "../rules";

/** Marking a bar that stays long until its work is done. */
export const markBar = defineOperation({
  name: "mark",
  verb: "Mark",
  phase: "start",
  tools: ["rule", "centre punch"],
  words:
    "Leave it on the long bar: cut now, it would be too short to hold. Look the bar over: no coating goes into the fire. Take every mark from end A with rule and punch.",
  check: "End B is marked too: there it is cut off later.",
  before: [DATUM_FIRST],
  coldMinutes: 4,
});
