import type { Complaint } from "../problem/problem";
import { withoutByteOrderMark } from "../problem/strictJson";
import { describeReckoners, reckon } from "./registry";

/** What a command line answers: one JSON object, on standard output, or on standard error with exit code 2. */
export interface LineAnswer {
  output: string;
  error: string;
  exitCode: 0 | 2;
}

const answered = (value: unknown, indent?: number): LineAnswer => ({
  output: `${JSON.stringify(value, null, indent)}\n`,
  error: "",
  exitCode: 0,
});
const refused = (error: Complaint): LineAnswer => ({
  output: "",
  error: `${JSON.stringify({ error })}\n`,
  exitCode: 2,
});

/**
 * Answers the reckoner's command line: `list`, or a reckoner's name and its input as JSON.
 * `readInput` gives the input that isn't among the arguments. Never throws of its own.
 */
export function answerLine(
  [name = "list", argument]: readonly string[],
  readInput: () => string,
): LineAnswer {
  if (name === "list") return answered({ reckoners: describeReckoners() }, 2);
  let input: unknown;
  try {
    input = JSON.parse(withoutByteOrderMark(argument ?? readInput()));
  } catch {
    return refused({
      message: `The input isn't JSON. Accepted: one JSON object, such as '{"text":"5/8 in"}'.`,
      path: "",
    });
  }
  const answer = reckon(name, input);
  return answer.ok ? answered(answer.value) : refused(answer.error);
}
