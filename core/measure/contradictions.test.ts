import { matchOf } from "../piece/alike";
import { thicknessLine } from "../testing/builders";
import type { Characteristic } from "./characteristic";
import { judgeReading } from "./judge";
import { contradictionsOf } from "./contradictions";
import { planPiece } from "../piece/plan";
import { pieceOf } from "../testing/pieces";

const STRAP = pieceOf({
  stock: "30 by 8",
  stretches: [
    { id: "strap", kind: "prism", section: "30 by 8", length: 120 },
    { id: "tail", kind: "prism", section: "20 by 8", length: 40, technique: "shoulder" },
  ],
  features: [{ id: "eye", kind: "hole", at: 40, diameter: 12, method: "punch" }],
});
const { characteristics } = planPiece(STRAP);

/** Codes of what can't be true of a strap that reads as drawn, but for what is said. */
function codes(read: Record<string, number[]>, uncertainty = 0.1): string[] {
  const judgements = characteristics.flatMap((line) => {
    const values = read[line.id] ?? (line.kind === "size" ? [line.nominal] : undefined);
    return values
      ? [judgeReading(line, values, { instrumentUncertainty: uncertainty, grade: 17 })]
      : [];
  });
  return contradictionsOf(characteristics, judgements).map(({ code }) => code);
}

test.each<[string, Record<string, number[]>, string[]]>([
  ["as drawn", {}, []],
  // 30 wide at IT17 ± 1.05: three readings of one place may lie 1.05 apart.
  ["readings of one place 1 apart", { "strap.middle-width": [30, 30.4, 29.4] }, []],
  ["1.2 apart", { "strap.middle-width": [30, 30.4, 29.2] }, ["values-disagree"]],
  // 12 and two walls of 11.2 come to 34.4, within a swelling of 15 % of 30.
  ["a hole whose walls have swollen", { "eye.walls": [11.2, 11.2] }, []],
  ["a hole and walls larger than the bar", { "eye.walls": [12, 12] }, ["larger-than-bar"]],
  // 120 and 40 are 160: 3.2 is their two hundredths.
  ["a whole 3 mm longer", { "piece.length": [163] }, []],
  ["a whole 4 mm longer", { "piece.length": [164] }, ["lengths-disagree"]],
  ["a shoulder 2 mm beyond its length", { "strap.shoulder": [122] }, []],
  ["a shoulder 3 mm beyond its length", { "strap.shoulder": [123] }, ["lengths-disagree"]],
])("%s", (_, read, expected) => {
  expect(codes(read)).toEqual(expected);
});

test("a shoulder beyond the end of the bar is one", () => {
  expect(codes({ "strap.shoulder": [165], "piece.length": [160] })).toContain("beyond-the-end");
});

test("a rule's readings may lie farther apart", () => {
  expect(codes({ "strap.middle-width": [30, 31.4] }, 0.5)).toEqual([]);
  expect(codes({ "strap.middle-width": [30, 31.6] }, 0.5)).toEqual(["values-disagree"]);
});

// Two lengths held against one another, read 0.1 sure: three times that of both is 0.42, two hundredths of 80 is 1.6.
test.each([
  ["as each reads by itself", [80, 78], []],
  ["the first 1.5 longer than by itself", [81.5, 78], []],
  ["the first 1.7 longer", [81.7, 78], ["match-disagrees"]],
  ["the second as it was before it was worked", [80, 68], ["match-disagrees"]],
])("a match %s", (_, values, expected) => {
  const line = (id: string, nominal: number) => thicknessLine({ id, nominal, measure: "length" });
  const lines = [line("fore.length", 80), line("aft.length", 80)];
  const match = matchOf(lines[0]!, lines[1]!, "aft.alike");
  const judged = (one: Characteristic, read: number[]) =>
    judgeReading(one, read, { instrumentUncertainty: 0.1, grade: 17 });
  const judgements = [...[judged(lines[0]!, [80]), judged(lines[1]!, [78])], judged(match, values)];
  const pair = { id: match.id, first: "fore.length", second: "aft.length" };
  const found = (read: typeof judgements) =>
    contradictionsOf([...lines, match], read, [pair]).map(({ code }) => code);
  expect(found(judgements)).toEqual(expected);
  // Where one of the two isn't read, nothing is known of it.
  expect(found(judgements.slice(2))).toEqual([]);
  expect(found(judgements.slice(0, 2))).toEqual([]);
});
