import { defineOperation } from "../operation";

/** Everything tried together. */
export const fit = defineOperation({
  name: "fit",
  verb: "Try together",
  phase: "join",
  tools: ["plate"],
  words: "All parts ready: lay them together and try them dry, before the last heat.",
  check: "Holes line up with a pin through both; nothing has to be forced.",
  before: [
    {
      others: ["weld-parts", "wrap-parts", "collar", "rivet", "close-on"],
      where: "always",
      because: "what doesn’t fit dry can still be put right; hot it is too late",
    },
  ],
  coldMinutes: 5,
});
