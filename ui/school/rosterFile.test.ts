import { readRoster } from "./rosterFile";

const COHORTS = [
  { id: "1", name: "Tuesday evening" },
  { id: "2", name: "Saturday morning" },
];
const read = (text: string, there: string[] = []) =>
  readRoster(new TextEncoder().encode(text), COHORTS, there);
const problems = (text: string, there: string[] = []) =>
  read(text, there).problems.map(({ line, message }) => `${line}: ${message}`);

test("names and cohorts, whatever the order, the separator and the case", () => {
  const { learners } = read("\uFEFFCohort;Tag;NAME\r\ntuesday evening;K9;Roana Pell\r\n\r\n");
  expect(learners).toEqual([
    { line: 2, name: "Roana Pell", cohortId: "1", cohort: "Tuesday evening" },
  ]);
});

test("every line that is wrong is errors with its number, and why", () => {
  const file = [
    "name,cohort",
    "Roana Pell,Tuesday evening",
    ",Tuesday evening",
    "roana pell,Saturday morning",
    "Una Skerry,Monday",
    "=HYPERLINK(1),Tuesday evening",
    "<b>Bold</b>,Tuesday evening",
    "Ivo Brackwater,Tuesday evening",
  ].join("\n");
  const errors = problems(file, ["Ivo Brackwater"]);
  expect(errors).toEqual([
    "3: The name is missing.",
    "4: roana pell is there already.",
    expect.stringMatching(/^5: There is no cohort “Monday”; there are “Tuesday evening”/),
    expect.stringMatching(/^6: “=HYPERLINK\(1\)” begins like a formula/),
    expect.stringMatching(/^7: “<b>Bold<\/b>”: /),
    "8: Ivo Brackwater is there already.",
  ]);
  expect(read(file).learners).toHaveLength(2);
});

test.each([
  ["no columns", "Roana Pell,Tuesday evening\n", /“name” is missing/],
  ["nobody", "name,cohort\n", /nobody in it/],
  ["too many", `name,cohort\n${"A,Tuesday evening\n".repeat(201)}`, /At most 200/],
])("%s", (_, text, message) => {
  expect(problems(text)).toEqual([expect.stringMatching(message)]);
});

test("another encoding than UTF-8 is errors, not guessed", () => {
  const latin1 = Uint8Array.from(
    "name,cohort\nJos\u00e9,Tuesday evening".split("").map((letter) => letter.charCodeAt(0)),
  );
  const { learners, problems: errors } = readRoster(latin1, COHORTS, []);
  expect(learners).toEqual([]);
  expect(errors[0]!.message).toContain("UTF-8");
  expect(readRoster(new Uint8Array(200_001), COHORTS, []).problems[0]!.message).toMatch(
    /too large/,
  );
});
