import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** Two legs side by side. */
export const fold = defineOperation({
  name: "fold",
  verb: "Fold",
  phase: "fold",
  heat: "forging",
  tools: ["anvil edge"],
  words:
    "Mark it, heat the fold only, and close it over a rounded edge or a bar of the eye’s size until the legs lie side by side.",
  check: "The legs lie side by side, in one plane.",
  before: [
    { others: ["weld"], where: "same-place", because: "the fold is welded once it is closed" },
    {
      others: ["wrap"],
      where: "same-bar",
      because: "the legs have to lie side by side before they are wrapped",
    },
    {
      others: ["legs"],
      where: "same-bar",
      because: "legs that have to match are drawn after the fold, against a mark",
    },
    {
      others: ["curve"],
      where: "same-place",
      because: "the fold comes before what is bent beside it",
    },
  ],
  heats: heatsAlways(1),
});
