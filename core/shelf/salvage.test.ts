import { impliedCharacteristics } from "../piece/characteristics";
import { finishedSizeMm } from "../piece/finish";
import { pieceSchema, PIECE_FORMAT, type Piece } from "../piece/piece";
import { STEP_GRADES } from "../trade/steps";
import { DEFAULT_MARKS_RULE } from "../verdict/marks";
import type { NotedDefect } from "../verdict/record";
import { judgePiece } from "../verdict/judgePiece";
import { salvageOf } from "./salvage";
import { stillGood } from "./stillGood";

const made = (name: string, piece: object): Piece =>
  pieceSchema.parse({ format: PIECE_FORMAT, name, stock: { section: "12 square" }, ...piece });
const FID = made("Fid", {
  stretches: [
    { id: "taper", kind: "transition", from: "3 square", to: "12 square", length: 90 },
    { id: "body", kind: "prism", section: "12 square", length: 160 },
  ],
});
const shelf = [
  {
    id: "peg",
    name: "Peg",
    piece: made("Peg", {
      stretches: [{ id: "peg", kind: "prism", section: "10 square", length: 90 }],
    }),
  },
  {
    id: "pin",
    name: "Pin",
    piece: made("Pin", {
      stretches: [{ id: "pin", kind: "prism", section: "12 square", length: 150 }],
    }),
  },
  {
    id: "long",
    name: "Long bar",
    piece: made("Long bar", {
      stretches: [{ id: "bar", kind: "prism", section: "12 square", length: 200 }],
    }),
  },
  {
    id: "thick",
    name: "Thick bar",
    piece: made("Thick bar", {
      stock: { section: "20 square" },
      stretches: [{ id: "bar", kind: "prism", section: "20 square", length: 20 }],
    }),
  },
];
const characteristics = impliedCharacteristics(FID, finishedSizeMm(FID));
const asked = {
  piece: FID,
  characteristics,
  step: 3 as const,
  heatBudget: 4,
  minuteBudget: 20,
  tries: [],
  correctionsAllowed: [],
};

/** The fid with its taper necked in the middle, and what else was found on it. */
function spoiled(defects: (NotedDefect & { atMm: number | null })[], bodyMm = 12) {
  const readings = characteristics
    .filter(({ readings: way }) => way === "one")
    .map(({ id, nominal, stretch, atMm, measure }) => ({
      characteristicId: id,
      values: [
        measure === "thickness" && stretch === "taper" && atMm > 1
          ? 5
          : measure === "thickness" && stretch === "body"
            ? bodyMm
            : nominal,
      ],
      instrumentUncertainty: 0.1,
    }));
  const verdict = judgePiece(
    asked,
    { readings, defects, heats: 3, minutes: 15, tries: [], corrections: [] },
    { grades: STEP_GRADES, marks: DEFAULT_MARKS_RULE },
  );
  return { characteristics, verdict, defects };
}
const defect = (kind: string, atMm: number | null) => ({
  id: `${kind}-${atMm}`,
  kind,
  severity: "reject" as const,
  corrected: false,
  atMm,
});

test("a spoiled taper leaves its body: what that makes, least left over first", () => {
  const salvage = salvageOf(FID, shelf);
  expect(salvage.map(({ stretchId, lengthMm }) => [stretchId, lengthMm])).toEqual([["body", 160]]);
  expect(salvage[0]!.makes.map(({ name }) => name)).toEqual(["Pin", "Peg"]);
  // 150 of 160 mm; and 10 square of 90 mm takes 90 × 100 / 144 = 62.5 mm of the 12 square.
  expect(salvage[0]!.makes[0]!.spareMm).toBeCloseTo(10, 6);
  expect(salvage[0]!.makes[1]!.spareMm).toBeCloseTo(97.5, 6);
  expect(stillGood(salvage, FID, spoiled([]))?.stretchId).toBe("body");
});

test("a body that is too light, cracked, or burnt all over is stock no more", () => {
  const salvage = salvageOf(FID, shelf);
  expect(stillGood(salvage, FID, spoiled([], 9))).toBeNull();
  expect(stillGood(salvage, FID, spoiled([defect("crack", 200)]))).toBeNull();
  expect(stillGood(salvage, FID, spoiled([defect("burnt", null)]))).toBeNull();
  expect(stillGood(salvage, FID, spoiled([defect("burnt", 4)]))?.stretchId).toBe("body");
});

test("a piece that another heat can save isn't offered as stock", () => {
  const salvage = salvageOf(FID, shelf);
  const { verdict } = spoiled([]);
  const savable = { ...verdict, outcome: "another-heat" as const };
  expect(stillGood(salvage, FID, { characteristics, verdict: savable, defects: [] })).toBeNull();
});
