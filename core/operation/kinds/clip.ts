import { defineOperation } from "../operation";
import { HOT_PHASES } from "../rules";

/** Taking the corners of an end off, cold. */
export const clip = defineOperation({
  name: "clip",
  verb: "Clip",
  phase: "cold",
  tools: ["saw or shear", "file"],
  words:
    "Mark both corners from the end and the edge, saw or shear them off, and file to the mark.",
  check: "Both corners alike; no burr.",
  before: [
    {
      others: ["join"],
      where: "always",
      because: "an end is shaped before anything is riveted on",
    },
  ],
  after: [
    {
      others: HOT_PHASES,
      where: "same-bar",
      because: "corners are taken off cold: working on would move them",
    },
  ],
  coldMinutes: 3,
});
