import { defineOperation } from "../operation";
import { GATHERED_FIRST } from "../rules";
import { heatsToUpset } from "../work";

/** Gathering: thicker by shorter. */
export const upset = defineOperation({
  name: "upset",
  verb: "Upset",
  phase: "gather",
  heat: "upsetting",
  tools: ["hand hammer", "water can to cool the rest"],
  words:
    "A short heat, the rest cooled. Fast light blows spread the end, slow heavy ones travel up the bar. Straighten little and often, and give it one heat more than looks enough.",
  check: "Straight, and heavy rather than light: straightening thins it again.",
  before: [
    {
      others: ["shape"],
      where: "same-place",
      because: "driving the bar together would spoil what was drawn beside it",
    },
    { others: ["smooth"], where: "same-place", because: "it is gathered before it is smoothed" },
    ...GATHERED_FIRST,
  ],
  heats: heatsToUpset,
});
