import type { FloorEvent, FloorHappening } from "./events";
import { floorOf } from "./floor";
import { AHEAD_MINUTES, upcomingOf, nextAtFire, type PlannedPlace } from "./upcoming";

const MIN = 60_000;
const place = (more: Partial<PlannedPlace>): PlannedPlace => ({
  ...{ learnerId: "a", revisionId: "r", fireId: "1", isWelding: false },
  ...{ from: 30 * MIN, to: 50 * MIN, ...more },
});
const floorAfter = (...events: FloorHappening[]) =>
  floorOf(
    events.map((event, index): FloorEvent => ({ id: `e${index}`, classId: "c", at: index, event })),
    150 * MIN,
  );
const takesUp = (learnerId: string): FloorHappening => ({
  ...{ kind: "begin", learnerId, workId: `w${learnerId}`, revisionId: "r" },
});
const goes = (learnerId: string, fireId: string): FloorHappening => ({
  ...{ kind: "go", learnerId, fireId },
});
const upcoming = (
  floor: ReturnType<typeof floorAfter>,
  places: PlannedPlace[],
  demonstrations: { id: string; at: number }[] = [],
) => upcomingOf(floor, 20 * MIN, { places, demonstrations });

test.each([
  [20, false],
  [20.1, true],
  [20 + AHEAD_MINUTES, true],
  [20 + AHEAD_MINUTES + 0.1, false],
])("at 20 min what is planned for %d min is told: %s", (minute, told) => {
  const at = minute * MIN;
  expect(upcoming(floorAfter(), [place({ from: at })]).length > 0).toBe(told);
  expect(upcoming(floorAfter(), [], [{ id: "d", at }]).length > 0).toBe(told);
});

test("the soonest first; what was shown isn't shown again", () => {
  const places = [place({ from: 40 * MIN }), place({ learnerId: "b", from: 30 * MIN })];
  const demonstrations = [
    { id: "d", at: 35 * MIN },
    { id: "seen", at: 25 * MIN },
  ];
  const shown = floorAfter({ kind: "show", demonstrationId: "seen", isShown: true });
  expect(upcoming(shown, places, demonstrations)).toEqual([
    {
      ...{ code: "at-fire", at: 30 * MIN, learnerId: "b" },
      ...{ revisionId: "r", fireId: "1", isWelding: false, isInHand: false },
    },
    { code: "shown", at: 35 * MIN, demonstrationId: "d" },
    expect.objectContaining({ code: "at-fire", at: 40 * MIN, learnerId: "a" }),
  ]);
});

test.each<[string, FloorHappening[], Partial<PlannedPlace>, number]>([
  ["who is at that fire with that piece isn't told again", [takesUp("a"), goes("a", "1")], {}, 0],
  ["but their weld is", [takesUp("a"), goes("a", "1")], { isWelding: true }, 1],
  ["who stands at another fire", [takesUp("a"), goes("a", "2")], {}, 1],
  ["another piece at the same fire", [takesUp("a"), goes("a", "1")], { revisionId: "q" }, 1],
  ["who is away", [{ kind: "attend", learnerId: "a", as: "away" }], {}, 0],
  ["who comes late", [{ kind: "attend", learnerId: "a", as: "late" }], {}, 1],
])("%s", (_, events, more, count) => {
  expect(upcoming(floorAfter(...events), [place(more)])).toHaveLength(count);
});

describe("next at a fire", () => {
  const fire = { id: "1", places: 1 };
  const next = (floor: ReturnType<typeof floorAfter>, places: PlannedPlace[], at = fire) =>
    nextAtFire({ floor, places, upcoming: upcoming(floor, places) }, at);
  const own = place({ from: 20 * MIN });

  test("whoever comes first and isn't there yet", () => {
    const places = [own, place({ learnerId: "b", from: 50 * MIN, to: 60 * MIN })];
    const standing = floorAfter(takesUp("a"), goes("a", "1"));
    expect(next(standing, places)).toEqual({ code: "comes", at: 50 * MIN, learnerId: "b" });
    expect(next(standing, [...places, place({ learnerId: "d", fireId: "2" })])).toEqual({
      ...{ code: "comes", at: 50 * MIN, learnerId: "b" },
    });
  });

  test("nobody: free once the first of those there is done, where all places are taken", () => {
    const standing = floorAfter(takesUp("a"), goes("a", "1"));
    expect(next(standing, [own])).toEqual({ code: "free", at: 50 * MIN });
    expect(next(standing, [own], { id: "1", places: 2 })).toBeNull();
    const welds = place({ from: 50 * MIN, to: 70 * MIN, isWelding: true });
    expect(next(standing, [own, welds])).toEqual({ code: "free", at: 70 * MIN });
    expect(next(standing, [])).toBeNull();
    expect(next(floorAfter(), [])).toBeNull();
    const both = floorAfter(takesUp("a"), goes("a", "1"), takesUp("b"), goes("b", "1"));
    const two = { id: "1", places: 2 };
    expect(next(both, [own, place({ learnerId: "b", from: 0, to: 40 * MIN })], two)).toEqual({
      ...{ code: "free", at: 40 * MIN },
    });
    expect(next(both, [own], two)).toBeNull();
  });
});
