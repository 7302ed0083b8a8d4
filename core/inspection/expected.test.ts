import type { Characteristic } from "../measure/characteristic";
import { limitsAtGrade } from "../measure/characteristic";
import { describe as describeSizes } from "../stats/describe";
import { seededRandom, type Random } from "../stats/random";
import { thicknessLine } from "../testing/builders";
import { doubtfulFirst } from "./doubt";
import { enoughFor, MAX_CHANCE, MIN_READ, unreadChances } from "./enough";
import { expectedOf, MIN_WHOLE, slipsOf, type Expected, type WholeInspection } from "./expected";
import type { PieceModel } from "./model";
import { isOff, offBeyond, ONE_SIDED_POWER, shareFormOf, signedShare } from "./share";
import { allSlips, NO_SLIPS, slipRate, slipsSeen } from "./slips";

const GRADE = 17;
const plan = Array.from({ length: 8 }, (_, at) =>
  thicknessLine({ id: `line-${at}`, nominal: 12, atMm: at }),
);

interface World {
  /** Spread of each line, shares of its allowance; by line, or of all. */
  sd: number | readonly number[];
  /** Standard deviation of ln of the piece's spread against the usual. */
  careSd: number;
  /** Share of the variance that a piece's lines have in common. */
  common?: number;
  slip: number;
}

/** A piece whose truth is known: as the model has it, by other arithmetic. */
function madePiece({ sd, careSd, common = 0, slip }: World, random: Random) {
  const care = Math.exp(careSd * random.normal());
  const shift = random.normal();
  return Object.fromEntries(
    plan.map(({ id, nominal }, at) => {
      const { lower, upper } = limitsAtGrade(plan[at]!, GRADE);
      const spread = typeof sd === "number" ? sd : sd[at]!;
      const own = Math.sqrt(1 - common) * care * random.normal();
      const usual = spread * (Math.sqrt(common) * shift + own);
      const slipped = (random.next() < 0.5 ? -1 : 1) * (1.05 + 1.45 * random.next());
      const share = random.next() < slip ? slipped : usual;
      return [id, nominal + share * (share > 0 ? upper - nominal : nominal - lower)];
    }),
  );
}

const isBad = (values: Record<string, number>) =>
  plan.some((one) => isOff(signedShare(one, values[one.id]!, GRADE)));

/** A school whose other exercises have shown nothing of slips, and one in which hardly a line slips. */
const judging = { grade: GRADE, shop: [], slips: NO_SLIPS };
const careful = { ...judging, slips: { off: 0, lines: 5000 } };

const expectedIn = (world: World, pieces: number, random: Random): Expected =>
  expectedOf(
    plan,
    world.slip === 0 ? careful : judging,
    Array.from({ length: pieces }, () => ({ own: false, values: madePiece(world, random) })),
  )!;

describe("where a reading lies", () => {
  const { lower, upper } = limitsAtGrade(plan[0]!, GRADE);

  test.each<[string, Partial<Characteristic>, number, number]>([
    ["at nominal", {}, 12, 0],
    ["half way to the upper limit", {}, (12 + upper) / 2, 0.5],
    ["at the lower limit", {}, lower, -1],
    ["larger, where larger is light", { heavyWhen: "below" }, upper, -1],
    ["smaller, where smaller is heavy", { heavyWhen: "below" }, lower, 1],
  ])("%s", (_, more, value, share) => {
    expect(signedShare({ ...plan[0]!, ...more }, value, GRADE)).toBeCloseTo(share, 9);
  });

  test("a gap has only the heavy side; chosen answers have none", () => {
    const tolerance = { sizeMm: 12, coarser: 0 };
    const gap = thicknessLine({ id: "gap", nominal: 0, kind: "evenness", tolerance });
    expect(shareFormOf(gap)).toBe("one-sided");
    const { upper: most } = limitsAtGrade(gap, GRADE);
    expect(signedShare(gap, most, GRADE)).toBeCloseTo(1, 9);
    expect(signedShare(gap, most / 8, GRADE)).toBeCloseTo(0.25, 9);
    expect(signedShare(gap, 0, GRADE)).toBe(0);
    expect(offBeyond(gap, GRADE, []).light).toBe(Infinity);
    for (const readings of ["grade", "gauge"] as const)
      expect(shareFormOf({ ...gap, readings })).toBe("chosen");
  });

  test("off is what the shop's finest could still call off: 1.6449 standard uncertainties beyond", () => {
    const shop = [
      { name: "worn", kind: "caliper", uncertainty: 0.4 },
      { name: "fine", kind: "caliper", uncertainty: 0.1 },
      { name: "pins", kind: "pins", uncertainty: 0 },
    ] as const;
    const guard = (1.6449 * 0.05) / (upper - 12);
    expect(offBeyond(plan[0]!, GRADE, shop).heavy).toBeCloseTo(1 + guard, 9);
    expect(offBeyond(plan[0]!, GRADE, []).heavy).toBe(1);
    const below = { ...plan[0]!, heavyWhen: "below" as const, fixed: { lower: 0, upper } };
    expect(offBeyond(below, GRADE, [])).toEqual({ heavy: Infinity, light: 1 });
  });
});

describe("what is expected", () => {
  const world: World = { sd: 0.3, careSd: 0.3, slip: 0 };

  test("nothing of fewer whole inspections than twelve, and only whole ones count", () => {
    const inspections = Array.from({ length: MIN_WHOLE }, (_, seed): WholeInspection => ({
      own: false,
      values: madePiece(world, seededRandom(seed)),
    }));
    expect(expectedOf(plan, judging, inspections)).not.toBeNull();
    expect(expectedOf(plan, judging, inspections.slice(1))).toBeNull();
    expect(slipsOf(plan, GRADE, inspections)!.lines).toBeGreaterThan(0);
    expect(slipsOf(plan, GRADE, inspections.slice(1))).toBeNull();
    const { "line-3": _, ...part } = inspections[0]!.values;
    const inPart = [{ own: false, values: part }, ...inspections.slice(1)];
    expect(expectedOf(plan, judging, inPart)).toBeNull();
    expect(MIN_WHOLE).toBe(12);
  });

  test("a piece is compared with the learner's own latest four", () => {
    const inspections = Array.from({ length: 14 }, (_, seed): WholeInspection => ({
      own: seed % 2 === 0,
      values: madePiece(world, seededRandom(seed)),
    }));
    const { own } = expectedOf(plan, judging, inspections)!;
    const shareOf = (seed: number) =>
      signedShare(plan[0]!, inspections[seed]!.values["line-0"]!, GRADE);
    expect(own.map((shares) => shares["line-0"])).toEqual([0, 2, 4, 6].map(shareOf));
  });

  test.each([0, 0.03, 0.1])("slips on %d of the lines are found in what was measured", (slip) => {
    const found = expectedIn({ ...world, slip }, 200, seededRandom(4));
    expect(found.slip).toBeGreaterThan(0.6 * slip);
    expect(found.slip).toBeLessThan(1.3 * slip + 0.002);
  });

  test("each line's spread is its own, and slips don't widen it", () => {
    const sd = [0.1, 0.2, 0.3, 0.4, 0.3, 0.2, 0.1, 0.2];
    const { lines } = expectedIn({ sd, careSd: 0.01, slip: 0.02 }, 200, seededRandom(5));
    for (const [at, { id }] of plan.entries()) {
      expect(lines[id]!.sd).toBeGreaterThan(0.8 * sd[at]!);
      expect(lines[id]!.sd).toBeLessThan(1.4 * sd[at]! + 0.03);
    }
  });

  test.each([
    [0, 0.05, 0.12],
    [0.5, 0.35, 0.65],
  ])("lines that share %d of their variance are seen to", (common, least, most) => {
    const found = expectedIn({ ...world, careSd: 0.01, common }, 200, seededRandom(6));
    expect(found.common).toBeGreaterThanOrEqual(least);
    expect(found.common).toBeLessThanOrEqual(most);
  });
});

describe("slips", () => {
  test.each([
    ["nobody counted, and nothing made", NO_SLIPS, NO_SLIPS, 0.03],
    ["a school in which hardly a line slips", { off: 0, lines: 5000 }, NO_SLIPS, 1.5 / 5050],
    ["one in which many do", { off: 150, lines: 5000 }, NO_SLIPS, 0.03],
    [
      "an exercise of its own",
      { off: 0, lines: 5000 },
      { off: 8, lines: 200 },
      (8 + (200 * 1.5) / 5050) / 400,
    ],
    ["as much of its own as of the school's", NO_SLIPS, { off: -3, lines: 200 }, 0.015],
  ])("%s", (_, school, own, rate) => {
    expect(slipRate(school, own)).toBeCloseTo(rate, 4);
  });

  test("where fewer are off than to be expected, those of another exercise count as they are", () => {
    const found = [
      { off: -20, lines: 300 },
      { off: 4, lines: 100 },
      { off: 2, lines: 50 },
    ];
    expect(allSlips(found)).toEqual({ off: 6, lines: 450 });
    expect(allSlips([])).toEqual(NO_SLIPS);
  });

  const line = { mean: 0, sd: 0.25, beyond: { heavy: 1, light: 1 }, off: 0 };
  const sized = { ...line, form: "two-sided" as const };
  const gap = { ...line, mean: 0.4, form: "one-sided" as const };
  const model = (lines: PieceModel["lines"]): PieceModel => ({
    ...{ lines, slip: 0.002, common: 0.05, careSd: 0.2 },
  });
  const three = model({ a: sized, b: sized, gap });

  test.each([
    ["nothing off", { a: 0.1, b: -0.2, gap: 0.5 }, 2, 0],
    ["one size off", { a: 1.4, b: -0.2, gap: 0.5 }, 1, 1],
    [
      "a gap off is no slip of a size, nor are others' told by it",
      { a: 0.1, b: 0, gap: 1.2 },
      0,
      0,
    ],
    ["two off", { a: 1.4, b: 1.3, gap: 0.5 }, 0, 0],
  ])("%s", (_, shares, lines, off) => {
    const seen = slipsSeen(three, [shares]);
    expect(seen.lines).toBe(lines);
    // Less what is to be expected of sizes at four standard deviations.
    expect(seen.off).toBeLessThanOrEqual(off);
    expect(seen.off).toBeGreaterThan(off - 0.01);
  });

  test("where nothing else is measured, what has one side tells", () => {
    const seen = slipsSeen(model({ gap }), [{ gap: 1.2 }, { gap: 0.5 }]);
    expect(seen.lines).toBe(2);
    expect(seen.off).toBeGreaterThan(0.9);
  });

  test("the size of a normal deviation is nearly normal at two thirds (Wilson and Hilferty 1931)", () => {
    const random = seededRandom(12);
    const drawn = Array.from(
      { length: 40_000 },
      () => Math.abs(random.normal()) ** ONE_SIDED_POWER,
    );
    const { mean, sd } = describeSizes(drawn);
    // Their approximation for one degree of freedom: mean 1 − 2/9, variance 2/9.
    expect(mean).toBeCloseTo(0.802, 1);
    expect(sd).toBeCloseTo(0.43, 1);
    const beyond = (sds: number) =>
      drawn.filter((one) => one > mean + sds * sd!).length / drawn.length;
    // A normal deviation is beyond three 0.13 % of the time; unraised these would be 0.9 %.
    expect(beyond(3)).toBeGreaterThan(0.001);
    expect(beyond(3)).toBeLessThan(0.004);
  });
});

describe("what could still come", () => {
  const asked = (read: readonly string[], values: Record<string, number>) => ({
    values: new Map(read.map((id) => [id, values[id]!])),
    grade: GRADE,
  });
  const ids = plan.map(({ id }) => id);

  test.each<World>([
    { sd: 0.3, careSd: 0.25, slip: 0 },
    { sd: 0.4, careSd: 0.4, slip: 0 },
    { sd: 0.3, careSd: 0.25, common: 0.4, slip: 0.02 },
    { sd: 0.25, careSd: 0.3, slip: 0.05 },
  ])("the chance stated of pieces good so far comes true: %o", (world) => {
    const random = seededRandom(8);
    const expected = expectedIn(world, 200, random);
    let [stated, came, pieces] = [0, 0, 0];
    for (let piece = 0; piece < 1500; piece += 1) {
      const values = madePiece(world, random);
      const read = ids.slice(0, 3);
      const soFar = Object.fromEntries(read.map((id) => [id, values[id]!]));
      if (isBad({ ...Object.fromEntries(ids.map((id) => [id, 12])), ...soFar })) continue;
      pieces += 1;
      stated += unreadChances(expected, plan, asked(read, values)).off;
      came += Number(isBad(values));
    }
    // Chance alone, and a fifth of what is stated: its spreads are known from 200 pieces.
    const within = 2.6 * Math.sqrt(came + 1) + 0.2 * stated;
    expect(Math.abs(stated - came)).toBeLessThan(within);
    expect(pieces).toBeGreaterThan(1000);
  });

  const expected = expectedIn({ sd: 0.2, careSd: 0.2, slip: 0 }, 200, seededRandom(9));
  const good = Object.fromEntries(ids.map((id) => [id, 12.05]));

  test("the more is read and good the less is left; a careless piece leaves more", () => {
    const { upper } = limitsAtGrade(plan[0]!, GRADE);
    const left = [1, 3, 5, 7].map(
      (read) => unreadChances(expected, plan, asked(ids.slice(0, read), good)).off,
    );
    expect([...left].sort((a, b) => b - a)).toEqual(left);
    expect(unreadChances(expected, plan, asked(ids, good)).off).toBeCloseTo(0, 12);
    const near = { ...good, "line-0": 12 + 0.8 * (upper - 12), "line-1": 12 - 0.8 * (upper - 12) };
    const careless = unreadChances(expected, plan, asked(ids.slice(0, 3), near)).off;
    expect(careless).toBeGreaterThan(5 * left[1]!);
  });

  test("too little metal is one side of it, and a learner's own pieces tell", () => {
    const three = asked(ids.slice(0, 3), good);
    const { off, light } = unreadChances(expected, plan, three);
    expect(light).toBeLessThan(off);
    const { upper } = limitsAtGrade(plan[0]!, GRADE);
    const wild = Object.fromEntries(
      ids.map((id, at) => [id, (0.95 * (at % 2 ? -1 : 1) * (upper - 12)) / (upper - 12)]),
    );
    expect(unreadChances({ ...expected, own: [wild] }, plan, three).off).toBeGreaterThan(2 * off);
  });

  test("enough is known from two lines, and up to one in fifty", () => {
    const at = (read: number, slip: number) =>
      enoughFor(
        { expected: { ...expected, slip }, drawn: false },
        plan,
        asked(ids.slice(0, read), good),
      ).keep;
    expect(at(MIN_READ - 1, 1e-6)).toBeNull();
    const enough = at(MIN_READ, 1e-6)!;
    expect(enough).toMatchObject({ drawn: false });
    expect(enough.chance).toBeLessThanOrEqual(MAX_CHANCE);
    // Six lines unread with a slip on one in three hundred are just about at it: either side.
    expect(at(MIN_READ, 0.0028)).not.toBeNull();
    expect(at(MIN_READ, 0.0038)).toBeNull();
  });

  test("signed as ended, it stays ended", () => {
    const nothing = asked([], good);
    expect(enoughFor({ settledChance: 0.007 }, plan, nothing)).toEqual({
      keep: { chance: 0.007, drawn: false },
      "another-heat": { chance: 0.007, drawn: false },
    });
  });

  test("doubtful first is what is most likely off; the rest keeps its order", () => {
    const sd = [0.2, 0.2, 0.6, 0.2, 0.2, 0.4, 0.2, 0.2];
    const found = expectedIn({ sd, careSd: 0.1, slip: 0 }, 200, seededRandom(10));
    const [first, second] = doubtfulFirst(plan, found, GRADE);
    expect([first!.id, second!.id]).toEqual(["line-2", "line-5"]);
    expect(doubtfulFirst(plan, found, GRADE)).toHaveLength(plan.length);
  });
});
