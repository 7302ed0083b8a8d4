import { defineOperation } from "../operation";

/** Taking the trim off, so that every mark is true from both ends. */
export const trim = defineOperation({
  name: "cut",
  verb: "Trim",
  phase: "start",
  tools: ["saw or hardy", "rule"],
  words: "Square end B off at its mark: from now on every mark is true from both ends.",
  check: "Measure the bar once more.",
  before: [{ others: ["*"], where: "same-bar", because: "the marks are taken with the trim off" }],
  after: [
    { others: ["cut"], where: "same-bar", because: "the trim comes off the bar that was cut" },
  ],
  coldMinutes: 2,
});
