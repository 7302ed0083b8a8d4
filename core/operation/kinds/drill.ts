import { defineOperation } from "../operation";

/** A hole drilled cold. */
export const drill = defineOperation({
  name: "drill",
  verb: "Drill",
  phase: "cold",
  tools: ["centre punch", "drill", "clamp"],
  words: "After the last heat: centre punch, clamp it, and drill cold.",
  check: "Both walls alike; no burr left.",
  before: [
    { other: "join", where: "always", because: "holes are drilled before anything is riveted" },
  ],
  after: [
    {
      other: "gather",
      where: "same-bar",
      because: "drilled after the last heat: working on would draw the hole out of round",
    },
    {
      other: "shape",
      where: "same-bar",
      because: "drilled after the last heat: working on would draw the hole out of round",
    },
    {
      other: "smooth",
      where: "same-bar",
      because: "drilled after the last heat: working on would draw the hole out of round",
    },
    {
      other: "hole",
      where: "same-bar",
      because: "drilled after the last heat: working on would draw the hole out of round",
    },
    {
      other: "surface",
      where: "same-bar",
      because: "drilled after the last heat: working on would draw the hole out of round",
    },
    {
      other: "fold",
      where: "same-bar",
      because: "drilled after the last heat: working on would draw the hole out of round",
    },
    {
      other: "turn",
      where: "same-bar",
      because: "drilled after the last heat: working on would draw the hole out of round",
    },
    {
      other: "legs",
      where: "same-bar",
      because: "drilled after the last heat: working on would draw the hole out of round",
    },
    {
      other: "curve",
      where: "same-bar",
      because: "drilled after the last heat: working on would draw the hole out of round",
    },
    {
      other: "cut-off",
      where: "same-bar",
      because: "drilled after the last heat: working on would draw the hole out of round",
    },
  ],
  coldMinutes: 5,
});
