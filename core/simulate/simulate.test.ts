import { seededRandom, seededUuidV7 } from "../stats/random";

test("the same seed gives the same numbers, another seed others", () => {
  const run = (seed: number) => Array.from({ length: 5 }, seededRandom(seed).next);
  expect(run(7)).toEqual(run(7));
  expect(run(7)).not.toEqual(run(8));
});

test("normal deviates have the moments of the standard normal (within five standard errors)", () => {
  const { normal } = seededRandom(1);
  const n = 40_000;
  const values = Array.from({ length: n }, normal);
  const mean = values.reduce((sum, value) => sum + value, 0) / n;
  const variance = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (n - 1);
  expect(Math.abs(mean)).toBeLessThan(5 / Math.sqrt(n));
  expect(Math.abs(variance - 1)).toBeLessThan(5 * Math.sqrt(2 / n));
});

test("ids are UUIDs of version 7 that sort by their time", () => {
  const random = seededRandom(3);
  const ids = [1_000, 2_000_000, Date.UTC(2026, 8, 8)].map((ms) => seededUuidV7(ms, random));
  for (const id of ids)
    expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
  expect([...ids].sort()).toEqual(ids);
});
