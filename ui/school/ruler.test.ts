import { timeRuler } from "./ruler";

const day = (text: string) => new Date(`${text}T00:00:00Z`);
const labels = (from: string, to: string, widthPx = 250) =>
  timeRuler({ from: day(from), to: day(to), widthPx }).marks.map(({ label }) => label);

test("marks are years over years, months over a few, and never crowd", () => {
  expect(labels("2021-03-05", "2026-11-29")).toEqual(["2022", "2023", "2024", "2025", "2026"]);
  expect(labels("2026-08-10", "2026-11-29")).toEqual(["Sept", "Oct", "Nov"]);
  expect(labels("2025-11-10", "2026-11-29")).toEqual(["Jan", "Apr", "Jul", "Oct"]);
  expect(labels("1995-01-01", "2026-11-29")).toEqual(["1995", "2000", "2005", "2010", "2015", "2020", "2025"]); // prettier-ignore
  for (const from of ["1970-06-01", "2020-01-31", "2026-11-01"]) {
    const { marks } = timeRuler({ from: day(from), to: day("2026-11-29"), widthPx: 250 });
    for (const [index, { px }] of marks.entries())
      if (index > 0) expect(px - marks[index - 1]!.px).toBeGreaterThanOrEqual(37);
  }
});

test("a moment lies where its share of the time is, and never off the rule", () => {
  const { placeOf } = timeRuler({ from: day("2026-01-01"), to: day("2026-12-31"), widthPx: 364 });
  expect(placeOf(day("2026-01-01"))).toBe(0);
  expect(placeOf(day("2026-07-02"))).toBeCloseTo(182, 9);
  expect(placeOf(day("2026-12-31"))).toBe(364);
  expect([placeOf(day("2020-01-01")), placeOf(day("2030-01-01"))]).toEqual([0, 364]);
});

test("ticks stand between the marks, and on them", () => {
  const { marks, ticks } = timeRuler({
    from: day("2021-03-05"),
    to: day("2026-11-29"),
    widthPx: 250,
  });
  expect(ticks).toHaveLength(23);
  for (const { px } of marks) expect(ticks.some((tick) => Math.abs(tick - px) < 1e-9)).toBe(true);
});
