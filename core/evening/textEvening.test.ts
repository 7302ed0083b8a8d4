import { firesTyped, shownTyped, workTyped } from "./textEvening";

describe("fires", () => {
  test("places, welding, and what they heat", () => {
    expect(
      firesTyped("1: 2 places, welds, even 8 in\n\n gas : 1 place, opening 90 mm", "mm"),
    ).toEqual({
      fires: [
        { id: "1", places: 2, welds: true, evenHeatMm: 203.2 },
        { id: "gas", places: 1, welds: false, openingMm: 90 },
      ],
      unread: [],
    });
  });
  test.each([
    ["no colon", "1 2 places", "a colon"],
    ["nothing after it", "1:", "a colon"],
    ["a word nobody knows", "1: hot", "“hot”"],
    ["a length that is none", "1: even long", "length"],
  ])("%s is said", (_, text, words) => {
    const { unread } = firesTyped(`2: 1 place\n${text}`, "mm");
    expect(unread).toMatchObject([{ line: 2, message: expect.stringContaining(words) }]);
  });
});

describe("work", () => {
  test("several pieces of one learner, one after another, and when they are there", () => {
    const { learners, unread } = workTyped(
      "Ines: point, 20 min\nIness: x, 5 minutes\nInes: ring, 40,5 min, weld 20 min, heats 120, guided, after point\nInes: here 30 to 120",
      "mm",
    );
    // A comma parts what is said of a piece; in a number it can't stand.
    expect(unread).toEqual([{ line: 3, message: expect.stringContaining("“40”") }]);
    expect(learners.map(({ id, here }) => [id, here])).toEqual([
      ["Ines", [30, 120]],
      ["Iness", undefined],
    ]);
  });
  test("all that is said of one", () => {
    const { learners, unread } = workTyped(
      "Ines: ring, 40.5 min, weld 20 min, heats 120 mm, guided, after point",
      "in",
    );
    expect(unread).toEqual([]);
    expect(learners[0]!.work).toEqual([
      {
        ...{ id: "Ines: ring", minutes: 40.5, weldMinutes: 20, heatMm: 120, guided: true },
        after: ["Ines: point"],
      },
    ]);
  });
  test("how long it takes has to be said", () => {
    expect(workTyped("Ines: ring", "mm").unread).toEqual([
      { line: 1, message: "Say how long it takes: 40 min." },
    ]);
  });
});

describe("what is shown", () => {
  test("for whom, before what, where", () => {
    expect(shownTyped("Oda: first weld, 10 min, for Ines, for Lio, before ring, at 1")).toEqual({
      demonstrations: [
        {
          ...{ id: "first weld", by: "Oda", minutes: 10, for: ["Ines", "Lio"], at: "1" },
          before: ["Ines: ring", "Lio: ring"],
        },
      ],
      unread: [],
    });
  });
  test.each([
    ["for nobody", "Oda: weld, 10 min"],
    ["for no time", "Oda: weld, for Ines"],
    ["with something else", "Oda: weld, 10 min, for Ines, loudly"],
  ])("%s is said", (_, text) => {
    expect(shownTyped(text).unread).toHaveLength(1);
  });
});
