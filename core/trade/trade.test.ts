import { ALWAYS_CAUTIONS, cautionFor, cautionsFor } from "./cautions";
import { defectKind, DEFECT_KINDS, findDefects, SEVERITIES } from "./defects";
import { gradesSchema, gradesToSetSchema } from "./gradesRule";
import { RISKS } from "./risks";
import { DEFAULT_SETTINGS, SETTING_WORDS, settingsSchema } from "./settings";
import { STEP_GRADES, STEP_NAMES, STEPS } from "./steps";
import { STARTER_TECHNIQUES } from "./techniques";

/** The tables of the trade, written down a second time (common practice, no source). */

describe("faults", () => {
  const codes = (wanted: (kind: (typeof DEFECT_KINDS)[number]) => boolean) =>
    DEFECT_KINDS.filter(wanted)
      .map(({ code }) => code)
      .sort();

  test("steel that is gone, spoiled or in the wrong place cannot be put right", () => {
    expect(codes(({ correctable }) => !correctable)).toEqual([
      "bundle-fell",
      "burnt",
      "coarse-grain",
      "crack",
      "crooked-hole",
      "cut-through",
      "off-centre-hole",
      "thin-spot",
      "too-little-metal",
      "weld-neck",
    ]);
  });

  test("what would be built in by another blow is put right at once", () => {
    expect(codes(({ now }) => now)).toEqual(["cold-shut", "diamond", "fish-mouth", "suck-in"]);
  });

  test.each([
    ["reject", ["burnt", "coarse-grain", "cold-shut", "crack", "failed-weld"]],
    [
      "major",
      [
        "bundle-fell",
        "crooked-hole",
        "cut-through",
        "off-centre-hole",
        "thin-spot",
        "too-little-metal",
        "weld-neck",
      ],
    ],
    [
      "cosmetic",
      ["bowed", "bowed-twist", "bulge", "flats", "hammer-marks", "scale-pitting", "stamp-doubled"],
    ],
  ])("usually %s", (severity, expected) => {
    expect(codes((kind) => kind.severity === severity)).toEqual(expected);
  });

  test.each([
    ["crack", "crack"],
    ["Crack ", "crack"],
    ["lozenge", "diamond"],
    ["half-moon", "hammer-marks"],
    ["pits", "scale-pitting"],
    ["neck", "thin-spot"],
    ["crystalline", "coarse-grain"],
  ])("%s is found as %s", (words, code) => {
    expect(findDefects(words)[0]?.code).toBe(code);
  });

  test("without words all are there, in the catalogue's order; by a strange one none", () => {
    expect(findDefects("")).toEqual(DEFECT_KINDS);
    expect(findDefects("zeppelin")).toEqual([]);
  });

  test("severities go from what only shows to what nobody keeps", () => {
    expect(SEVERITIES).toEqual(["cosmetic", "minor", "major", "reject"]);
  });

  test("each is found by its code, is described, and names words of its own", () => {
    for (const kind of DEFECT_KINDS) {
      expect(defectKind(kind.code)).toBe(kind);
      for (const word of [kind.name, kind.shows, kind.remedy, ...kind.alsoCalled])
        expect(word.trim()).not.toBe("");
    }
    expect(defectKind("of-their-own")).toBeUndefined();
    expect(defectKind("fish-mouth")!.alsoCalled).toEqual(
      expect.arrayContaining(["fish lip", "carp's mouth"]),
    );
    expect(defectKind("diamond")!.alsoCalled).toContain("lozenge");
  });
});

describe("techniques", () => {
  const of = (slug: string) => STARTER_TECHNIQUES.find((one) => one.slug === slug)!;

  test("the foundations", () => {
    expect(STARTER_TECHNIQUES.filter((one) => one.foundation).map(({ slug }) => slug)).toEqual([
      "hammer-control",
      "measuring-marking",
      "heat-control",
      "drawing-out",
      "square-taper",
      "upsetting",
    ]);
  });

  test.each([
    ["hammer-control", ""],
    ["hot-cut", "measuring-marking"],
    ["drawing-out", "hammer-control"],
    ["square-taper", "drawing-out"],
    ["round-taper", "square-taper"],
    ["short-taper", "square-taper"],
    ["flat-taper", "drawing-out"],
    ["shoulder", "drawing-out"],
    ["isolating", "shoulder"],
    ["fullering", "shoulder"],
    ["bend", "heat-control"],
    ["upset-corner", "upsetting bend"],
    ["reverse-twist", "twist"],
    ["rope-twist", "twist fold"],
    ["punching", "measuring-marking"],
    ["slot-drift", "punching"],
    ["riveting", "punching upsetting"],
    ["fold-weld", "heat-control fold"],
    ["scarf-weld", "upsetting fold-weld"],
    ["bundle-weld", "fold-weld twist"],
  ])("before %s: %s", (slug, before) => {
    expect(of(slug).after).toEqual(before.split(" ").filter(Boolean));
  });

  test("welds go soonest, careful work sooner than most, measuring hardly at all", () => {
    const days = (...slugs: string[]) => slugs.map((slug) => of(slug).halfLifeDays);
    expect(days("fold-weld", "scarf-weld", "bundle-weld")).toEqual([30, 30, 30]);
    expect(days("slot-drift", "scroll", "collar", "upset-corner")).toEqual([75, 75, 75, 75]);
    expect(days("upsetting", "isolating", "riveting")).toEqual([90, 90, 90]);
    expect(days("twist", "bend", "punching")).toEqual([120, 120, 120]);
    expect(days("drawing-out", "square-taper")).toEqual([180, 180]);
    expect(days("hammer-control", "drilling", "measuring-marking")).toEqual([240, 365, 365]);
  });

  test("names carry no mark, and other words none that are empty", () => {
    for (const { name, summary, alsoCalled } of STARTER_TECHNIQUES) {
      expect(name).toMatch(/^[A-Z]/);
      expect(summary).not.toBe("");
      expect(alsoCalled.every((word) => word.trim() === word && word !== "")).toBe(true);
    }
    expect(of("scarf-weld").alsoCalled).toEqual(["lap weld"]);
  });
});

describe("steps", () => {
  test("five, each with its grade of ISO 286-1, its name and what passes it", () => {
    expect(STEPS).toEqual([1, 2, 3, 4, 5]);
    expect(STEPS.map((step) => STEP_GRADES[step])).toEqual([18, 18, 17, 17, 16]);
    expect(STEPS.map((step) => STEP_NAMES[step])).toEqual([
      "Shown",
      "Fair",
      "True",
      "Alike",
      "Sure",
    ]);
  });

  test.each([
    [11, false],
    [12, true],
    [16, true],
    [18, true],
    [19, false],
    [16.5, false],
    ["17", false],
  ])("a grade of %p is accepted: %p", (grade, accepted) => {
    const read = gradesSchema.safeParse({ ...STEP_GRADES, 5: grade });
    expect(read.success).toBe(accepted);
    if (!accepted)
      expect(read.error!.issues.map(({ message }) => message)).toContain(
        "A grade is a whole number from 12 to 18.",
      );
  });

  test("a higher step is judged alike or finer, and the one that isn't is named", () => {
    expect(gradesToSetSchema.safeParse(STEP_GRADES).success).toBe(true);
    expect(gradesToSetSchema.safeParse({ 1: 17, 2: 17, 3: 17, 4: 17, 5: 17 }).success).toBe(true);
    const read = gradesToSetSchema.safeParse({ 1: 17, 2: 18, 3: 17, 4: 16, 5: 17 });
    expect(read.error!.issues.map(({ path }) => path)).toEqual([["2"], ["5"]]);
    // Only what is set from now on is asked that; what was set before reads on.
    expect(gradesSchema.safeParse({ 1: 17, 2: 18, 3: 17, 4: 16, 5: 17 }).success).toBe(true);
    expect(gradesSchema.safeParse({ 1: 18 }).success).toBe(false);
    expect(gradesSchema.safeParse({ ...STEP_GRADES, 6: 16 }).success).toBe(false);
  });
});

describe("settings where schools of practice differ", () => {
  const fits = (rest: object) => settingsSchema.safeParse({ ...DEFAULT_SETTINGS, ...rest }).success;

  test("hand work, gauges allowed, nothing filed, either way of fluxing and twisting", () => {
    expect(settingsSchema.parse(DEFAULT_SETTINGS)).toEqual({
      flux: "either",
      aids: "gauges",
      power: "hand",
      corrections: [],
      twistHeats: "either",
      shoulderCorner: "square",
      hangs: "as-shaped",
      food: false,
    });
  });

  test.each(Object.entries(SETTING_WORDS))(
    "every answer to %s fits, and no other",
    (key, words) => {
      const answers = Object.keys(words.answers);
      expect(answers.length).toBeGreaterThanOrEqual(2);
      for (const answer of answers) expect(fits({ [key]: answer })).toBe(true);
      expect(fits({ [key]: "as it comes" })).toBe(false);
      // Exercises from before it was asked are judged by their shape.
      expect(fits({ [key]: undefined })).toBe(key === "hangs");
    },
  );

  test("corrections are three at most, of those there are", () => {
    expect(fits({ corrections: ["filed", "ground", "trimmed"] })).toBe(true);
    expect(fits({ corrections: ["filed", "ground", "trimmed", "filed"] })).toBe(false);
    expect(fits({ corrections: ["painted"] })).toBe(false);
    expect(fits({ colour: "red" })).toBe(false);
  });
});

describe("cautions", () => {
  test("what always holds stands first, then what each risk brings, then what was added, once", () => {
    expect(cautionsFor([])).toEqual(ALWAYS_CAUTIONS);
    const added = "Mind the step.";
    expect(cautionsFor(["weld", "twist", "weld"], [added, ALWAYS_CAUTIONS[0]!])).toEqual([
      ...ALWAYS_CAUTIONS,
      cautionFor("weld"),
      cautionFor("twist"),
      added,
    ]);
  });

  test("each risk has a caution of its own, and the six that always hold speak of eyes and fume", () => {
    const said = RISKS.map(cautionFor);
    expect(new Set(said).size).toBe(RISKS.length);
    expect(said.every((caution) => caution.length > 20)).toBe(true);
    expect(ALWAYS_CAUTIONS).toHaveLength(6);
    expect(ALWAYS_CAUTIONS.join(" ")).toMatch(/Eye protection[^]*poisonous/);
  });
});
