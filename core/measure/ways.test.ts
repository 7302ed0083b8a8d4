import fc from "fast-check";
import { linearRegression } from "simple-statistics";
import { levenbergMarquardt } from "ml-levenberg-marquardt";
import { fitCircle, fitLine, lozengeOf } from "./fits";
import { checkInstrument, SURFACE_UNCERTAINTY } from "./instrumentCheck";
import { instrumentThatDecides } from "./finer";
import { inBenchOrder, inHandOrder, type BenchOrder } from "./order";
import { areValuesOf, measuredUncertainty, measuredValue, valuesTaken } from "./ways";
import type { Characteristic } from "./characteristic";

const size = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe("what readings come to", () => {
  test.each([
    ["one", [12.1], 12.1],
    ["one", [12, 12.2, 12.4], 12.2],
    ["difference", [10.6, 11.7], 1.1],
    ["spread", [31, 33.5, 32], 2.5],
    ["gauge", [2], 2],
    ["grade", [1], 1],
  ] as const)("%s %j", (way, values, comesTo) => {
    expect(measuredValue(way, values)).toBeCloseTo(comesTo, 9);
  });

  test("only as many as the way takes, and only answers there are", () => {
    expect(areValuesOf({ readings: "difference" }, [1])).toBe(false);
    expect(areValuesOf({ readings: "spread", count: 5 }, [1, 2])).toBe(true);
    expect(areValuesOf({ readings: "line", count: 5 }, [1, 2])).toBe(false);
    expect(areValuesOf({ readings: "grade" }, [1.5])).toBe(false);
    expect(areValuesOf({ readings: "gauge" }, [2])).toBe(true);
    expect(valuesTaken({ readings: "line", count: 5 })).toEqual({ min: 3, asked: 5, max: 12 });
  });

  test.each([
    [{ readings: "one" }, 1, 1, 12],
    [{ readings: "difference" }, 2, 2, 2],
    [{ readings: "spread" }, 2, 2, 12],
    [{ readings: "spread", count: 5 }, 2, 5, 12],
    [{ readings: "line" }, 3, 3, 12],
    [{ readings: "line", count: 2 }, 3, 3, 12],
    [{ readings: "gauge" }, 1, 1, 1],
    [{ readings: "grade" }, 1, 1, 1],
  ] as const)("%j takes %i, asks for %i, at the most %i", (way, min, asked, max) => {
    expect(valuesTaken(way)).toEqual({ min, asked, max });
  });

  test("two readings are √2 times as unsure as one, their mean no surer than the instrument", () => {
    expect(measuredUncertainty("spread", 0.1)).toBeCloseTo(0.1414, 4);
    expect(measuredUncertainty("one", 0.1)).toBe(0.1);
    expect(measuredUncertainty("gauge", 0.1)).toBe(0);
  });
});

describe("a line through stations, against a general-purpose library", () => {
  test("same slope, intercept and farthest point", () => {
    fc.assert(
      fc.property(fc.array(size(1, 50), { minLength: 3, maxLength: 12 }), (ys) => {
        const { m, b } = linearRegression(ys.map((y, x) => [x, y]));
        const ours = fitLine(ys.map((y, x) => ({ x, y })));
        expect(ours.slope).toBeCloseTo(m, 9);
        expect(ours.intercept).toBeCloseTo(b, 9);
        const off = ys.map((y, x) => Math.abs(y - (m * x + b)));
        expect(measuredValue("line", ys)).toBeCloseTo(Math.max(...off), 9);
      }),
    );
  });

  test("a taper whose sides are straight is even, however it tapers", () => {
    fc.assert(
      fc.property(size(1, 10), size(10, 30), (tip, base) => {
        const stations = Array.from({ length: 5 }, (_, n) => tip + ((base - tip) * n) / 4);
        expect(measuredValue("line", stations)).toBeCloseTo(0, 9);
      }),
    );
  });

  test("one station standing proud by h in the middle of five lies 0.8 h off the line", () => {
    // The fit takes a fifth of it: the hat matrix's middle entry for five even stations is 1/5.
    expect(measuredValue("line", [3, 5, 8, 9, 11])).toBeCloseTo(0.8, 9);
  });
});

describe("a circle through points", () => {
  test("the worked example of Gander, Golub and Strebel (1994), from memory", () => {
    const points = [
      [1, 7],
      [2, 6],
      [5, 8],
      [7, 7],
      [9, 5],
      [3, 7],
    ].map(([x, y]) => ({ x: x!, y: y! }));
    const circle = fitCircle(points)!;
    expect(circle.x).toBeCloseTo(4.7398, 4);
    expect(circle.y).toBeCloseTo(2.9835, 4);
    expect(circle.radius).toBeCloseTo(4.7142, 4);
  });

  interface Arc {
    radius: number;
    turned: number;
    arc: number;
    off: number[];
  }
  const arcs: fc.Arbitrary<Arc> = fc.record({
    radius: size(20, 200),
    turned: size(0, 6),
    arc: size(0.8, 6),
    off: fc.array(size(-0.5, 0.5), { minLength: 5, maxLength: 12 }),
  });
  const pointsOn = ({ radius, turned, arc, off }: Arc) =>
    off.map((more, index) => {
      const angle = turned + (arc * index) / (off.length - 1);
      return { x: 30 + (radius + more) * Math.cos(angle), y: (radius + more) * Math.sin(angle) };
    });

  test("no circle of a general-purpose fitting library lies nearer", () => {
    fc.assert(
      fc.property(arcs, (given) => {
        const points = pointsOn(given);
        const ours = fitCircle(points)!;
        const library = levenbergMarquardt(
          { x: points.map((_, index) => index), y: points.map(() => 0) },
          ([x, y, radius]) =>
            (index) =>
              Math.hypot(points[index]!.x - x!, points[index]!.y - y!) - radius!,
          { initialValues: [ours.x + 1, ours.y - 1, ours.radius + 1], maxIterations: 200 },
        ).parameterValues;
        const misfit = ([x, y, radius]: readonly number[]) =>
          points.reduce(
            (sum, point) => sum + (Math.hypot(point.x - x!, point.y - y!) - radius!) ** 2,
            0,
          );
        expect(misfit([ours.x, ours.y, ours.radius])).toBeLessThanOrEqual(misfit(library) + 1e-9);
      }),
    );
  });

  test("points of a true circle give it back; points on a line give none", () => {
    fc.assert(
      fc.property(arcs, (given) => {
        const circle = fitCircle(pointsOn({ ...given, off: given.off.map(() => 0) }))!;
        expect(circle.radius / given.radius).toBeCloseTo(1, 6);
        expect(circle.farthest).toBeLessThan(1e-6);
      }),
    );
    expect(fitCircle([0, 1, 2, 5].map((x) => ({ x, y: 3 * x + 1 })))).toBeNull();
    expect(fitCircle([1, 1, 1].map((x) => ({ x, y: 2 })))).toBeNull();
  });
});

describe("a section gone diamond", () => {
  test("made from sides and a corner, it is found again from its diagonals", () => {
    fc.assert(
      fc.property(size(5, 40), size(60, 90), (side, cornerDeg) => {
        const half = (cornerDeg * Math.PI) / 360;
        const found = lozengeOf(2 * side * Math.sin(half), 2 * side * Math.cos(half));
        expect(found.side).toBeCloseTo(side, 9);
        expect(found.offSquareDeg).toBeCloseTo(90 - cornerDeg, 9);
        expect(found.acrossFlats).toBeCloseTo(side * Math.sin(2 * half), 9);
      }),
    );
  });
});

describe("checking an instrument", () => {
  const block = { reference: 20, referenceUncertainty: 0.002, resolution: 0.02, surface: 0 };

  // JCGM 100:2008, 4.2.2 and F.2.2.1: s of 20.02, 20.00, 20.02, 20.04, 20.02 is 0.01414; r/√12 is 0.00577.
  test("spread, resolution and reference, added in squares, and the bias whole", () => {
    const check = checkInstrument([20.02, 20, 20.02, 20.04, 20.02], block);
    expect(check.bias).toBeCloseTo(0.02, 9);
    expect(check.spread).toBeCloseTo(0.014142, 6);
    const combined = Math.sqrt(0.014142 ** 2 + 0.0057735 ** 2 + 0.001 ** 2);
    expect(check.uncertainty).toBeCloseTo(2 * combined + 0.02, 5);
  });

  test("never surer than what it is held against, nor than its own step and surface", () => {
    fc.assert(
      fc.property(
        fc.array(size(19, 21), { minLength: 3, maxLength: 12 }),
        size(0, 0.5),
        size(0, 0.5),
        (values, referenceUncertainty, surface) => {
          const check = checkInstrument(values, { ...block, referenceUncertainty, surface });
          expect(check.uncertainty).toBeGreaterThanOrEqual(
            Math.max(referenceUncertainty, surface) - 1e-12,
          );
        },
      ),
    );
  });

  test("two readings say nothing of a spread", () => {
    expect(() => checkInstrument([20, 20], block)).toThrow(RangeError);
  });
});

describe("too close to call", () => {
  const shop = [
    { name: "Rule", kind: "rule" as const, uncertainty: 0.7 },
    { name: "Caliper", kind: "caliper" as const, uncertainty: 0.1 },
    { name: "Fine caliper", kind: "caliper" as const, uncertainty: 0.03 },
  ];
  const decides = (value: number) =>
    instrumentThatDecides({ value, limits: { lower: 87, upper: 93 }, way: "one" }, "rule", shop)
      ?.name ?? null;

  test("names the least fine instrument that could decide, or none", () => {
    expect(decides(92.7)).toBe("Caliper");
    expect(decides(92.97)).toBe("Fine caliper");
    expect(decides(93)).toBeNull();
  });
});

test("along the bar from either end, and back to the order planned; nothing is lost on the way", () => {
  const at = (id: string, atMm: number) => ({ id, atMm }) as Characteristic;
  const plan = [at("tip", 0), at("body", 120), at("length", 90), at("body-turned", 120)];
  const ids = (order: BenchOrder) => inBenchOrder(plan, order).map(({ id }) => id);
  expect(ids("as-planned")).toEqual(["tip", "body", "length", "body-turned"]);
  expect(ids("from-end-a")).toEqual(["tip", "length", "body", "body-turned"]);
  expect(ids("from-end-b")).toEqual(["body", "body-turned", "length", "tip"]);
});

test("the order of the hand: one instrument after another, from end A, both planes together", () => {
  const line = (id: string, instrument: Characteristic["instrument"], atMm: number) =>
    ({ id, instrument, atMm }) as Characteristic;
  const plan = [
    line("length", "rule", 90),
    line("tip-flat", "caliper", 0),
    line("straight", "straight-edge", 60),
    line("body-flat", "caliper", 170),
    line("tip-turned", "caliper", 0),
    line("whole", "rule", 250),
  ];
  expect(inHandOrder(plan).map(({ id }) => id)).toEqual([
    "tip-flat",
    "tip-turned",
    "body-flat",
    "length",
    "whole",
    "straight",
  ]);
});

// Common practice, no source.
test("what a forged surface adds, by instrument", () => {
  expect(SURFACE_UNCERTAINTY).toEqual({
    caliper: 0.08,
    rule: 0.3,
    "straight-edge": 0.15,
    protractor: 0.5,
    template: 0.5,
    photograph: 0.1,
  });
});
