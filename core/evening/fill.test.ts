import { fillEvening, MAX_PIECES, type Offered } from "./fill";

const piece = (minutes: number, from: Offered["from"] = "ranked") => ({ minutes, from });
const minutesOf = (offered: Offered[], minutes: number) =>
  fillEvening(offered, minutes).map((one) => one.minutes);

test.each([
  [50, [20, 30]],
  [49, [20, 25]],
  [45, [20, 25]],
  [44, [20]],
  [19, []],
])("in %i minutes", (minutes, expected) => {
  expect(minutesOf([piece(20), piece(30), piece(25)], minutes)).toEqual(expected);
});

test("what was begun comes first, then what is said, even where it is too long", () => {
  const offered = [piece(10), piece(200, "said"), piece(40, "begun")];
  expect(minutesOf(offered, 150)).toEqual([40, 200]);
  expect(minutesOf(offered, 250)).toEqual([40, 200, 10]);
});

test("time is planned in whole slots", () => {
  const offered = [piece(11), piece(11), piece(9)];
  const inSlots = (minutes: number) => fillEvening(offered, minutes, 5).map((one) => one.minutes);
  expect(inSlots(31)).toEqual([11, 11]);
  expect(inSlots(39)).toEqual([11, 11]);
  expect(inSlots(40)).toEqual([11, 11, 9]);
});

test("no more than six pieces", () => {
  const many = Array.from({ length: 9 }, () => piece(1));
  expect(fillEvening(many, 150)).toHaveLength(MAX_PIECES);
  expect(MAX_PIECES).toBe(6);
  const said = Array.from({ length: 9 }, () => piece(1, "said"));
  expect(fillEvening(said, 150)).toHaveLength(MAX_PIECES);
});
