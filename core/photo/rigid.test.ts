import { rigidMotion } from "./rigid";

// By hand: a quarter turn to the left about the origin, then 10 along and 5 up.
test("places that were turned and moved come back onto where they were", () => {
  const corners = [
    { x: 0, y: 0 },
    { x: 8, y: 0 },
    { x: 8, y: 3 },
  ];
  const pairs = corners.map(({ x, y }) => ({ from: { x, y }, to: { x: 10 - y, y: 5 + x } }));
  const move = rigidMotion(pairs);
  for (const { from, to } of pairs) {
    expect(move(from).x).toBeCloseTo(to.x, 9);
    expect(move(from).y).toBeCloseTo(to.y, 9);
  }
});

// By hand: what is twice as long is laid middle on middle, and keeps its length.
test("nothing is stretched", () => {
  const move = rigidMotion([
    { from: { x: 0, y: 0 }, to: { x: 0, y: 0 } },
    { from: { x: 4, y: 0 }, to: { x: 8, y: 0 } },
  ]);
  expect([move({ x: 0, y: 0 }).x, move({ x: 4, y: 0 }).x]).toEqual([2, 6]);
});
