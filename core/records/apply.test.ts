import { advise } from "../advice/advise";
import { STEP_GRADES } from "../trade/steps";
import { DEFAULT_MARKS_RULE } from "../verdict/marks";
import { applyEvent, eventId, type BenchEvent } from "./apply";
import { verdictOf, type BenchPiece } from "./bench";

const EMPTY: BenchPiece = {
  id: "piece",
  readAt: "2026-09-08T18:00:00Z",
  tag: "K1-1",
  selfCheck: false,
  kind: "assessed",
  guided: false,
  cold: false,
  shownTo: null,
  heats: 0,
  minutes: 0,
  learner: { id: "l", name: "Maren" },
  exercise: { id: "e", name: "Fid", step: 3 },
  technique: { id: "t", name: "Square taper" },
  revision: { number: 1, latest: 1, retired: false },
  stages: [{ id: "cut:main", title: "Draw the taper", check: "Square all the way?", lines: [] }],
  stageChecks: [],
  deviceNotes: [],
  calls: [],
  photos: [],
  piece: {
    format: "bell-step.piece/1",
    name: "Fid",
    stock: { section: { shape: "square", size: 12 } },
    stretches: [],
  },
  characteristics: [],
  heatBudget: 4,
  minuteBudget: 20,
  rules: { grades: STEP_GRADES, marks: DEFAULT_MARKS_RULE },
  triesAsked: ["Does it fit?"],
  aidsExcluded: [],
  own: [],
  matches: [],
  correctionsAllowed: [],
  readings: [],
  defects: [],
  tries: [],
  corrections: [],
  undeclared: [],
  shop: [],
  aids: [],
  verdicts: [],
  signed: null,
};
const INSTRUMENTS = [
  {
    id: "c",
    name: "Caliper",
    kind: "caliper" as const,
    resolution: 0.02,
    uncertainty: 0.1,
    checkedOn: "2026-08-28",
    checkEveryDays: 180,
  },
];

const reading = (
  readingId: string,
  mm: number,
  supersedesId: string | null = null,
): BenchEvent => ({
  name: "take-reading",
  input: {
    readingId,
    pieceId: "piece",
    characteristicId: "tip",
    values: [mm],
    typed: String(mm),
    instrumentId: "c",
    supersedesId,
    takenAt: "2026-09-08T18:00:00Z",
  },
});
const defect: BenchEvent = {
  name: "note-defect",
  input: {
    defectId: "d",
    pieceId: "piece",
    kind: "bowed",
    severity: "cosmetic",
    atMm: null,
    note: "",
    stage: null,
    notedAt: "2026-09-08T18:00:00Z",
  },
};
const change = (corrected: boolean, withdrawn: boolean): BenchEvent => ({
  name: "change-defect",
  input: { defectId: "d", corrected, withdrawn },
});
const tally: BenchEvent = {
  name: "tally-piece",
  input: { pieceId: "piece", heats: 2, minutes: 7 },
};

const weighed: BenchEvent = {
  name: "note-device",
  input: {
    noteId: "n",
    pieceId: "piece",
    sent: { kind: "weight", value: 412 },
    notedAt: "2026-09-08T18:00:00Z",
  },
};

const after = (...events: BenchEvent[]) =>
  events.reduce((piece, event) => applyEvent(piece, event, INSTRUMENTS), EMPTY);

test("a correction takes the place of the reading it supersedes", () => {
  expect(after(reading("r1", 4), reading("r2", 3, "r1")).readings).toMatchObject([
    { id: "r2", values: [3], instrumentUncertainty: 0.1 },
  ]);
});

test("applying an event again changes nothing", () => {
  for (const event of [reading("r1", 4), defect, tally, weighed])
    expect(after(event, event)).toEqual(after(event));
});

test("defects are put right, and taken back", () => {
  expect(after(defect, change(true, false)).defects).toMatchObject([{ id: "d", corrected: true }]);
  expect(after(defect, change(false, true)).defects).toEqual([]);
});

test("each event has an id of its own, a tally one for the piece", () => {
  expect([reading("r1", 1), defect, change(true, false), tally].map(eventId)).toEqual([
    "r1",
    "d",
    "d:change",
    "piece:tally",
  ]);
});

test("a piece sent back shows how it stands now; a closed one what it was signed with", () => {
  const signed = { ...verdictOf(EMPTY, advise), marks: 12 };
  const verdict = (outcome: "keep" | "another-heat") => ({
    id: "v",
    sequence: 1,
    outcome,
    overrideReason: null,
    marks: 12,
    regraded: false,
    signedAt: "2026-11-24T18:00:00Z",
    signedBy: "Oda",
  });
  const shown = (outcome: "keep" | "another-heat") =>
    verdictOf({ ...EMPTY, verdicts: [verdict(outcome)], signed }, advise).marks;
  expect(shown("another-heat")).toBeNull();
  expect(shown("keep")).toBe(12);
});

test("a reading whose place was taken meanwhile doesn't come back when it is laid over again", () => {
  const fresh = applyEvent(EMPTY, reading("b", 3.1, "a"), INSTRUMENTS);
  const again = [reading("a", 4), reading("b", 3.1, "a")].reduce(
    (now, event) => applyEvent(now, event, INSTRUMENTS),
    fresh,
  );
  expect(again.readings.map(({ id }) => id)).toEqual(["b"]);
});

test("a stage's latest check is in force, and a size is called once by each", () => {
  const check = (checkId: string, holds: boolean): BenchEvent => ({
    name: "check-stage",
    input: {
      ...{ checkId, pieceId: "piece", stage: 0, holds, checkedAt: "2026-09-08T18:00:00Z" },
      readings: [{ line: "bar.length", value: holds ? 180 : 170 }],
    },
  });
  const call = (callId: string, callerId: string, called: number): BenchEvent => ({
    name: "call-size",
    input: {
      callId,
      pieceId: "piece",
      characteristicId: "tip",
      callerId,
      called,
      calledAt: "2026-09-08T18:00:00Z",
    },
  });
  const piece = [
    check("s1", false),
    check("s2", true),
    check("s2", true),
    call("c1", "maren", 3.5),
    call("c2", "maren", 9),
    call("c3", "ivo", 4),
  ].reduce((now, event) => applyEvent(now, event, INSTRUMENTS), EMPTY);
  expect(piece.stageChecks).toEqual([
    { id: "s2", stage: 0, holds: true, readings: [{ line: "bar.length", value: 180 }] },
  ]);
  expect(piece.calls.map(({ callerId, called }) => [callerId, called])).toEqual([
    ["maren", 3.5],
    ["ivo", 4],
  ]);
});
