import { failedTry } from "./tries";

/** What is done about a try that fails is said in its own words (common practice, no source). */
test.each([
  ["Does the seam hold when it is pried open beside the weld?", /flux and weld it again/, false],
  ["Is there no crack at the crotch?", /start again/, true],
  ["Does it swing freely and not fall?", /work it free/, false],
  ["Does it hang level from its two holes?", /hangs level/, false],
  ["Does it lie flat on the plate without rocking?", /stands/, false],
  ["Does it match its partner?", /Gauge it/, false],
  ["Does a 15 mm pin slide through?", /chalk/, false],
  ["Does it ring when hung?", /deadens|hangs level/, false],
  ["Does it please the owner?", /put it right/, false],
])("%s", (question, say, isLost) => {
  const failed = failedTry(question);
  expect(failed.say).toMatch(say);
  expect(failed.isLost).toBe(isLost);
});
