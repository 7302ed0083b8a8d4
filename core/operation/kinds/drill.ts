import { defineOperation } from "../operation";
import { HOT_PHASES } from "../rules";

/** A hole drilled cold. */
export const drill = defineOperation({
  name: "drill",
  verb: "Drill",
  phase: "cold",
  tools: ["centre punch", "drill", "clamp"],
  words: "After the last heat: centre punch, clamp it, and drill cold.",
  check: "Both walls alike; no burr left.",
  before: [
    { others: ["join"], where: "always", because: "holes are drilled before anything is riveted" },
  ],
  after: [
    {
      others: HOT_PHASES,
      where: "same-bar",
      because: "drilled after the last heat: working on would draw the hole out of round",
    },
  ],
  coldMinutes: 5,
});
