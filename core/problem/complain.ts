import type * as z from "zod";
import { refuse, Refusal, type Complaint, type Problem } from "./problem";
import type { FailureStatus } from "./catalogue";
import { statusOfProblem, wordsForProblem } from "./words";

type Issue = z.core.$ZodIssue;

/** Zod's `params` of a custom issue that carries one of our problems. */
export const problemIssue = (problem: Problem) => ({
  code: "custom" as const,
  message: wordsForProblem(problem),
  params: { problem },
});

/**
 * The first thing wrong, in words and with its place, from a Zod error or a
 * {@link Refusal}. Anything else is a bug and is thrown on.
 */
export function complain(error: z.ZodError | Refusal): Complaint {
  if (error instanceof Refusal)
    return { message: wordsForProblem(error.problem), path: error.path };
  const issue = error.issues[0];
  if (!issue) return { message: "This can't be read.", path: "" };
  const { leaf, path } = deepest(issue, []);
  return { message: wordsForIssue(leaf), path: path.map(String).join(".") };
}

/** Why something was not done, as it is sent: how it is answered, the sentence, and the place. */
export interface Failure extends Complaint {
  code: FailureStatus;
}

/** A Zod error or a {@link Refusal} as it is sent. */
export const failureOf = (error: z.ZodError | Refusal): Failure => ({
  code: error instanceof Refusal ? statusOfProblem(error.problem) : "invalid",
  ...complain(error),
});

/** What a schema reads a value as; what it can't read is refused with its place. */
export function readInput<Schema extends z.ZodType>(schema: Schema, value: unknown) {
  const read = schema.safeParse(value);
  if (read.success) return read.data;
  const { message, path } = complain(read.error);
  return refuse({ code: "input-refused", message, place: "" }, path);
}

/** In a failed union the branch that got furthest is the one the person meant. */
function deepest(issue: Issue, above: PropertyKey[]): { leaf: Issue; path: PropertyKey[] } {
  const path = [...above, ...issue.path];
  if (issue.code !== "invalid_union" || issue.errors.length === 0) return { leaf: issue, path };
  const branches = issue.errors.flatMap((errors) => (errors[0] ? [deepest(errors[0], path)] : []));
  const best = branches.sort((a, b) => reach(b) - reach(a))[0];
  return best && reach(best) > path.length ? best : { leaf: issue, path };
}

const reach = (found: { leaf: Issue; path: PropertyKey[] }) =>
  found.path.length + (found.leaf.code === "custom" ? 0.5 : 0);

function wordsForIssue(issue: Issue): string {
  switch (issue.code) {
    case "invalid_type":
      return issue.message.endsWith("received undefined") ? "This is missing." : issue.message;
    case "unrecognized_keys":
      return `${issue.keys.map((key) => `“${key}”`).join(", ")} is not known here.`;
    default:
      return issue.message;
  }
}
