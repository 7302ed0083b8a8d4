import fc from "fast-check";
import type { Step } from "../trade/steps";
import { nextPiece, type SetPiece } from "./next";
import { standingOf, type SignedPiece } from "./standing";

let made = 0;
const piece = (meetsStep: Step | 0, more: Partial<SignedPiece> = {}): SignedPiece => {
  made += 1;
  return {
    pieceId: `p${made}`,
    exerciseId: "fid",
    kind: "assessed",
    guided: false,
    meetsStep,
    signedAt: made,
    ...more,
  };
};

describe("standing", () => {
  test("nothing proves nothing", () => {
    expect(standingOf([])).toEqual({
      step: 0,
      earned: [],
      towards: { step: 1, have: 0, need: 1, exerciseId: null },
    });
  });

  test("one guided piece is Shown, one unaided Fair, three in a row True", () => {
    expect(standingOf([piece(3, { guided: true })]).step).toBe(1);
    expect(standingOf([piece(2)]).step).toBe(2);
    const three = [piece(3), piece(4), piece(5)];
    const standing = standingOf(three);
    expect(standing.step).toBe(3);
    expect(standing.earned.at(-1)?.pieceIds).toEqual(three.map(({ pieceId }) => pieceId));
    expect(standing.towards).toBeNull();
  });

  test("a poor piece breaks a run; practice and guided pieces neither break nor count", () => {
    expect(standingOf([piece(3), piece(3), piece(1), piece(3)]).towards).toMatchObject({
      step: 3,
      have: 1,
    });
    const between = [
      piece(3),
      piece(0, { kind: "practice" }),
      piece(3),
      piece(0, { guided: true }),
      piece(3),
    ];
    expect(standingOf(between).step).toBe(3);
    expect(standingOf([piece(5, { kind: "practice" })]).step).toBe(0);
  });

  test("a run is of one exercise", () => {
    const mixed = [piece(3), piece(3, { exerciseId: "pin" }), piece(3)];
    expect(standingOf(mixed)).toMatchObject({ step: 2, towards: { have: 2, exerciseId: "fid" } });
  });

  const pieces = fc.array(
    fc.record({
      pieceId: fc.uuid(),
      exerciseId: fc.constantFrom("fid", "pin"),
      kind: fc.constantFrom("assessed" as const, "practice" as const),
      guided: fc.boolean(),
      meetsStep: fc.constantFrom<Step | 0>(0, 1, 2, 3, 4, 5),
      signedAt: fc.integer({ min: 0, max: 1e6 }),
    }),
    { maxLength: 12 },
  );

  test("what is earned stays earned, and the order of the records doesn't matter", () => {
    fc.assert(
      fc.property(pieces, pieces, (before, more) => {
        const later = more.map((one) => ({ ...one, signedAt: one.signedAt + 2e6 }));
        expect(standingOf([...before, ...later]).step).toBeGreaterThanOrEqual(
          standingOf(before).step,
        );
        expect(standingOf([...before].reverse())).toEqual(standingOf(before));
      }),
    );
  });
});

describe("the next piece", () => {
  const set = (exerciseId: string, assignedAt: number): SetPiece => ({
    assignmentId: `set-${exerciseId}`,
    exerciseId,
    step: 3,
    techniqueId: "t",
    assignedAt,
  });
  const fid = set("fid", 2);
  const cleat = set("cleat", 1);
  const running = new Map([["t", standingOf([piece(3), piece(3)])]]);

  test("nothing set, nothing next", () => {
    expect(nextPiece([], [], new Map())).toBeNull();
  });

  test.each([
    [
      "the piece in hand, back in the fire",
      [fid, cleat],
      [{ exerciseId: "cleat", outcome: "another-heat" as const }],
      new Map(),
      "set-cleat",
      "another-heat",
    ],
    [
      "a run begun before what was never made",
      [fid, cleat],
      [{ exerciseId: "fid", outcome: "keep" as const }],
      running,
      "set-fid",
      "run",
    ],
    ["the oldest never made", [fid, cleat], [], new Map(), "set-cleat", "begin"],
    [
      "an older one left unfinished",
      [fid, cleat],
      [
        { exerciseId: "fid", outcome: "keep" as const },
        { exerciseId: "cleat", outcome: "another-heat" as const },
      ],
      new Map(),
      "set-cleat",
      "another-heat",
    ],
    [
      "the last once more",
      [fid],
      [{ exerciseId: "fid", outcome: "keep" as const }],
      new Map(),
      "set-fid",
      "repeat",
    ],
  ])("%s", (_, sets, latest, standings, assignmentId, code) => {
    expect(nextPiece(sets, latest, standings)).toMatchObject({ assignmentId, reason: { code } });
  });
});
