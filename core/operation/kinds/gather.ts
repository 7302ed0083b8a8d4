import { defineOperation } from "../operation";
import { GATHERED_FIRST } from "../rules";
import { heatsAlways } from "../work";

/** Gathering what a boss or lugs are made from. */
export const gather = defineOperation({
  name: "upset",
  verb: "Gather for",
  phase: "gather",
  heat: "upsetting",
  tools: ["hand hammer", "water can to cool the rest"],
  words:
    "A short heat at the mark, both sides cooled. Drive the bar together until it is as much shorter as is said, straightening little and often.",
  check: "The whole bar as long as is said; the bulge at its mark, straight on both sides.",
  before: [
    {
      others: ["shape"],
      where: "same-place",
      because: "driving the bar together would spoil what was drawn beside it",
    },
    ...GATHERED_FIRST,
  ],
  heats: heatsAlways(2),
});
