import { contentOfPiece } from "../exercise/exercise";
import { finishedSizeMm } from "../piece/finish";
import { planPiece } from "../piece/plan";
import { barWith, pieceOf } from "../testing/pieces";
import { fitOffcut, pieceOfFinishedLength } from "./offcut";
import { searchWords, wordsOf } from "./words";

const square = (size: number) => ({ shape: "square", size }) as const;

test("an offcut of the same stock makes what its length allows, to the millimetre", () => {
  const piece = barWith(200);
  expect(fitOffcut(piece, { section: square(12), lengthMm: 230 })).toMatchObject({
    fits: "as-it-is",
    takesMm: 200,
    spareMm: 30,
  });
  const short = fitOffcut(piece, { section: square(12), lengthMm: 188 });
  expect(short).toMatchObject({ fits: "too-short", takesMm: 200, shortMm: 12 });
});

test("a thicker one is drawn down first, at constant volume; a thinner one doesn't do", () => {
  // 12² · 200 mm³ of 16 square: 112.5 mm.
  const drawn = fitOffcut(barWith(200), { section: square(16), lengthMm: 120 });
  expect(drawn).toMatchObject({ fits: "drawn-down" });
  expect((drawn as { spareMm: number }).spareMm).toBeCloseTo(7.5, 9);
  expect(fitOffcut(barWith(200), { section: square(10), lengthMm: 900 }).fits).toBe("too-thin");
  const flat = { shape: "flat", width: 30, thickness: 6 } as const;
  expect(fitOffcut(barWith(200), { section: flat, lengthMm: 900 }).fits).toBe("too-thin");
});

describe("of a piece of several bars", () => {
  const part = (id: string, section: string, length: number, more: object = {}) => ({
    id,
    stock: { section },
    stretches: [{ id: "bar", kind: "prism", section, length }],
    ...more,
  });
  const piece = (...parts: object[]) =>
    pieceOf({
      stretches: [{ id: "bar", kind: "prism", section: "12 square", length: 100 }],
      parts,
    });
  const fit = (lengthMm: number, ...parts: object[]) =>
    fitOffcut(piece(...parts), { section: square(12), lengthMm });

  test("all of them count, each as often as it is wanted", () => {
    const two = part("rod", "12 square", 50, { count: 2 });
    expect(fit(200, two)).toEqual({ fits: "as-it-is", takesMm: 200, spareMm: 0 });
    expect(fit(199, two)).toEqual({
      fits: "in-part",
      bars: ["the bar", "rod"],
      takesMm: 150,
      spareMm: 49,
    });
    expect(fit(90, two)).toMatchObject({ fits: "in-part", bars: ["rod"] });
    expect(fit(40, two)).toEqual({ fits: "too-short", takesMm: 50, shortMm: 10 });
  });

  test("of other stock it makes only those it is thick enough for", () => {
    expect(fit(500, part("post", "20 square", 50))).toMatchObject({
      fits: "in-part",
      bars: ["the bar"],
    });
    // 6² · 100 mm³ of 12 square: 25 mm.
    expect(fit(125, part("rod", "6 square", 100))).toEqual({
      fits: "drawn-down",
      takesMm: 125,
      spareMm: 0,
    });
  });

  test("what is forged on the same bar is cut with it", () => {
    const on = part("rod", "12 square", 50, { cutFrom: "main" });
    expect(fit(150, on)).toEqual({ fits: "as-it-is", takesMm: 150, spareMm: 0 });
    expect(fit(149, on).fits).toBe("too-short");
  });
});

test("“it must come out this long”: the stretch that gives is solved, and the plan follows", () => {
  const piece = barWith(400, { id: "heel", kind: "bend", at: 300, angle: 90, insideRadius: 10 });
  const longer = pieceOfFinishedLength(piece, 500, "bar");
  expect(finishedSizeMm(longer).lengthMm).toBeCloseTo(500, 1);
  expect(planPiece(longer).stockLengthMm).toBeGreaterThan(planPiece(piece).stockLengthMm);
  expect(() => pieceOfFinishedLength(piece, 2, "bar")).toThrow();
});

test("words are searched in lower case, compounds also in their parts", () => {
  expect(wordsOf("Net-mender's Fid, 12 × 90!")).toEqual(
    expect.arrayContaining(["net-mender's", "net", "mender", "fid", "12", "90"]),
  );
});

test("an exercise is found by its trade's other words, its stock both ways and its parts", () => {
  const piece = pieceOf({
    stock: "1/2 in square",
    stretches: [
      { id: "boss", kind: "prism", section: "16 square", length: 20, technique: "upsetting" },
      { id: "shank", kind: "prism", section: "1/2 in square", length: 100 },
    ],
    features: [{ id: "curl", kind: "scroll", from: 40, to: 120 }],
  });
  const technique = { name: "Scroll", slug: "scroll", alsoCalled: ["volute"] };
  const words = searchWords(contentOfPiece(piece), technique, ["hardy"]).split(" ");
  for (const word of [
    "jump",
    "upset",
    "volute",
    "curl",
    "boss",
    "shank",
    "hardy",
    "1",
    "2",
    "12.7",
  ])
    expect(words.some((one) => one.startsWith(word.split(".")[0]!))).toBe(true);
});
