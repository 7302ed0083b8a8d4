import { seededRandom } from "../stats/random";
import { causeRates, effectOfDrill, recurringCauses, type PieceCauses } from "./recurring";
import { keepsComingBack } from "./recurs";
import { CAUSES, CAUSE_CODES } from "./causes";
import { STARTER_TECHNIQUES } from "../trade/techniques";

let made = 0;
const piece = (...causes: PieceCauses["causes"]): PieceCauses => {
  made += 1;
  return { pieceId: `p${made}`, tag: `K1-${made}`, techniqueId: "t", startedAt: made, causes };
};
/** A school in which nothing ever shows. */
const NONE = new Map(CAUSE_CODES.map((code) => [code, 0]));
const SLUGS = new Map(STARTER_TECHNIQUES.map(({ slug }) => [slug, slug]));

test("every cause's drill belongs to a technique of the starter course", () => {
  for (const code of CAUSE_CODES) expect(SLUGS.has(CAUSES[code].practises)).toBe(true);
});

test("what shows on two or more of the last five keeps coming back, the commonest first", () => {
  const pieces = [
    piece("turning-off", "too-cold"),
    piece("turning-off"),
    piece(),
    piece("turning-off", "scale-left"),
    piece("too-cold"),
    piece("scale-left"),
  ];
  expect(recurringCauses(pieces, SLUGS, NONE)).toEqual([
    { cause: "turning-off", techniqueId: "drawing-out", on: 3, of: 5 },
    { cause: "too-cold", techniqueId: "heat-control", on: 2, of: 5 },
  ]);
  expect(recurringCauses(pieces, new Map(), NONE)).toEqual([]);
});

test("causes equally common are in one order whatever showed first", () => {
  const codes = (...pieces: PieceCauses[]) =>
    recurringCauses(pieces, SLUGS, NONE).map(({ cause }) => cause);
  const [a, b] = [piece("too-cold", "scale-left"), piece("scale-left", "too-cold")];
  expect(codes(a, a)).toEqual(["scale-left", "too-cold"]);
  expect(codes(b, b)).toEqual(["scale-left", "too-cold"]);
  expect(codes(a, b, piece("too-cold"))).toEqual(["too-cold", "scale-left"]);
  expect(codes(piece("scale-left"), a, b)).toEqual(["scale-left", "too-cold"]);
});

test("a cause keeps coming back only where the school's own rate hardly shows as much", () => {
  // Two or more of five at 7.6 %: 1 − 0.924⁵ − 5·0.076·0.924⁴ = 0.0497; at 7.7 %: 0.0509.
  expect(keepsComingBack({ on: 2, of: 5 }, 0.076)).toBe(true);
  expect(keepsComingBack({ on: 2, of: 5 }, 0.077)).toBe(false);
  expect(keepsComingBack({ on: 3, of: 5 }, 0.18)).toBe(true);
  expect(keepsComingBack({ on: 3, of: 5 }, 0.2)).toBe(false);
  expect(keepsComingBack({ on: 1, of: 1 }, 0)).toBe(false);
  const pieces = [piece("turning-off"), piece("turning-off"), piece(), piece(), piece()];
  const of = (rate: number) =>
    recurringCauses(pieces, SLUGS, new Map([["turning-off" as const, rate]]));
  expect(of(0.05)).toHaveLength(1);
  expect(of(0.1)).toEqual([]);
});

describe("each cause is looked at by itself", () => {
  const random = seededRandom(5);
  const KINDS = 12;
  const harmonic = Array.from({ length: KINDS }, (_, at) => 1 / (at + 1)).reduce((a, b) => a + b);
  /** Of so many causes a piece shows, some often, others seldom. */
  const shown = (ofPiece: number) =>
    piece(
      ...CAUSE_CODES.slice(0, KINDS).filter(
        (_, at) => random.next() < ofPiece / harmonic / (at + 1),
      ),
    );

  test.each([
    [0.3, 0.04, 0.1],
    [1.2, 0.2, 0.3],
  ])(
    "%d causes a piece: of learners like all others %d to %d have some called",
    (ofPiece, low, high) => {
      const rates = causeRates(Array.from({ length: 200 }, () => shown(ofPiece)));
      const LEARNERS = 2000;
      const called = Array.from({ length: LEARNERS }, () =>
        recurringCauses(
          Array.from({ length: 5 }, () => shown(ofPiece)),
          SLUGS,
          rates,
        ),
      ).filter((found) => found.length > 0).length;
      expect(called / LEARNERS).toBeGreaterThan(low);
      expect(called / LEARNERS).toBeLessThan(high);
    },
  );

  test("of learners who have one on every other piece, where the school has it on one in twenty, four in five", () => {
    const rates = new Map(CAUSE_CODES.map((code) => [code, 0.05]));
    const LEARNERS = 2000;
    const called = Array.from({ length: LEARNERS }, () =>
      recurringCauses(
        Array.from({ length: 5 }, () => (random.next() < 0.5 ? piece("turning-off") : piece())),
        SLUGS,
        rates,
      ),
    ).filter((found) => found.length > 0).length;
    // 1 − 6/32, within four standard errors.
    expect(Math.abs(called / LEARNERS - 0.8125)).toBeLessThan(4 * Math.sqrt(0.1523 / LEARNERS));
  });
});

test("a school's rates are shares of its pieces, and believed to be small before there are any", () => {
  const rates = causeRates([piece("turning-off"), piece("turning-off", "too-cold"), piece()]);
  expect(rates.get("turning-off")).toBe(3 / 19);
  expect(rates.get("too-cold")).toBe(2 / 19);
  expect(rates.get("scale-left")).toBe(1 / 19);
  // Enough to call two of a new school's five.
  expect(
    recurringCauses(
      [piece("too-cold"), piece("too-cold"), piece(), piece(), piece()],
      SLUGS,
      causeRates([]),
    ),
  ).toHaveLength(1);
});

describe("whether a drill helped", () => {
  /** So many of the first and of the last showed the cause, and every other showed another. */
  const series = (before: number, after: number, of: number): PieceCauses[] =>
    Array.from({ length: 2 * of }, (_, index) => {
      const isShown = index < of ? index < before : index - of < after;
      return {
        ...piece(
          ...(isShown ? (["turning-off"] as const) : []),
          ...(index % 2 ? (["scale-left"] as const) : []),
        ),
        startedAt: index < of ? index : index + 1,
      };
    });
  const effect = (pieces: readonly PieceCauses[], drilledAt: number, ledBy = "none") =>
    effectOfDrill(pieces, "turning-off", { drilledAt, ledBy });

  test("is counted on either side; only a clear fall is called one, and only a clear rise worse", () => {
    expect(effect(series(10, 1, 10), 10)).toEqual({
      before: { on: 10, of: 10 },
      after: { on: 1, of: 10 },
      says: "helped",
    });
    expect(effect(series(1, 10, 10), 10).says).toBe("worse");
    expect(effect(series(6, 4, 10), 10).says).toBeNull();
    expect(effect([], 0)).toEqual({
      before: { on: 0, of: 0 },
      after: { on: 0, of: 0 },
      says: null,
    });
  });

  test("four on a side tell nothing, however clear; five may", () => {
    const pieces = series(30, 0, 30).map((one, at) => ({ ...one, at }));
    const some = (before: number) => pieces.filter(({ at }) => at >= 30 - before);
    expect(effect(some(4), 30).says).toBeNull();
    expect(effect(some(5), 30).says).toBe("helped");
  });

  test("what fell as all the others did was practice, not the drill", () => {
    const pieces = Array.from({ length: 24 }, (_, startedAt) => ({
      ...piece(...(startedAt < 12 ? (["turning-off", "scale-left"] as const) : [])),
      startedAt: startedAt < 12 ? startedAt : startedAt + 1,
    }));
    expect(effect(pieces, 12)).toMatchObject({ before: { on: 12 }, after: { on: 0 }, says: null });
  });

  test("the piece that led to it and the one begun at it are on neither side", () => {
    const pieces = [9, 10, 11].map((startedAt) => ({ ...piece("turning-off"), startedAt }));
    expect(effect(pieces, 10)).toMatchObject({ before: { of: 1 }, after: { of: 1 } });
    expect(effect(pieces, 10, pieces[0]!.pieceId)).toMatchObject({ before: { of: 0 } });
  });

  /** How often a drill is said to have helped, of learners whose causes fall by practice alone but for what it does. */
  function saidToHelp(drillLeaves: number, seed: number): { helped: number; told: number } {
    const random = seededRandom(seed);
    let [helped, told] = [0, 0];
    for (let learner = 0; learner < 400; learner += 1) {
      const falls = 0.02 + 0.08 * random.next();
      const rates = CAUSE_CODES.slice(0, 6).map(() => 0.1 + 0.4 * random.next());
      let [drilledAt, ledBy] = [Infinity, "none"];
      const pieces: PieceCauses[] = [];
      for (let at = 0; at < 30; at += 1) {
        const causes = CAUSE_CODES.slice(0, 6).filter((code, index) => {
          const left = index === 0 && at > drilledAt ? drillLeaves : 1;
          return random.next() < rates[index]! * Math.exp(-falls * at) * left;
        });
        pieces.push({ ...piece(...causes), startedAt: at });
        // Set once the cause keeps coming back, for the piece that showed it last.
        const on = pieces.slice(-5).filter((one) => one.causes.includes("turning-off")).length;
        if (drilledAt === Infinity && on >= 2 && causes.includes("turning-off"))
          [drilledAt, ledBy] = [at + 0.5, pieces.at(-1)!.pieceId];
      }
      if (drilledAt === Infinity) continue;
      told += 1;
      if (effect(pieces, drilledAt, ledBy).says === "helped") helped += 1;
    }
    return { helped, told };
  }

  test("of useless drills at most one in twenty is said to have helped; of those that cure, many more", () => {
    const useless = saidToHelp(1, 3);
    expect(useless.told).toBeGreaterThan(200);
    expect(useless.helped / useless.told).toBeLessThanOrEqual(0.05);
    const cures = saidToHelp(0.05, 3);
    expect(cures.helped / cures.told).toBeGreaterThan(0.15);
  });
});
