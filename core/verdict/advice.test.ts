import fc from "fast-check";
import { thicknessLine } from "../testing/builders";
import type { Characteristic } from "../measure/characteristic";
import { lozengeOf } from "../measure/fits";
import { sectionAreaMm2, type Section } from "../section/section";
import { adviseNextHeat } from "./advice";
import { judgeReading } from "./judge";
import type { NotedDefect } from "./record";

const line = (rest: Partial<Characteristic>): Characteristic =>
  thicknessLine({
    id: "body.middle-flat",
    name: "body, middle",
    stretch: "body",
    place: "middle",
    atMm: 50,
    nominal: 12,
    tolerance: { sizeMm: 12, coarser: 0 },
    ...rest,
  });

const LENGTH = line({
  id: "body.length",
  name: "body, length",
  measure: "length",
  place: undefined,
  nominal: 100,
  heavyWhen: "below",
  whenLight: "trim",
  // At step 3 ± 1.75 mm.
  tolerance: { sizeMm: 100, coarser: 0 },
});
const FLAT = line({});
const TURNED = line({ id: "body.middle-turned" });
const TIP = line({ id: "body.tip-flat", place: "tip", atMm: 0, nominal: 3 });

const defect = (kind: string, corrected = false): NotedDefect => ({
  id: kind,
  kind,
  severity: "minor",
  corrected,
});

function advise(
  readings: readonly (readonly [Characteristic, ...number[]])[],
  { defects = [], plan }: { defects?: NotedDefect[]; plan?: Characteristic[] } = {},
) {
  const judgements = readings.map(([one, ...values]) =>
    judgeReading(one, values, { instrumentUncertainty: 0.001, grade: 17 }),
  );
  return adviseNextHeat(plan ?? readings.map(([one]) => one), judgements, { defects, tries: [] });
}

/** What the first instruction foretells of the length. */
const foretold = (...args: Parameters<typeof advise>) => {
  const [first] = advise(...args);
  return first?.code === "bring-down" ? first.effect : undefined;
};

describe("thinning an even stretch", () => {
  const volume = (section: Section, lengthMm: number) => sectionAreaMm2(section) * lengthMm;

  test("one plane heavy: it grows by that plane alone, at constant volume", () => {
    const effect = foretold([
      [FLAT, 13],
      [TURNED, 12],
      [LENGTH, 93],
    ]);
    const before = volume({ shape: "flat", width: 13, thickness: 12 }, 93);
    expect(volume({ shape: "square", size: 12 }, effect!.toMm)).toBeCloseTo(before, 6);
  });

  test("both heavy: it grows by both", () => {
    const effect = foretold([
      [FLAT, 13],
      [TURNED, 13.5],
      [LENGTH, 82],
    ]);
    const before = volume({ shape: "flat", width: 13.5, thickness: 13 }, 82);
    expect(volume({ shape: "square", size: 12 }, effect!.toMm)).toBeCloseTo(before, 6);
  });

  test("followed to the letter, whatever was read: the length foretold is the one it comes to", () => {
    const size = fc.double({ min: 12.95, max: 20, noNaN: true });
    fc.assert(
      fc.property(size, size, fc.double({ min: 40, max: 200, noNaN: true }), (a, b, lengthMm) => {
        const effect = foretold([
          [FLAT, a],
          [TURNED, b],
          [LENGTH, lengthMm],
        ])!;
        // The smith draws it down a tenth of the way at a time, each time as long as the steel makes it.
        let [thick, wide, long] = [a, b, lengthMm];
        for (let blow = 9; blow >= 0; blow -= 1) {
          const [thinner, narrower] = [12 + ((a - 12) * blow) / 10, 12 + ((b - 12) * blow) / 10];
          long *= (thick * wide) / (thinner * narrower);
          [thick, wide] = [thinner, narrower];
        }
        expect(effect.toMm).toBeCloseTo(long, 6);
        const inside = long >= effect.lower && long <= effect.upper;
        expect(effect.state === "on-size").toBe(inside);
      }),
    );
  });

  test.each([
    [90.6, "short"],
    [90.7, "on-size"],
    [93.9, "on-size"],
    [94, "long"],
  ])("from %d mm it comes out %s of 98.25 to 101.75", (lengthMm, state) => {
    // 13 to 12 in one plane: longer by a twelfth.
    const effect = foretold([
      [FLAT, 13],
      [LENGTH, lengthMm],
    ]);
    expect(effect!.state).toBe(state);
    expect(effect!.toMm).toBeCloseTo((lengthMm * 13) / 12, 9);
  });

  test("the length isn't advised on a second time", () => {
    const codes = advise([
      [FLAT, 13],
      [LENGTH, 90],
    ]).map(({ code }) => code);
    expect(codes).toEqual(["bring-down"]);
  });
});

describe("nothing is foretold", () => {
  test("of a length not measured", () => {
    expect(foretold([[FLAT, 13]])).toBeNull();
  });

  test("of another stretch's length", () => {
    const other = { ...LENGTH, stretch: "tang", name: "tang, length" };
    expect(
      foretold([
        [FLAT, 13],
        [other, 90],
      ]),
    ).toBeNull();
  });

  test("of a thickness that belongs to no stretch", () => {
    const [loose, whole] = [
      { ...FLAT, stretch: null },
      { ...LENGTH, stretch: null },
    ];
    expect(
      foretold([
        [loose, 13],
        [whole, 90],
      ]),
    ).toBeNull();
  });

  test("of a taper's middle, nor of a tip whose middle isn't in the plan", () => {
    expect(
      foretold(
        [
          [FLAT, 13],
          [LENGTH, 90],
        ],
        { plan: [FLAT, TIP, LENGTH] },
      ),
    ).toBeNull();
    expect(
      foretold([
        [TIP, 4],
        [LENGTH, 90],
      ]),
    ).toBeNull();
  });
});

test("two places of a stretch are two instructions, two planes of a place one", () => {
  const end = line({ id: "body.base-flat", place: "base", atMm: 90 });
  const advice = advise([
    [FLAT, 13],
    [TURNED, 13.2],
    [end, 13.4],
  ]);
  expect(advice).toMatchObject([{ fromMm: [13, 13.2] }, { fromMm: [13.4] }]);
});

describe("faults noted", () => {
  const codes = (defects: NotedDefect[], readings: Parameters<typeof advise>[0] = []) =>
    advise(readings, { defects }).map((one) => ("kind" in one ? one.kind : one.code));

  test("one put right asks for nothing, nor one that cannot be, nor one nobody knows", () => {
    expect(codes([defect("fish-mouth")])).toEqual(["Fish-mouth"]);
    expect(codes([defect("fish-mouth", true)])).toEqual([]);
    expect(codes([defect("burnt"), defect("of-their-own")])).toEqual([]);
  });

  test("noted twice is said once", () => {
    expect(codes([defect("hammer-marks"), { ...defect("hammer-marks"), id: "b" }])).toEqual([
      "Hammer marks",
    ]);
  });

  test("gone diamond is said once: by its diagonals where they were read", () => {
    const diagonals = line({
      id: "body.middle-diagonals",
      measure: "diagonals",
      kind: "match",
      nominal: 0,
      readings: "difference",
      whenLight: "trim",
    });
    expect(codes([defect("diamond")])).toEqual(["Gone diamond"]);
    expect(codes([defect("diamond")], [[diagonals, 18, 15.8]])).toEqual(["square-up"]);
    const [squaring] = advise([[diagonals, 18, 15.8]]);
    expect(squaring).toMatchObject({
      differenceMm: expect.closeTo(2.2, 9) as number,
      lozenge: lozengeOf(18, 15.8),
    });
  });
});

describe("what features ask", () => {
  const feature = (rest: Partial<Characteristic>) =>
    line({ id: "eye.diameter", stretch: null, measure: "diameter", ...rest });

  test.each<[string, Partial<Characteristic>, number, string]>([
    ["heavy: work on", {}, 14, "work-on"],
    ["light, mendable: ease back", {}, 10, "ease-back"],
    ["by eye: do it again", { unit: "grade", readings: "grade", nominal: 5 }, 1, "do-again"],
    ["by pins: fit the pin", { unit: "gauge", readings: "gauge", nominal: 1 }, 0, "fit-pin"],
    ["two unlike: make them alike", { kind: "match", nominal: 0 }, 9, "make-alike"],
    ["uneven: even it out", { kind: "evenness", nominal: 0 }, 9, "even-out"],
  ])("%s", (_, rest, value, code) => {
    const [advice] = advise([[feature({ heavyWhen: "above", ...rest }), value]]);
    expect(advice?.code).toBe(code);
  });
});
