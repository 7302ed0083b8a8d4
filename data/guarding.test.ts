import type { Pool } from "pg";
import sharp from "sharp";
import { contentOfPiece } from "@/core/exercise/exercise";
import { writePack } from "@/core/exercise/pack";
import { PIECE_FORMAT, pieceSchema } from "@/core/piece/piece";
import type { Actor } from "./actor";
import { boxOutline } from "@/core/testing/outlines";
import { addPhoto } from "./commands/photos";
import { COMMAND_NAMES } from "./commands/run";
import type { Database } from "./database";
import type { DemoRows } from "./demo/rows";
import {
  act,
  actOk,
  lookAtRecords,
  newId,
  openTwoSchools,
  type RecordsSeen,
  type TestSchool,
} from "./testing/database";

let database: Database;
let pool: Pool;
let ours: TestSchool;
let theirs: TestSchool;
/** Of a piece of ours that is still open. */
const photoId = newId();
/** A study of ours. */
const studyId = newId();
/** A private calendar address of our instructor. */
const calendarLinkId = newId();

beforeAll(async () => {
  ({ database, pool, ours, theirs } = await openTwoSchools("guarding"));
  const bytes = await sharp({
    create: { width: 40, height: 30, channels: 3, background: "#884422" },
  })
    .png()
    .toBuffer();
  await addPhoto(database, ours.instructor, { photoId, pieceId: openPiece().id, bytes });
  await actOk(database, ours.instructor, "start-study", { studyId, name: "Tips", kind: "size" });
  // One row at least in every table that is only added to.
  const given = {
    ...inputs(),
    "publish-course": { revisionId: newId(), base: 1, course: courseOf(ours.rows) },
  };
  const link = { linkId: calendarLinkId };
  await actOk(database, ours.instructor, "make-calendar-link", link);
  for (const name of [
    "publish-course",
    "say-next",
    "fill-study",
    "note-device",
    "saw-bars",
    "say-evening",
    "floor",
    "keep-outline",
    "trace-template",
  ] as const)
    await actOk(database, ours.instructor, name, given[name]);
});
afterAll(() => pool.end());

/** One nobody has signed, of another learner than ours. */
const openPiece = () =>
  ours.rows.piece.find(
    ({ id, learnerId }) =>
      learnerId !== ours.learner.personId &&
      !ours.rows.verdict.some(({ pieceId }) => pieceId === id),
  )!;

const leaver = () => ours.rows.person.find(({ name }) => name === "Ketil Morrow")!;

/** A right input for every command, about our school. */
function inputs(): Record<(typeof COMMAND_NAMES)[number], unknown> {
  const { rows, learner } = ours;
  const open = openPiece();
  const revision = rows.exerciseRevision.find(({ id }) => id === open.revisionId)!;
  const characteristicId = (revision.characteristics as { id: string }[])[0]!.id;
  const unjoined = rows.person.find(({ name }) => name === "Hedda Marsh")!;
  const piece = {
    format: PIECE_FORMAT,
    name: "Peg",
    stock: { section: "12 square" },
    stretches: [{ id: "peg", kind: "prism", section: "10 square", length: 80 }],
  };
  const content = contentOfPiece(pieceSchema.parse(piece));
  const draft = rows.exerciseDraft[0]!;
  const { exerciseId } = draft;
  const base = 1;
  const [there] = rows.exerciseRevision;
  const classId = rows.classDay[1]!.id;
  return {
    "new-exercise": {
      exerciseId: newId(),
      techniqueId: rows.technique[0]!.id,
      step: 1,
      saveId: newId(),
      content,
    },
    "place-draft": { exerciseId, techniqueId: rows.technique[0]!.id, step: 2 },
    "save-draft": { exerciseId, saveId: newId(), base, content },
    "discard-draft": { exerciseId },
    "publish-revision": { exerciseId, revisionId: newId(), base },
    "retire-exercise": { exerciseId: there!.exerciseId, retired: true },
    "import-pack": {
      ids: [{ exerciseId: there!.exerciseId, revisionId: there!.id }],
      pack: writePack([{ ...content, technique: "square-taper", step: 1 }]),
    },
    "add-learner": { personId: newId(), name: "New Learner", cohortId: rows.cohort[0]!.id },
    "clear-for-machine": { personId: learner.personId, machine: "drill", cleared: true },
    "add-staff": { personId: newId(), name: "New Hand", role: "assistant" },
    "rename-person": { personId: unjoined.id, name: "Hedda Marsh" },
    "change-role": {
      personId: ours.assistant.personId,
      role: "assistant",
      cohortId: null,
    },
    "move-learner": { personId: unjoined.id, cohortId: rows.cohort[1]!.id },
    "leave-school": { personId: unjoined.id, left: false },
    "end-sessions": { personId: unjoined.id },
    "merge-people": { personId: unjoined.id, otherId: leaver().id },
    "erase-person": { personId: leaver().id },
    "keep-cohort": { cohortId: rows.cohort[2]!.id, name: "Saturday", letter: "S" },
    "end-cohort": { cohortId: rows.cohort[2]!.id, ended: false },
    "set-money": { currency: "NOK", fuelPrice: 45 },
    "keep-events": { eventDays: 365 },
    "keep-leavers": { leaverDays: 365 },
    "make-join-link": { linkId: newId(), personId: unjoined.id },
    assign: {
      revisionId: revision.id,
      learners: [{ assignmentId: newId(), personId: learner.personId }],
    },
    "withdraw-assignment": { assignmentId: rows.assignment[0]!.id },
    "start-piece": {
      pieceId: newId(),
      assignmentId: rows.assignment.find(({ learnerId }) => learnerId !== learner.personId)!.id,
      kind: "assessed",
      guided: false,
    },
    "take-reading": {
      readingId: newId(),
      pieceId: open.id,
      characteristicId,
      values: [3],
      typed: "3",
      instrumentId: rows.instrument[0]!.id,
      supersedesId: null,
      takenAt: "2026-11-24T18:00:00Z",
    },
    "note-defect": {
      defectId: newId(),
      pieceId: open.id,
      kind: "bowed",
      severity: "cosmetic",
      atMm: null,
      note: "",
      notedAt: "2026-11-24T18:00:00Z",
    },
    "change-defect": { defectId: rows.defect[0]!.id, corrected: true, withdrawn: false },
    "tally-piece": { pieceId: open.id, heats: 1, minutes: 1 },
    "answer-try": {
      tryId: newId(),
      pieceId: open.id,
      question: revision.tries![0]!,
      works: true,
      answeredAt: "2026-11-24T18:00:00Z",
    },
    "note-device": {
      noteId: newId(),
      pieceId: open.id,
      sent: { kind: "weight", value: 412 },
      notedAt: "2026-11-24T18:00:00Z",
    },
    "check-stage": {
      checkId: newId(),
      pieceId: open.id,
      stage: 0,
      holds: true,
      checkedAt: "2026-11-24T18:00:00Z",
    },
    "call-size": {
      callId: newId(),
      pieceId: open.id,
      characteristicId,
      callerId: open.learnerId,
      called: 3,
      calledAt: "2026-11-24T18:00:00Z",
    },
    "call-drawn": {
      callId: newId(),
      measure: "length",
      called: 50,
      truth: 47,
      calledAt: "2026-11-24T18:00:00Z",
    },
    "judge-drawn": {
      callId: newId(),
      exerciseId,
      said: "keep",
      outcome: "another-heat",
      isFirstRight: null,
      off: "tip",
      offState: "heavy",
      calledAt: "2026-11-24T18:00:00Z",
    },
    "withdraw-photo": { photoId },
    "keep-outline": {
      outlineId: newId(),
      pieceId: open.id,
      outline: boxOutline(200, 12),
      takenAt: "2026-11-24T18:00:00Z",
    },
    "trace-template": { templateId: newId(), revisionId: open.revisionId, outlineId: null },
    "declare-work": { pieceId: open.id, corrections: ["filed"], aids: [] },
    "check-instrument": {
      checkId: newId(),
      instrumentId: rows.instrument[0]!.id,
      reference: 10,
      referenceUncertainty: 0.002,
      values: [10.02, 10, 10.02],
    },
    "say-cause": { sayingId: newId(), pieceId: open.id, cause: "turning-off", holds: true },
    "sign-verdict": { verdictId: newId(), pieceId: open.id, override: null },
    "set-marks-rule": { exerciseId, rule: null },
    "regrade-piece": { verdictId: newId(), pieceId: open.id },
    "import-exercise": {
      exerciseId: newId(),
      revisionId: newId(),
      techniqueId: rows.technique[0]!.id,
      step: 1,
      name: "Peg",
      heatBudget: 2,
      minuteBudget: 10,
      pieceFile: JSON.stringify(piece),
    },
    "set-first-unit": { firstUnit: "in" },
    "publish-course": { revisionId: newId(), base: 2, course: courseOf(rows) },
    "say-next": {
      choiceId: newId(),
      learnerId: learner.personId,
      exerciseId: there!.exerciseId,
      says: "pin",
      reason: "for the open day",
    },
    "plan-classes": {
      cohortId: rows.cohort[0]!.id,
      begins: "18:30",
      minutes: 150,
      hearths: 3,
      first: "2031-01-07",
      classIds: [newId()],
    },
    "call-off-class": { classId: rows.classDay[0]!.id },
    "change-class": {
      classId,
      day: "2031-02-04",
      begins: "18:00",
      minutes: 120,
      hearths: 2,
      cleanUp: 15,
      instructorIds: [ours.instructor.personId],
      firesOut: [rows.fire[1]!.id],
    },
    "close-class": { classId },
    "set-time-zone": { timeZone: "Europe/Oslo" },
    "keep-fire": {
      fireId: rows.fire[0]!.id,
      name: "1",
      places: 2,
      welds: true,
      evenHeatMm: "6 in",
      openingMm: null,
      fuel: "coke",
    },
    "keep-station": { fireId: rows.fire[3]!.id, name: "Leg vice", places: 2 },
    "take-down-fire": { fireId: rows.fire[2]!.id },
    "keep-bar": {
      barId: rows.rackBar[0]!.id,
      section: "12 square",
      steel: "mild",
      lengthMm: 3000,
      count: 3,
      isOffcut: false,
      place: "rack",
      pricePerKg: 2,
    },
    "say-evening": {
      wordId: newId(),
      classId,
      learnerId: learner.personId,
      revisionId: revision.id,
      says: "make",
    },
    "keep-demonstration": {
      demonstrationId: rows.demonstration[0]!.id,
      classId,
      name: "the scroll start",
      shownBy: ours.instructor.personId,
      minutes: 10,
      learnerIds: [learner.personId],
      fireId: null,
      beforeRevisionId: revision.id,
    },
    "take-back-demonstration": { demonstrationId: rows.demonstration[0]!.id },
    "saw-bars": {
      classId,
      bars: [
        {
          sawnId: newId(),
          barId: rows.rackBar[0]!.id,
          cuts: [{ learnerId: learner.personId, revisionId: revision.id, mm: 200 }],
          offcut: { barId: newId(), mm: 2798 },
        },
      ],
    },
    floor: {
      eventId: newId(),
      classId,
      at: "2026-11-24T18:40:00Z",
      event: { kind: "stuck", learnerId: open.learnerId, isOn: true },
    },
    "make-calendar-link": { linkId: newId() },
    "revoke-calendar-link": { linkId: calendarLinkId },
    "set-grades": { grades: { 1: 18, 2: 18, 3: 17, 4: 17, 5: 16 } },
    "set-early-end": { on: false },
    "set-close-calls": { drawn: false },
    "set-shop": { stock: ["12 square"], weldingHearth: true },
    "start-study": { studyId: newId(), name: `Tips ${newId()}`, kind: "size" },
    "fill-study": {
      studyId,
      values: [
        { readingId: newId(), tag: open.tag, inspectorId: ours.instructor.personId, value: 4.1 },
      ],
    },
    "show-piece": { pieceId: open.id, shownTo: "the others" },
    "import-roster": {
      learners: [{ personId: newId(), name: "Roster Learner", cohortId: rows.cohort[0]!.id }],
    },
  };
}

/** The school's course as it stands, as it is published. */
const courseOf = (rows: DemoRows) => ({
  techniques: rows.technique.map(({ id, name, summary, halfLifeDays }) => ({
    id,
    name,
    summary,
    halfLifeDays,
    after: rows.techniquePrerequisite
      .filter(({ techniqueId }) => techniqueId === id)
      .map(({ beforeId }) => beforeId),
  })),
  countsTo: {},
});

/** Commands about the actor's own school, whoever's ids are about: another school's are carried out there. */
const OF_OWN_SCHOOL = [
  "set-grades",
  "set-early-end",
  "set-close-calls",
  "set-shop",
  "start-study",
  "set-time-zone",
  "add-staff",
  "set-money",
  "keep-events",
  "keep-leavers",
];
/** What only owners may do. */
const OF_OWNERS = [
  "add-staff",
  "change-role",
  "merge-people",
  "erase-person",
  "set-money",
  "keep-events",
  "keep-leavers",
];
/** Commands about oneself only, which everyone may give. */
const OF_ONESELF = ["set-first-unit", "call-drawn", "judge-drawn", "make-calendar-link"];
/** Commands about something of one's own, which nobody else has. */
const OF_THE_TELLER = ["revoke-calendar-link"];
/** Those of them that name something of the school. */
const NAMING_OURS = ["judge-drawn"];
/** What an assistant may do besides: measure and record. */
const RECORDING = [
  "start-piece",
  "take-reading",
  "note-defect",
  "change-defect",
  "tally-piece",
  "answer-try",
  "declare-work",
  "check-stage",
  "note-device",
  "call-size",
  "withdraw-photo",
  "keep-outline",
  "check-instrument",
  "set-shop",
  "fill-study",
  "show-piece",
  "keep-bar",
  "saw-bars",
  "floor",
];
/** What a learner may do with pieces of their own; nobody else's are there for them. */
const OF_OWN_PIECES = RECORDING.filter(
  (name) =>
    !["check-instrument", "set-shop", "fill-study", "show-piece", "keep-bar", "saw-bars"].includes(
      name,
    ),
);

test("the table above has every command", () => {
  expect(Object.keys(inputs()).sort()).toEqual([...COMMAND_NAMES].sort());
});

/** The records as the last command tried left them; nothing else changes them in between. */
let asLeft: RecordsSeen;

describe.each(COMMAND_NAMES)("%s", (name) => {
  const tried = async (actor: Actor | null) => {
    const before = (asLeft ??= await lookAtRecords(pool));
    const answer = await act(database, actor, name, inputs()[name]);
    asLeft = await lookAtRecords(pool, before);
    const changed = asLeft.mark !== before.mark;
    return { code: answer.ok ? "ok" : answer.error.code, changed };
  };

  test("nobody", async () => {
    expect(await tried(null)).toEqual({ code: "signed-out", changed: false });
  });

  test("a learner", async () => {
    if (OF_ONESELF.includes(name)) return expect((await tried(ours.learner)).code).toBe("ok");
    const isOwn = OF_OWN_PIECES.includes(name) || OF_THE_TELLER.includes(name);
    const code = isOwn ? "not-found" : "denied";
    expect(await tried(ours.learner)).toEqual({ code, changed: false });
  });

  test("an assistant", async () => {
    if (OF_ONESELF.includes(name)) return expect((await tried(ours.assistant)).code).toBe("ok");
    const { code } = await tried(ours.assistant);
    // Allowed means it got as far as the records: done, or refused for what they say.
    if (RECORDING.includes(name)) expect(["ok", "conflict"]).toContain(code);
    else if (OF_THE_TELLER.includes(name)) expect(code).toBe("not-found");
    else expect(code).toBe("denied");
  });

  test("an instructor", async () => {
    const { code, changed } = await tried(ours.instructor);
    if (OF_OWNERS.includes(name)) expect([code, changed]).toEqual(["denied", false]);
    else expect(code).not.toBe("denied");
  });

  test("another school's owner", async () => {
    if (OF_ONESELF.includes(name) && !NAMING_OURS.includes(name)) return;
    if (OF_OWN_SCHOOL.includes(name)) return;
    // A pack is of no school; under the ids of ours it would overwrite, and mustn't. Their course has another count.
    const code = ["import-pack", "publish-course", "keep-cohort"].includes(name)
      ? "conflict"
      : "not-found";
    expect(await tried(theirs.owner)).toEqual({ code, changed: false });
  });

  test("another school's assistant and learner", async () => {
    if (OF_OWN_SCHOOL.includes(name)) return;
    const isOfOneself = OF_ONESELF.includes(name);
    if (isOfOneself && !NAMING_OURS.includes(name)) return;
    const isTellers = OF_THE_TELLER.includes(name);
    for (const [actor, may] of [
      [theirs.assistant, RECORDING],
      [theirs.learner, OF_OWN_PIECES],
    ] as const) {
      const isAllowed = may.includes(name) || isOfOneself || isTellers;
      const code = isAllowed ? "not-found" : "denied";
      expect(await tried(actor)).toEqual({ code, changed: false });
    }
  });

  test("input that isn't right", async () => {
    for (const input of [undefined, null, 7, {}, [], { ...(inputs()[name] as object), extra: 1 }])
      expect(await act(database, ours.owner, name, input)).toMatchObject({
        ok: false,
        error: { code: "invalid" },
      });
  });
});

test("a command that doesn't exist, whatever it is called", async () => {
  for (const name of ["nonsense", "constructor", "__proto__", "toString"])
    expect(await act(database, ours.instructor, name, {})).toMatchObject({
      ok: false,
      error: { code: "not-found" },
    });
});

describe("the database itself", () => {
  const tables = () =>
    pool.query<{ name: string }>(
      `select c.relname as name from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'school_id'
       where c.relkind in ('r', 'p') and not c.relispartition and c.relnamespace = 'public'::regnamespace order by 1`,
    );

  test("every table of ours but the school's own names its school", async () => {
    const { rows } = await pool.query<{ name: string }>(
      `select relname as name from pg_class
       where relkind in ('r', 'p') and not relispartition and relnamespace = 'public'::regnamespace`,
    );
    const signIn = ["user", "session", "account", "passkey", "verification", "rate_limit"];
    const owned = (await tables()).rows.map(({ name }) => name);
    expect(
      rows
        .map(({ name }) => name)
        .filter((name) => ![...signIn, "school"].includes(name))
        .sort(),
    ).toEqual(owned);
  });

  test("a row can't be moved to another school while anything ties it, table by table", async () => {
    const appendOnly = [
      "exercise_revision",
      "reading",
      "verdict",
      "try_result",
      "instrument_check",
      "cause_said",
      "eye_call",
      "judging_call",
      "stage_check",
      "device_note",
      "curriculum_revision",
      "next_choice",
      "choice_log",
      "agreement_reading",
      "floor_event",
      "sawn_bar",
      "audit_event",
      "piece_outline",
      "traced_template",
    ];
    for (const { name } of (await tables()).rows) {
      if (name === "join_link") continue;
      const moved = pool.query(`update "${name}" set school_id = $1 where school_id = $2`, [
        theirs.rows.school[0]!.id,
        ours.rows.school[0]!.id,
      ]);
      // 23503 foreign key; 23505 unique (names, letters and tags are taken there); 23001 append-only.
      const codes = appendOnly.includes(name) ? ["23001"] : ["23503", "23505"];
      const state = await moved.then(
        () => "moved",
        ({ code }: { code: string }) => code,
      );
      expect([name, codes.includes(state)]).toEqual([name, true]);
    }
  });

  test("revisions, readings and verdicts can't be changed or deleted", async () => {
    for (const name of ["exercise_revision", "reading", "verdict"])
      for (const change of [`delete from ${name}`, `update ${name} set id = id`])
        await expect(pool.query(change)).rejects.toMatchObject({ code: "23001" });
  });

  test("what makes no sense is refused by the columns themselves", async () => {
    const [piece] = ours.rows.piece;
    for (const change of [
      `update piece set heats = -1 where id = '${piece!.id}'`,
      `update piece set kind = 'lucky' where id = '${piece!.id}'`,
      `update exercise set step = 6`,
      `update membership set role = 'king'`,
      `update membership set cohort_id = null where role = 'learner'`,
      `insert into technique_prerequisite select school_id, id, id from technique limit 1`,
    ])
      await expect(pool.query(change)).rejects.toMatchObject({ code: "23514" });
  });
});
