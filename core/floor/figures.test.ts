import type { FloorEvent, FloorHappening } from "./events";
import { figuresOf } from "./figures";
import { floorOf } from "./floor";

const MIN = 60_000;
const FORESEEN = new Map([["r", { name: "Pin", heats: 5, minutes: 20 }]]);

let made = 0;
const at = (minute: number, event: FloorHappening): FloorEvent => ({
  ...{ id: `e${(made += 1)}`, classId: "c", at: minute * MIN, event },
});
const piece = (learnerId: string, minutes: number, end: "bench" | "spoil" | null): FloorEvent[] => {
  const of = { learnerId, workId: `w${learnerId}` };
  return [
    at(0, { kind: "begin", ...of, revisionId: "r" }),
    at(1, { kind: "heat", ...of, by: 1 }),
    ...(end === "bench" ? [at(minutes, { kind: "bench", ...of, pieceId: `p${learnerId}` })] : []),
    ...(end === "spoil" ? [at(minutes, { kind: "spoil", ...of })] : []),
  ];
};
const figures = (...events: FloorEvent[][]) =>
  figuresOf(floorOf(events.flat(), 100 * MIN), "c", { foreseen: FORESEEN, endsAt: 100 * MIN });

test("what was handed over, spoiled and is unfinished; means of what was handed over", () => {
  const [pin] = figures(
    piece("a", 10, "bench"),
    piece("b", 30, "bench"),
    piece("c", 5, "spoil"),
    piece("d", 0, null),
  );
  expect(pin).toMatchObject({
    ...{ name: "Pin", handedOver: 2, spoiled: 1, unfinished: 1, minutes: 20, heats: 1 },
    advice: null,
  });
  expect(figures()).toEqual([]);
});

test.each([
  [26, 26, "longer"],
  [25.9, 25.9, null],
  [12, 12, "shorter"],
  [12.1, 12.1, null],
])("pieces of %d and %d minutes, 20 foreseen: %s", (a, b, advice) => {
  expect(figures(piece("a", a, "bench"), piece("b", b, "bench"))[0]!.advice).toBe(advice);
});

test("one piece says nothing of an exercise, two spoiled ones do", () => {
  expect(figures(piece("a", 60, "bench"))[0]!.advice).toBeNull();
  expect(figures(piece("a", 6, "spoil"))[0]!.advice).toBeNull();
  expect(figures(piece("a", 6, "spoil"), piece("b", 6, "spoil"))[0]!.advice).toBe("spoiled");
});

test("a piece of another evening that nobody took up isn't counted", () => {
  const left = floorOf(piece("a", 0, null), 50 * MIN).works.values();
  const now = floorOf([], 100 * MIN, [...left]);
  expect(figuresOf(now, "tonight", { foreseen: FORESEEN, endsAt: 100 * MIN })).toEqual([]);
});
