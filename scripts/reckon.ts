import { readFileSync } from "node:fs";
import { answerLine } from "@/core/reckon/commandline";

/** `npm run -s reckon -- list`, or a reckoner's name and its input as JSON (or on standard input). */
const { output, error, exitCode } = answerLine(process.argv.slice(2), () =>
  readFileSync(0, "utf8"),
);
process.stdout.write(output);
process.stderr.write(error);
process.exitCode = exitCode;
