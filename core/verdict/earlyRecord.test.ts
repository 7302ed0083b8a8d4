import { hasMissedTooMuch, mostWrong, settledBy, type EarlyRecord } from "./earlyRecord";

const record = (drawn: number, otherwise: number): EarlyRecord => ({
  ...{ ended: 7 * drawn, unread: 0, asked: 0 },
  ...{ drawn, otherwise },
});

test.each([
  ["none drawn", 0, 0, false],
  ["one is chance, of however few", 1, 1, false],
  ["two of sixty-six are more than three in a hundred", 66, 2, true],
  ["two of sixty-seven are not", 67, 2, false],
  ["three of a hundred are not", 100, 3, false],
  ["four of a hundred are", 100, 4, true],
])("%s", (_, drawn, otherwise, isTooMuch) => {
  expect(hasMissedTooMuch(record(drawn, otherwise))).toBe(isTooMuch);
});

test("the bound of none wrong is 1 − 0.05^(1/n) (Clopper and Pearson 1934, closed form)", () => {
  expect(mostWrong(record(60, 0))).toBeCloseTo(1 - 0.05 ** (1 / 60), 9);
  expect(mostWrong(record(0, 0))).toBeNull();
  expect(mostWrong(record(60, 1))!).toBeGreaterThan(mostWrong(record(60, 0))!);
});

test("graded again, an inspection that ended early stays ended; a drawn one was whole", () => {
  const early = { read: 5, of: 14, chance: 0.006, said: "keep", found: "keep" } as const;
  expect(settledBy({ ...early, drawn: false })).toEqual({ mayStop: { settledChance: 0.006 } });
  expect(settledBy({ ...early, drawn: true })).toEqual({});
  expect(settledBy(null)).toEqual({});
});
