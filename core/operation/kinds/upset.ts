import { defineOperation } from "../operation";
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
    {
      others: ["hole"],
      where: "same-bar",
      because: "driving the bar together would close and shift a hole",
    },
    {
      others: ["surface"],
      where: "same-bar",
      because: "driven on its end, a finished face would be bruised",
    },
    { others: ["fold"], where: "same-bar", because: "a folded bar can’t be driven on its end" },
    { others: ["curve"], where: "same-bar", because: "a bent bar can’t be driven on its end" },
  ],
  heats: heatsToUpset,
});
