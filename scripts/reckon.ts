import { readFileSync } from "node:fs";
import { describeReckoners, reckon } from "@/core/reckon/registry";
import type { Complaint } from "@/core/problem/problem";

/** `npm run -s reckon -- list`, or a reckoner's name and its input as JSON (or on standard input). */
const [name = "list", argument] = process.argv.slice(2);

function fail(error: Complaint): never {
  process.stderr.write(`${JSON.stringify({ error })}\n`);
  process.exit(2);
}

function readInput(): unknown {
  const text = argument ?? readFileSync(0, "utf8");
  try {
    return JSON.parse(text);
  } catch {
    return fail({
      message: `The input isn't JSON. Accepted: one JSON object, such as '{"text":"5/8 in"}'.`,
      path: "",
    });
  }
}

if (name === "list") {
  process.stdout.write(`${JSON.stringify({ reckoners: describeReckoners() }, null, 2)}\n`);
} else {
  const answer = reckon(name, readInput());
  if (!answer.ok) fail(answer.error);
  process.stdout.write(`${JSON.stringify(answer.value)}\n`);
}
