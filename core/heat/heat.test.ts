import { workingSeconds } from "./working";
import fc from "fast-check";
import { heatColour } from "./colours";
import { coolingSeconds, steelSpecificHeat } from "./cooling";

const AIR = { emissivity: 0.8, convection: 15, ambient: 20 };

describe("specific heat of steel", () => {
  // EN 1993-1-2, figure 3.4 and its formulas (from memory): 440 J/kgK at 20 °C, a peak of 5000 at 735, 650 above 900.
  test.each([
    [20, 440, 0],
    [600, 760, -1],
    [735, 5000, 0],
    [900, 650, 0],
    [1100, 650, 9],
  ])("at %d °C", (celsius, value, digits) => {
    expect(steelSpecificHeat(celsius)).toBeCloseTo(value, digits);
  });

  test("has no step where the formula changes", () => {
    for (const at of [600, 735, 900])
      expect(steelSpecificHeat(at - 1e-6) / steelSpecificHeat(at + 1e-6)).toBeCloseTo(1, 2);
  });
});

describe("cooling in the air", () => {
  test("agrees with stepping the temperature in time (Euler, small steps)", () => {
    const stepped = (sizeMm: number, from: number, to: number) => {
      let celsius = from;
      let seconds = 0;
      const step = 1e-3;
      while (celsius > to) {
        const flow =
          0.8 * 5.670374419e-8 * ((celsius + 273.15) ** 4 - 293.15 ** 4) + 15 * (celsius - 20);
        celsius -= (flow * 4 * step) / (7850 * steelSpecificHeat(celsius) * (sizeMm / 1000));
        seconds += step;
      }
      return seconds;
    };
    for (const [size, from, to] of [
      [12, 1150, 800],
      [6, 1100, 650],
      [25, 1200, 500],
    ] as const)
      expect(
        coolingSeconds({ shape: "square", size }, { from, to }, AIR) / stepped(size, from, to),
      ).toBeCloseTo(1, 3);
  });

  test("time adds up along the way, and goes as the thickness", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 500 }),
        fc.integer({ min: 501, max: 900 }),
        fc.integer({ min: 901, max: 1300 }),
        (low, middle, high) => {
          const bar = { shape: "round", size: 10 } as const;
          const time = (from: number, to: number, size = 10) =>
            coolingSeconds({ ...bar, size }, { from, to }, AIR);
          expect((time(high, middle) + time(middle, low)) / time(high, low)).toBeCloseTo(1, 3);
          expect(time(high, low, 20) / time(high, low)).toBeCloseTo(2, 9);
        },
      ),
    );
  });
});

test.each([
  [450, "black heat"],
  [500, "faint red"],
  [620, "dark red"],
  [780, "cherry"],
  [870, "bright cherry"],
  [980, "orange"],
  [1100, "yellow"],
  [1200, "light yellow"],
  [1300, "welding heat"],
  [1400, "burning"],
])("%d °C is %s (handbook table, from memory)", (celsius, name) => {
  expect(heatColour(celsius, "dim").name).toBe(name);
});

test("daylight hides the dull reds and flatters none", () => {
  expect(heatColour(550, "daylight").name).toBe("black heat");
  expect(heatColour(980, "daylight").name).toBe("bright cherry");
  expect(heatColour(980, "daylight").use).toBe(heatColour(980, "dim").use);
});

test("thicker bar stays in its heat longer, and twice the size twice as long", () => {
  const square = (size: number) => workingSeconds({ shape: "square", size });
  expect(square(24) / square(12)).toBeCloseTo(2, 9);
  // 6 mm is cold in about 20 seconds, and 12 mm square gives about twice that (common practice, no source).
  expect(square(6)).toBeGreaterThan(8);
  expect(square(6)).toBeLessThan(25);
});
