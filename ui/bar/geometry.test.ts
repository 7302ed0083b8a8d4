import { frameFor, linePath, outlinePath, spreadApart, xOf } from "./geometry";

const ROOM = { widthPx: 860, sidePx: 34, abovePx: 56 };

test("a long bar fills the width between its sides", () => {
  const frame = frameFor(400, 6, ROOM);
  expect(frame.scale).toBeCloseTo(792 / 400, 9);
  expect([xOf(frame, 0), xOf(frame, 400)]).toEqual([34, 826]);
  expect(frame.middlePx).toBeCloseTo(56 + 6 * frame.scale, 9);
});

test("a short wide bar is drawn smaller, in the middle, no thicker than 15 % of the width", () => {
  const frame = frameFor(80, 12.5, ROOM);
  expect(2 * 12.5 * frame.scale).toBeCloseTo(129, 9);
  expect(xOf(frame, 0) + xOf(frame, 80)).toBeCloseTo(860, 9);
  // On either side of where the one limit takes over from the other: 792 to 129.
  const square = (lengthMm: number) => frameFor(lengthMm, 10.75, ROOM).leftPx;
  expect(square(132)).toBeCloseTo(34, 9);
  expect(square(131)).toBeGreaterThan(34);
});

test("lines and outlines go by the same frame, y upwards from the middle", () => {
  const frame = { widthPx: 100, scale: 2, leftPx: 10, middlePx: 50 };
  expect(
    linePath(frame, [
      { x: 0, y: 5 },
      { x: 10, y: -5 },
    ]),
  ).toBe("M10 40L30 60");
  expect(
    outlinePath(frame, [
      { xMm: 0, halfMm: 5 },
      { xMm: 10, halfMm: 5 },
    ]),
  ).toBe("M10 40L30 40L30 60L10 60Z");
});

describe("labels on one line", () => {
  test("those that would overlap are shifted, the others stay", () =>
    expect(spreadApart([0, 10, 60], 30)).toEqual([0, 30, 60]));

  test("at the end those before make room, and none beyond is touched", () => {
    expect(spreadApart([0, 80, 90], 30, 100)).toEqual([0, 70, 100]);
    expect(spreadApart([0, 40, 70], 30, 100)).toEqual([0, 40, 70]);
    expect(spreadApart([95, 96, 97], 30, 100)).toEqual([40, 70, 100]);
  });

  test("none at all", () => expect(spreadApart([], 30, 100)).toEqual([]));
});
