import {
  eveningOf,
  wantedCuts,
  type EveningAsked,
  type EveningLearner,
  type EveningPiece,
} from "./planning";

const piece = (more: Partial<EveningPiece> = {}): EveningPiece => ({
  ...{ id: "a:r", learnerId: "a", revisionId: "r", exerciseId: "e", name: "Pin", from: "ranked" },
  ...{ minutes: 20, heats: 4, weldMinutes: 0, heatMm: null, work: null, stages: 3, bars: [] },
  ...{ kept: null, isGuided: false },
  ...more,
});
const learner = (id: string, more: Partial<EveningLearner> = {}): EveningLearner => ({
  ...{ id, name: id, tagCode: null, attendance: "expected", pace: 1, pieces: [], dropped: [] },
  inHand: null,
  ...more,
});
const of = { minutes: 150, cleanUp: 10, hearths: 2, instructorIds: ["i"], firesOut: ["out"] };
const fire = (id: string): EveningAsked["fires"][number] => ({
  ...{ id, places: 1, welds: false, evenHeatMm: 90, openingMm: null },
});
const asked = { of, elapsed: 0, fires: [], learners: [], demonstrations: [] };

test("fires nobody described are as many as are lit; those that stay out aren't there", () => {
  expect(eveningOf(asked, { welds: true }).fires).toEqual([
    { id: "1", places: 2, welds: true },
    { id: "2", places: 2, welds: true },
  ]);
  const described = eveningOf({ ...asked, fires: [fire("1"), fire("out")] }, { welds: true });
  expect(described.fires).toEqual([
    { id: "1", places: 1, welds: false, evenHeatMm: 90, openingMm: undefined },
  ]);
});

test("who is away isn't planned, nor shown anything; who is late comes after half an hour", () => {
  const learners = [
    learner("a", { attendance: "away", pieces: [piece()] }),
    learner("b", {
      attendance: "late",
      pieces: [piece({ id: "b:r" }), piece({ id: "b:q", revisionId: "q" })],
    }),
    learner("c", { pieces: [piece({ id: "c:r" })] }),
  ];
  const shown = {
    ...{ id: "d", shownBy: "j", minutes: 10, learnerIds: ["a", "b"], fireId: "out" },
    beforeRevisionId: "r",
  };
  const evening = eveningOf(
    { ...asked, fires: [fire("1"), fire("out")], learners, demonstrations: [shown] },
    { welds: false },
  );
  expect(evening.learners.map(({ id, here }) => [id, here])).toEqual([
    ["b", [30, 150]],
    ["c", [0, 150]],
  ]);
  expect(evening.demonstrations[0]).toMatchObject({
    ...{ for: ["b"], by: "j", at: undefined },
    // Of those it is for, who come, what it is before.
    before: ["b:r"],
  });
  expect(evening.instructors).toEqual([{ id: "i" }, { id: "j" }]);
});

test("in the middle of an evening nothing is planned into what has gone", () => {
  const learners = [learner("b", { attendance: "late" }), learner("c")];
  const hereAt = (elapsed: number) =>
    eveningOf({ ...asked, elapsed, learners }, { welds: false }).learners.map(
      ({ here }) => here![0],
    );
  expect(hereAt(20)).toEqual([30, 20]);
  expect(hereAt(40)).toEqual([40, 40]);
});

test("what was begun counts most, then what is said, then the first of the ranking", () => {
  const pieces = [
    piece({ id: "1", from: "begun" }),
    piece({ id: "2", from: "said" }),
    piece({ id: "3", from: "ranked", weldMinutes: 50, heatMm: 60 }),
  ];
  const plan = eveningOf({ ...asked, learners: [learner("a", { pieces })] }, { welds: false });
  const [begun, said, ranked] = plan.learners[0]!.work;
  expect([begun!.priority, said!.priority, ranked!.priority]).toEqual([4, 2, 0]);
  // Rounding up may make the weld longer than the piece.
  expect(ranked).toMatchObject({ weldMinutes: 20, heatMm: 60 });
});

test.each<[string, number, EveningPiece["kept"], boolean]>([
  ["as it is to come", 40, { fire: "1", from: 40 }, true],
  ["no longer, once its time has gone", 41, { fire: "1", from: 40 }, false],
  ["at a fire whenever", 90, { fire: "1" }, true],
  ["no longer, where the fire stays out", 0, { fire: "out" }, false],
  ["nowhere", 0, null, false],
])("what an instructor put somewhere is kept %s, before anything else", (_, elapsed, kept, is) => {
  const learners = [learner("a", { pieces: [piece({ from: "begun", kept, isGuided: true })] })];
  const fires = [fire("1"), fire("out")];
  const [work] = eveningOf({ ...asked, fires, elapsed, learners }, { welds: true }).learners[0]!
    .work;
  expect(work).toMatchObject({ kept: is ? kept : undefined, guided: true, priority: is ? 21 : 4 });
});

describe("a piece in hand at a fire", () => {
  const begun = (id: string, more: Partial<EveningPiece> = {}) =>
    piece({ id, from: "begun", work: { id: `w${id}`, stages: 1 }, ...more });
  const at = (id: string, fireId: string, own: EveningPiece) =>
    learner(id, { pieces: [own], inHand: { workId: own.work!.id, fireId } });
  const keptAt = (learners: EveningLearner[], more: Partial<ReturnType<typeof fire>> = {}) => {
    const fires = [{ ...fire("1"), ...more }, fire("out")];
    const evening = eveningOf({ ...asked, fires, elapsed: 40, learners }, { welds: true });
    return evening.learners.map(({ work }) => work[0]!.kept?.fire);
  };

  test.each<[string, Partial<EveningPiece>, Partial<ReturnType<typeof fire>>, string | undefined]>([
    ["goes on there", {}, {}, "1"],
    ["as long as what is heated evenly", { heatMm: 90 }, {}, "1"],
    ["longer than what is heated evenly", { heatMm: 91 }, {}, undefined],
    ["longer than the opening", { heatMm: 81 }, { openingMm: 80 }, undefined],
    ["all welded, where it doesn't weld", { weldMinutes: 20 }, {}, undefined],
    ["welded at its end", { weldMinutes: 19 }, {}, "1"],
    ["all welded, where it welds", { weldMinutes: 20 }, { welds: true }, "1"],
  ])("%s", (_, own, of1, expected) => {
    expect(keptAt([at("a", "1", begun("p", own))], of1)).toEqual([expected]);
  });

  test("no more than have a place; not where the fire is out, nor against an instructor's word", () => {
    const two = [at("a", "1", begun("p")), at("b", "1", begun("q"))];
    expect(keptAt(two)).toEqual(["1", undefined]);
    expect(keptAt(two, { places: 2 })).toEqual(["1", "1"]);
    expect(keptAt([at("a", "out", begun("p"))])).toEqual([undefined]);
    const said = { fire: "2", from: 60 };
    expect(keptAt([at("a", "1", begun("p", { kept: said }))])).toEqual(["2"]);
  });

  test("another piece of theirs isn't held there, and nothing counts more for it", () => {
    const pieces = [piece({ id: "next" }), begun("p")];
    const one = learner("a", { pieces, inHand: { workId: "wp", fireId: "1" } });
    const evening = eveningOf({ ...asked, fires: [fire("1")], learners: [one] }, { welds: true });
    expect(evening.learners[0]!.work.map(({ kept, priority }) => [kept?.fire, priority])).toEqual([
      [undefined, 1],
      ["1", 3],
    ]);
  });
});

test("what was sawn isn't sawn again; what is in the fire needs no bar", () => {
  const bar = (mm: number) => ({
    ...{ section: { shape: "square" as const, size: 12 }, steel: "mild", mm, name: "the bar" },
  });
  const learners = [learner("a", { pieces: [piece({ bars: [bar(200), bar(40), bar(40)] })] })];
  const cut = (mm: number) => ({ learnerId: "a", revisionId: "r", mm });
  const sawn = (...cuts: { learnerId: string; revisionId: string; mm: number }[]) => [
    { ...{ id: "s", stock: "12 mm square", lengthMm: 400, offcutMm: 0, kg: 1, cost: null }, cuts },
  ];
  const wanted = (...cuts: { learnerId: string; revisionId: string; mm: number }[]) =>
    wantedCuts(learners, sawn(...cuts)).map(({ id, mm }) => [id, mm]);
  expect(wanted()).toHaveLength(3);
  expect(wanted(cut(40))).toEqual([
    ["a:r:0", 200],
    ["a:r:2", 40],
  ]);
  expect(wanted(cut(200.4), cut(40), cut(40))).toEqual([]);
  expect(wanted(cut(200.6))).toHaveLength(3);
  expect(wanted({ ...cut(40), learnerId: "b" })).toHaveLength(3);
  expect(wantedCuts([learner("a", { pieces: [piece()] })], [])).toEqual([]);
});
