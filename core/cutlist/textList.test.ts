import { listOfLengths } from "./textList";

test("lines as they are jotted down, in either unit; empty ones are passed over", () => {
  expect(listOfLengths("Lio: 2 × 406.2\n\n 4 ft\n3x120", "mm")).toEqual({
    lengths: [
      { name: "Lio", count: 2, mm: 406.2 },
      { name: "3", count: 1, mm: expect.closeTo(1219.2, 9) as number },
      { name: "4", count: 3, mm: 120 },
    ],
    unread: [],
  });
  expect(listOfLengths("2 x 1 1/2", "in").lengths[0]).toMatchObject({
    count: 2,
    mm: expect.closeTo(38.1, 9) as number,
  });
});

test("what can't be read is named by its line, with what is accepted; the rest is read", () => {
  const { lengths, unread } = listOfLengths("long\n100\npin:", "mm");
  expect(lengths).toEqual([{ name: "2", count: 1, mm: 100 }]);
  expect(unread.map(({ line }) => line)).toEqual([1, 3]);
  expect(unread[0]!.message).toMatch(/mm/);
  expect(unread[1]!.message).toContain("pin");
});
