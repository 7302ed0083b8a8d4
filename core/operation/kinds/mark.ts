import { defineOperation } from "../operation";
import { HOLES_FIRST } from "../rules";
import { heatsAlways } from "../work";

/** Marking a hole at a low heat. */
export const mark = defineOperation({
  name: "mark",
  verb: "Mark",
  phase: "hole",
  heat: "marking",
  tools: ["centre punch", "dividers"],
  words:
    "Centre-dot before heating; set the mark at a low heat, where it shows dark, and check it from both sides.",
  check: "In the middle of the bar: the first light blows can still be corrected.",
  before: [
    { others: ["punch"], where: "same-place", because: "a hole goes where its mark was checked" },
    { others: ["slot"], where: "same-place", because: "a slot goes where its mark was checked" },
    HOLES_FIRST,
  ],
  heats: heatsAlways(0.25),
  coldMinutes: 1,
});
