import { practiser } from "../simulate/practiser";
import { seededRandom } from "../stats/random";
import { keptAfter } from "./fading";
import {
  recordOfCauses,
  recordOfChances,
  recordOfPiecesToGo,
  recordOfRetests,
} from "./trackRecord";

const DAY_MS = 86_400_000;

test("retests of learners who forget as is believed come as foretold; of those who forget at once they don't", () => {
  const random = seededRandom(4);
  const histories = (days: number, count: number) =>
    Array.from({ length: count }, () => {
      let at = 0;
      const pieces = Array.from({ length: 12 }, (_, index) => {
        const gapDays = 7 + 40 * random.next();
        at += gapDays * DAY_MS;
        const held = index === 0 || random.next() < 0.9 * keptAfter(gapDays, days);
        return { startedAt: at, meetsStep: held ? (2 as const) : (0 as const) };
      });
      return { halfLifeDays: 90, pieces };
    });
  const asBelieved = recordOfRetests(histories(90, 60));
  expect(asBelieved.of).toBe(60 * (12 - 1 - 3));
  expect(Math.abs(asBelieved.came - asBelieved.expected)).toBeLessThan(2 * asBelieved.within);
  const worse = recordOfRetests(histories(3, 60));
  expect(worse.expected - worse.came).toBeGreaterThan(worse.within);
  expect(recordOfRetests([])).toEqual({ of: 0, expected: 0, came: 0, within: 0 });
});

test("a gap under a week is no retest, and the first three pieces after the fair one foretell none", () => {
  const weekly = (days: number, length: number) => [
    {
      halfLifeDays: 60,
      pieces: Array.from({ length }, (_, at) => ({
        startedAt: at * days * DAY_MS,
        meetsStep: 2 as const,
      })),
    },
  ];
  expect(recordOfRetests(weekly(7, 4)).of).toBe(0);
  expect(recordOfRetests(weekly(7, 5))).toMatchObject({ of: 1, came: 1 });
  expect(recordOfRetests(weekly(6, 9)).of).toBe(0);
});

test("pieces to go of a school's learners hold about as often as stated; what isn't known is left out", () => {
  const random = seededRandom(8);
  const histories = Array.from({ length: 60 }, () => {
    const next = practiser("power", random);
    return Array.from({ length: 40 }, next);
  });
  const { of, expected, came, within } = recordOfPiecesToGo(histories);
  expect(of).toBeGreaterThan(40);
  expect(Math.abs(came - expected)).toBeLessThan(2 * within);
  // Too short to say, there already, and not yet over.
  expect(recordOfPiecesToGo([[1.2, 1.1, 0.9], [0.5, 0.5, 0.5, 0.5, 0.5], [1.2, 1.1, 0.9, 1.1, 1.2]]).of).toBe(0); // prettier-ignore
});

// Of four answers to one half two are to be expected, within 1.96 · √(4 · ¼) by chance.
test("causes: what the table said against what was answered", () => {
  const answers = [true, true, true, false].map((holds) => ({ byTable: 0.5, holds }));
  expect(recordOfCauses(answers)).toEqual({ of: 4, expected: 2, came: 3, within: 1.96 });
  expect(recordOfCauses([])).toEqual({ of: 0, expected: 0, came: 0, within: 0 });
});

// Of chances of 0.8 and 0.4 12 tenths are to be expected, within 1.96 · √(0.16 + 0.24) by chance.
test("chances: what was said of a choice against its first piece; what was said of none is left out", () => {
  const { of, expected, came, within } = recordOfChances([
    { chance: 0.8, isKept: true },
    { chance: 0.4, isKept: false },
    { chance: null, isKept: true },
  ]);
  expect([of, came]).toEqual([2, 1]);
  expect(expected).toBeCloseTo(1.2, 12);
  expect(within).toBeCloseTo(1.96 * Math.sqrt(0.4), 12);
});
