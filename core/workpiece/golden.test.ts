import { readFileSync } from "node:fs";
import { OPERATIONS } from "../operation/registry";
import { sheetText } from "../testing/goldenSheets";
import { goldenWorks, SHEETS_FILE } from "../testing/goldenWorks";
import { planWork } from "./stages";

const works = goldenWorks();
const kept = new Map(
  readFileSync(SHEETS_FILE, "utf8")
    .split(/^(?=== )/m)
    .map((text) => [text.split("\n", 1)[0]!.slice(3), text.trim()]),
);

test("every sheet kept is of an exercise there is, and no two share a name", () => {
  expect([...kept.keys()]).toEqual(works.map(({ name }) => name));
});

/** Where one is meant to come out otherwise: `npm run golden`, and read what has changed. */
test.each(works)("$name: its sheet is as it was last read through", (work) => {
  expect(sheetText(work).trim()).toBe(kept.get(work.name));
});

test("between them they use every operation", () => {
  const used = new Set(
    works.flatMap(({ content: { piece, settings, stages } }) =>
      planWork(piece, {
        ...(settings ? { settings } : {}),
        ...(stages ? { edits: stages } : {}),
      }).stages.map(({ key }) => key),
    ),
  );
  expect(Object.keys(OPERATIONS).filter((key) => !used.has(key as never))).toEqual([]);
});
