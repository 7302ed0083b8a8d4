import { readFileSync } from "node:fs";
import { answerLine } from "@/core/reckon/commandline";
import { findReckoner } from "@/core/reckon/registry";

/** `npm run -s reckon -- list`, or a reckoner's name and its input as JSON (or on standard input). */
const asked = process.argv.slice(2);
await findReckoner(asked[0] ?? "")?.ready?.();
const { output, error, exitCode } = answerLine(asked, () => readFileSync(0, "utf8"));
for (const stream of [process.stdout, process.stderr])
  stream.on("error", (fault: NodeJS.ErrnoException) => {
    // Whoever read us has read enough.
    if (fault.code !== "EPIPE") throw fault;
  });
process.stdout.write(output);
process.stderr.write(error);
process.exitCode = exitCode;
