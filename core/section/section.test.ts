import fc from "fast-check";
import { Refusal } from "../problem/problem";
import {
  lengthShareBetween,
  sectionBetween,
  volumeBetweenMm3,
  volumeShareBetween,
} from "./between";
import { sectionSchema } from "./schema";
import {
  caliperSizesMm,
  cornerRadiusMm,
  sectionAreaMm2,
  sectionPerimeterMm,
  type Section,
} from "./section";
import { parseSectionUnsafe, printSection } from "./spoken";

const SPOKEN: [said: string, section: Section][] = [
  ["12 square", { shape: "square", size: 12 }],
  ["12 mm sq", { shape: "square", size: 12 }],
  ["half-inch round", { shape: "round", size: 12.7 }],
  ["1/2 in round", { shape: "round", size: 12.7 }],
  ["25 by 12", { shape: "flat", width: 25, thickness: 12 }],
  ["12 by 25", { shape: "flat", width: 25, thickness: 12 }],
  ["25x12", { shape: "flat", width: 25, thickness: 12 }],
  ["1/2 x 3/4", { shape: "flat", width: 19.05, thickness: 12.7 }],
  ["1/2 x 3/4 in", { shape: "flat", width: 19.05, thickness: 12.7 }],
  ["3/8 by 1 flat", { shape: "flat", width: 25.4, thickness: 9.525 }],
  ["3/8 by 1 in flat", { shape: "flat", width: 25.4, thickness: 9.525 }],
  ["inch square", { shape: "square", size: 25.4 }],
  ["16 octagon", { shape: "octagon", size: 16 }],
  ["20 hex", { shape: "hexagon", size: 20 }],
  ["20 half-round", { shape: "half-round", size: 20 }],
  ["half round", { shape: "round", size: 12.7 }],
  ["inch and a half round", { shape: "round", size: 38.1 }],
  ["3/4 half round", { shape: "half-round", size: 19.05 }],
  ["25 by 2 tube", { shape: "tube", size: 25, wall: 2 }],
  ["1 x 1/8 in pipe", { shape: "tube", size: 25.4, wall: 3.175 }],
  ["3/8 rebar", { shape: "round", size: 9.525 }],
  ["10 bolt", { shape: "round", size: 10 }],
  ["50 x 6 plate", { shape: "flat", width: 50, thickness: 6 }],
  ["40 x 1.5 sheet", { shape: "flat", width: 40, thickness: 1.5 }],
  ["ø10", { shape: "round", size: 10 }],
];

const sections = fc.oneof(
  fc.record({
    shape: fc.constantFrom(
      "square" as const,
      "round" as const,
      "octagon" as const,
      "hexagon" as const,
      "half-round" as const,
    ),
    size: fc.double({ min: 0.5, max: 100, noNaN: true }),
  }),
  fc
    .record({
      size: fc.double({ min: 1, max: 100, noNaN: true }),
      share: fc.double({ min: 0.02, max: 0.49, noNaN: true }),
    })
    .map(({ size, share }) => ({ shape: "tube" as const, size, wall: size * share })),
  fc.record({
    shape: fc.constant("flat" as const),
    width: fc.double({ min: 0.5, max: 100, noNaN: true }),
    thickness: fc.double({ min: 0.5, max: 100, noNaN: true }),
  }),
);

test.each(SPOKEN)("“%s”", (said, section) => {
  const read = parseSectionUnsafe(said);
  for (const [field, value] of Object.entries(section)) {
    const got = read[field as keyof Section];
    if (typeof value === "number") expect(got).toBeCloseTo(value, 9);
    else expect(got).toBe(value);
  }
});

test.each([
  ["12", "section-shape-missing"],
  ["bla", "section-unreadable"],
  ["25 by 12 round", "section-unreadable"],
  ["12 square round", "section-unreadable"],
  ["25 tube", "section-shape-missing"],
  ["25 by 12.5 tube", "section-unreadable"],
  ["20 by 8 half-round", "section-unreadable"],
  ["1 by 2 by 3", "section-unreadable"],
  ["0 square", "length-not-positive"],
  ["-12 square", "length-negative"],
])("“%s” is refused as %s", (said, code) => {
  expect(() => parseSectionUnsafe(said)).toThrow(
    expect.objectContaining({ problem: expect.objectContaining({ code }) }),
  );
});

test("no words whatever give anything but a section or a refusal", () => {
  const words = fc.array(
    fc.constantFrom(
      "12",
      "1/2",
      "by",
      "x",
      "square",
      "round",
      "in",
      "flat",
      " ",
      "-",
      "0",
      "half",
      "hex",
    ),
    { maxLength: 8 },
  );
  fc.assert(
    fc.property(
      fc.oneof(
        fc.string(),
        words.map((parts) => parts.join(" ")),
      ),
      (said) => {
        try {
          expect(sectionAreaMm2(parseSectionUnsafe(said))).toBeGreaterThan(0);
        } catch (error) {
          expect(error).toBeInstanceOf(Refusal);
        }
      },
    ),
    { numRuns: 2000 },
  );
});

test("what is printed is read back, to what is printed", () => {
  expect(
    parseSectionUnsafe(printSection({ shape: "flat", width: 25, thickness: 4 }, "mm")),
  ).toEqual({
    shape: "flat",
    width: 25,
    thickness: 4,
  });
  expect(parseSectionUnsafe(printSection({ shape: "square", size: 12.7 }, "in"))).toEqual({
    shape: "square",
    size: 12.7,
  });
});

describe("areas and weights", () => {
  // Weights of bar, from memory of the usual steel tables (DIN 1013/1014/EN 10058 style, 7850 kg/m³).
  test.each([
    ["round 20", { shape: "round", size: 20 }, 2.47],
    ["round 16", { shape: "round", size: 16 }, 1.58],
    ["square 12", { shape: "square", size: 12 }, 1.13],
    ["square 20", { shape: "square", size: 20 }, 3.14],
    ["hexagon 24", { shape: "hexagon", size: 24 }, 3.92],
    ["flat 50 × 10", { shape: "flat", width: 50, thickness: 10 }, 3.93],
    ["flat 25 × 6", { shape: "flat", width: 25, thickness: 6 }, 1.18],
    // Half-round bars (DIN 1018) and steel tubes (EN 10220), from memory.
    ["half-round 20 × 10", { shape: "half-round", size: 20 }, 1.23],
    ["half-round 30 × 15", { shape: "half-round", size: 30 }, 2.77],
    ["tube 26.9 × 2.6", { shape: "tube", size: 26.9, wall: 2.6 }, 1.56],
    ["tube 33.7 × 3.2", { shape: "tube", size: 33.7, wall: 3.2 }, 2.41],
    ["tube 48.3 × 3.2", { shape: "tube", size: 48.3, wall: 3.2 }, 3.56],
  ] as [string, Section, number][])(
    "%s weighs %s kg/m within the table's rounding",
    (_, section, kgPerM) => {
      expect(Math.abs((sectionAreaMm2(section) * 7850) / 1e6 - kgPerM)).toBeLessThan(0.0051);
    },
  );

  // Nominal masses of reinforcing bar, ISO 6935-2 (from memory): a ribbed bar weighs what its round does.
  test.each([
    [8, 0.395],
    [10, 0.617],
    [12, 0.888],
    [16, 1.58],
    [20, 2.47],
  ])("reinforcing bar %s weighs %s kg/m", (size, kgPerM) => {
    const section = parseSectionUnsafe(`${size} rebar`);
    expect(Math.abs((sectionAreaMm2(section) * 7850) / 1e6 - kgPerM)).toBeLessThan(0.0051);
  });

  test("a half-round is half its round, and a tube its outside less its inside", () => {
    const round = (size: number) => sectionAreaMm2({ shape: "round", size });
    expect(sectionAreaMm2({ shape: "half-round", size: 20 })).toBeCloseTo(round(20) / 2, 9);
    expect(sectionAreaMm2({ shape: "tube", size: 25, wall: 2 })).toBeCloseTo(
      round(25) - round(21),
      9,
    );
    expect(caliperSizesMm({ shape: "half-round", size: 20 })).toEqual([10, 20]);
    expect(cornerRadiusMm({ shape: "half-round", size: 20 })).toBeCloseTo(Math.hypot(10, 5), 9);
    expect(sectionPerimeterMm({ shape: "half-round", size: 20 })).toBeCloseTo(20 + 10 * Math.PI, 9);
    expect(sectionPerimeterMm({ shape: "tube", size: 25, wall: 2 })).toBeCloseTo(25 * Math.PI, 9);
  });

  test("a tube’s wall is less than half its outside", () => {
    const reads = (wall: number) =>
      sectionSchema.safeParse({ shape: "tube", size: 20, wall }).success;
    expect([reads(9.9), reads(10)]).toEqual([true, false]);
  });

  test("octagon and hexagon against the area of their corner points", () => {
    for (const [sides, shape] of [
      [8, "octagon"],
      [6, "hexagon"],
    ] as const) {
      const radius = 10 / 2 / Math.cos(Math.PI / sides);
      const points = Array.from({ length: sides }, (_, index) => [
        radius * Math.cos((2 * Math.PI * index) / sides),
        radius * Math.sin((2 * Math.PI * index) / sides),
      ]);
      const shoelace = points.reduce((sum, [x, y], index) => {
        const [nextX, nextY] = points[(index + 1) % sides]!;
        return sum + (x! * nextY! - nextX! * y!) / 2;
      }, 0);
      expect(sectionAreaMm2({ shape, size: 10 })).toBeCloseTo(shoelace, 9);
      const side = 2 * radius * Math.sin(Math.PI / sides);
      expect(sectionPerimeterMm({ shape, size: 10 })).toBeCloseTo(sides * side, 9);
    }
  });
});

describe("volume between sections", () => {
  test("agrees with a numerical integral of the section on the way (Simpson, 200 strips)", () => {
    fc.assert(
      fc.property(sections, fc.oneof(sections, fc.constant("point" as const)), (from, to) => {
        const area = (share: number) => sectionAreaMm2(sectionBetween(from, to, share));
        const strips = 200;
        let sum = area(0) + area(1);
        for (let index = 1; index < strips; index += 1)
          sum += area(index / strips) * (index % 2 ? 4 : 2);
        const integral = (sum / (3 * strips)) * 80;
        expect(volumeBetweenMm3(from, to, 80) / integral).toBeCloseTo(1, 6);
      }),
    );
  });

  test("is the same in both directions and lies between the two prisms", () => {
    fc.assert(
      fc.property(sections, sections, (from, to) => {
        const there = volumeBetweenMm3(from, to, 50);
        expect(there).toBeCloseTo(volumeBetweenMm3(to, from, 50), 6);
        const ends = [sectionAreaMm2(from), sectionAreaMm2(to)];
        expect(there).toBeGreaterThanOrEqual(Math.min(...ends) * 50 * (1 - 1e-9));
        // Two rectangles that cross (wide and thin against narrow and thick) are fuller in the middle than at either end.
        const isRectangle = ({ shape }: Section) => shape === "flat" || shape === "square";
        if (isRectangle(from) && isRectangle(to)) return;
        expect(there).toBeLessThanOrEqual(Math.max(...ends) * 50 * (1 + 1e-9));
      }),
    );
  });

  test("16 square to 34 by 2 over 80 takes 63.75 of bar, to 34 by 0 it takes 55 (prismatoid, by plane geometry)", () => {
    const stock = { shape: "square", size: 16 } as const;
    const fan = (thickness: number) => ({ shape: "flat", width: 34, thickness }) as const;
    expect(volumeBetweenMm3(stock, fan(2), 80) / 256).toBeCloseTo(63.75, 9);
    expect(volumeBetweenMm3(stock, fan(0), 80) / 256).toBeCloseTo(55, 9);
    expect(sectionBetween(stock, fan(2), 0.5)).toEqual({ shape: "flat", width: 25, thickness: 9 });
  });

  test("the share of volume before a place and the place of a share are each other's inverse", () => {
    fc.assert(
      fc.property(
        sections,
        fc.oneof(sections, fc.constant("point" as const)),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        (from, to, at) => {
          const share = volumeShareBetween(from, to, at);
          expect(share).toBeCloseTo(
            volumeBetweenMm3(from, sectionBetween(from, to, at), at) /
              volumeBetweenMm3(from, to, 1),
            5,
          );
          expect(lengthShareBetween(from, to, share)).toBeCloseTo(at, 5);
        },
      ),
    );
  });

  test("a chisel edge takes half its length of bar, from a flat and from a square", () => {
    const edge = { shape: "flat", width: 25, thickness: 0 } as const;
    expect(volumeBetweenMm3({ shape: "flat", width: 25, thickness: 12 }, edge, 60)).toBeCloseTo(
      (25 * 12 * 60) / 2,
    );
    expect(volumeBetweenMm3({ shape: "square", size: 25 }, edge, 60)).toBeCloseTo(
      (25 * 25 * 60) / 2,
    );
  });
});
