import { inLanes } from "./lanes";

test.each([
  [[], [], 1],
  [
    [
      [0, 10],
      [10, 20],
    ],
    [0, 0],
    1,
  ],
  [
    [
      [0, 10],
      [9, 20],
    ],
    [0, 1],
    2,
  ],
  [
    [
      [5, 10],
      [0, 6],
      [10, 12],
      [6, 7],
    ],
    [1, 0, 0, 0],
    2,
  ],
])("%j", (stays, lanes, count) => {
  expect(inLanes(stays.map(([from, to]) => ({ from: from!, to: to! })))).toEqual({ lanes, count });
});
