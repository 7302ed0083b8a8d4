import { always, problem, type ProblemOf } from "./catalogue";

const SIZES = `Type a size such as 12.4, 12,4, 1/2" or 0.47 in.`;
const ANGLES = "Type an angle in degrees such as 90, 87.5 or 87,5.";
const TURNS = "Type turns such as 3, 2 3/4 or 2.75.";

const shown = (value: number) => String(Number(value.toFixed(1)));
const quoted = (text: string) => `“${text.slice(0, 30)}”`;

/** What can be wrong with a reading as it is typed, or as a device sends it, by its code. */
export const READING_PROBLEMS = {
  "answer-not-chosen": always("invalid", "Choose one of the three answers: 1, 2 or 3."),
  "reading-empty": always("invalid", SIZES),
  "reading-negative": always("invalid", `A reading can't be less than nothing. ${SIZES}`),
  "reading-unreadable": problem<{ text: string }>(
    "invalid",
    ({ text }) => `${quoted(text)} isn't a size. ${SIZES}`,
  ),
  "reading-too-long": problem<{ text: string }>(
    "invalid",
    ({ text }) => `“${text}” is longer than any bar here. ${SIZES}`,
  ),
  "reading-too-large": problem<{ mm: number }>(
    "invalid",
    ({ mm }) => `${shown(mm)} mm is longer than any bar here. ${SIZES}`,
  ),
  "angle-unread": always("invalid", ANGLES),
  "angle-unreadable": problem<{ text: string }>(
    "invalid",
    ({ text }) => `${quoted(text)} isn't an angle. ${ANGLES}`,
  ),
  "angle-too-large": problem<{ value: number }>(
    "invalid",
    ({ value }) => `${shown(value)} is too much. ${ANGLES}`,
  ),
  "turns-unread": always("invalid", TURNS),
  "turns-unreadable": problem<{ text: string }>(
    "invalid",
    ({ text }) => `${quoted(text)} isn't a count of turns. ${TURNS}`,
  ),
  "turns-too-large": problem<{ value: number }>(
    "invalid",
    ({ value }) => `${shown(value)} is too much. ${TURNS}`,
  ),
  "device-empty": always("invalid", "The device sent an empty line."),
  "device-too-long": problem<{ shown: string }>(
    "invalid",
    ({ shown: text }) => `The device sent too much: “${text} …”. Send it again.`,
  ),
  "device-unreadable": problem<{ shown: string }>(
    "invalid",
    ({ shown: text }) => `The device sent “${text}”, which isn't a whole reading. Send it again.`,
  ),
  "device-negative": problem<{ shown: string }>(
    "invalid",
    ({ shown: text }) =>
      `The device sent “${text}”, less than nothing: set it to zero and measure again.`,
  ),
  "device-fahrenheit": always("invalid", "The pyrometer sends °F: set it to °C."),
  "device-out-of-range": problem<{ shown: string; accepted: string }>(
    "invalid",
    ({ shown: text, accepted }) =>
      `The device sent “${text}”, which can't be: 0 to ${accepted} is taken. Set it to zero, then try again.`,
  ),
};

export type ReadingProblem = ProblemOf<typeof READING_PROBLEMS>;
