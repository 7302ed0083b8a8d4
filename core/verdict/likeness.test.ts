import { thicknessLine } from "../testing/builders";
import type { Characteristic } from "../measure/characteristic";
import { judgeReading } from "../measure/judge";
import { differencesOf, measuredOutline } from "./likeness";

const thickness = (id: string, atMm: number, nominal: number): Characteristic =>
  thicknessLine({ id, atMm, nominal, stretch: null });
const PLAN = [thickness("tip", 0, 3), thickness("tip-turned", 0, 3), thickness("body", 100, 12)];
const judged = (values: Record<string, number>) =>
  PLAN.flatMap((one) =>
    values[one.id] === undefined
      ? []
      : [judgeReading(one, [values[one.id]!], { instrumentUncertainty: 0.1, grade: 16 })],
  );

test("two pieces side by side: what differs, by how much, as a share of the tolerance", () => {
  const [tip, , body] = differencesOf(
    judged({ tip: 3.2, "tip-turned": 3, body: 12 }),
    judged({ tip: 3.0, body: 12.3 }),
  );
  expect(tip!.apart).toBeCloseTo(0.2, 10);
  expect(tip!.share).toBeCloseTo(0.2 / (tip!.upper - tip!.lower), 10);
  expect(differencesOf(judged({ tip: 3 }), judged({ body: 12 })).map(({ apart }) => apart)).toEqual(
    [null, null],
  );
  expect(body).toBeDefined();
});

test("a piece beside itself differs in nothing", () => {
  const piece = judged({ tip: 3.2, "tip-turned": 2.9, body: 11.8 });
  for (const { apart, share } of differencesOf(piece, piece))
    expect([apart, share]).toEqual([0, 0]);
});

test("the measured outline: the mean of both planes at a station, straight between, level beyond", () => {
  const drawn = [-10, 0, 50, 100, 150].map((xMm) => ({ xMm, halfMm: 5 }));
  const judgements = judged({ tip: 3.4, "tip-turned": 3.2, body: 11.6 });
  const halves = (times: number) =>
    measuredOutline(drawn, PLAN, { judgements, times }).map(({ halfMm }) => halfMm);
  // Half of + 0.3 at the tip, half of − 0.4 on the body, and between them half way.
  [5.15, 5.15, 4.975, 4.8, 4.8].forEach((half, at) => expect(halves(1)[at]).toBeCloseTo(half, 10));
  expect(halves(10)[0]).toBeCloseTo(6.5, 10);
  expect(halves(1000)[3]).toBe(0);
  expect(measuredOutline(drawn, PLAN, { judgements: [], times: 5 })).toEqual(drawn);
});

test("only what both have measured is apart, and no share is taken of a tolerance of nothing", () => {
  const [one] = judged({ body: 12.3 });
  const none = { ...one!, lower: 12, upper: 12 };
  expect(differencesOf([none], [{ ...none, value: 12 }])[0]).toMatchObject({
    apart: expect.closeTo(0.3, 10) as number,
    share: null,
  });
  expect(differencesOf([one!], [])[0]).toMatchObject({ apart: null, share: null, other: null });
  expect(differencesOf([], [one!])[0]).toMatchObject({ apart: null, share: null, mine: null });
});

test("only thicknesses in millimetres shape the outline, at their places whatever their order", () => {
  const drawn = [0, 40, 100].map((xMm) => ({ xMm, halfMm: 5 }));
  const halves = (plan: Characteristic[], values: number[]) =>
    measuredOutline(drawn, plan, {
      judgements: plan.map((one, at) =>
        judgeReading(one, [values[at]!], { instrumentUncertainty: 0.1, grade: 16 }),
      ),
      times: 1,
    }).map(({ halfMm }) => halfMm);
  const [near, far] = [thickness("near", 20, 12), thickness("far", 100, 12)];
  const [atNear, between, atFar] = halves([far, near], [13, 12.2]);
  expect(atNear).toBeCloseTo(5.1, 10);
  // A quarter of the way from 20 to 100: + 0.1 grows to + 0.5.
  expect(between).toBeCloseTo(5.2, 10);
  expect(atFar).toBeCloseTo(5.5, 10);
  for (const other of [
    { measure: "length" as const },
    { unit: "turns" as const },
    { kind: "evenness" as const },
  ])
    expect(halves([{ ...far, ...other }], [14])).toEqual([5, 5, 5]);
});
