import Papa from "papaparse";
import { nameSchema } from "@/core/bar/schema";

/** Someone a roster file would add. */
export interface RosterLine {
  /** In the file, from 1, headings and all. */
  line: number;
  name: string;
  cohortId: string;
  cohort: string;
}

export interface RosterRead {
  learners: RosterLine[];
  /** What is wrong, each with its line; nobody is added while there is one. */
  problems: { line: number; message: string }[];
}

const MAX_BYTES = 200_000;
const MAX_LINES = 200;
/** What a spreadsheet would take for a formula. */
const FORMULA = /^[=+\-@\t\r]/;

/**
 * Reads a roster: CSV in UTF-8 with the columns name and cohort, and any others. Every line is
 * looked at, so that all that is wrong is told at once.
 *
 * @param there names of who is in the school already
 */
export function readRoster(
  bytes: Uint8Array,
  cohorts: readonly { id: string; name: string }[],
  there: readonly string[],
): RosterRead {
  const failed = (message: string): RosterRead => ({
    learners: [],
    problems: [{ line: 1, message }],
  });
  if (bytes.length > MAX_BYTES) return failed("The file is far too large for a roster.");
  let text: string;
  try {
    text = new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    return failed("The file isn't in UTF-8. Save it again as “CSV UTF-8”.");
  }
  const { data, meta } = Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: "greedy",
    transformHeader: (heading) => heading.trim().toLowerCase(),
  });
  for (const column of ["name", "cohort"])
    if (!meta.fields?.includes(column))
      return failed(`The first line has to name the columns; “${column}” is missing.`);
  if (data.length === 0) return failed("There is nobody in it.");
  if (data.length > MAX_LINES) return failed(`At most ${MAX_LINES} learners at a time.`);
  const read: RosterRead = { learners: [], problems: [] };
  const taken = new Set(there.map(sameName));
  data.forEach((row, index) => {
    const line = index + 2;
    const found = readLine(row, cohorts, taken);
    if (typeof found === "string") read.problems.push({ line, message: found });
    else {
      taken.add(sameName(found.name));
      read.learners.push({ line, ...found });
    }
  });
  return read;
}

const sameName = (name: string) => name.normalize("NFKC").toLowerCase();

/** One line's learner, or what is wrong with it. */
function readLine(
  row: Record<string, string>,
  cohorts: readonly { id: string; name: string }[],
  taken: ReadonlySet<string>,
): Omit<RosterLine, "line"> | string {
  const given = (row.name ?? "").trim();
  if (given === "") return "The name is missing.";
  if (FORMULA.test(given)) return `“${given}” begins like a formula; a name doesn't.`;
  const name = nameSchema.safeParse(given);
  if (!name.success) return `“${given}”: ${name.error.issues[0]?.message ?? "not a name."}`;
  if (taken.has(sameName(name.data))) return `${name.data} is there already.`;
  const asked = (row.cohort ?? "").trim();
  const cohort = cohorts.find((one) => sameName(one.name) === sameName(asked));
  if (!cohort)
    return `There is no cohort “${asked}”; there are ${cohorts.map((one) => `“${one.name}”`).join(", ")}.`;
  return { name: name.data, cohortId: cohort.id, cohort: cohort.name };
}
