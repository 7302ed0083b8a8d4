import { defineOperation } from "../operation";
import { GATHERED_FIRST } from "../rules";
import { heatsAlways } from "../work";

/** Gathering what a boss is made from. */
export const gatherBoss = defineOperation({
  name: "upset",
  verb: "Gather for",
  phase: "gather",
  heat: "upsetting",
  tools: ["hand hammer", "water can to cool the rest"],
  words:
    "A short heat where the boss will stand, both sides cooled. Drive the bar together until it has gathered what the boss takes, straightening little and often.",
  check: "As much shorter as the boss takes; the bulge where the boss will be.",
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
