import type { FloorHappening } from "@/core/floor/events";
import { parseSectionUnsafe, printSection } from "@/core/section/spoken";
import type { DemoRows, NewId } from "./rows";

const DAY_MS = 86_400_000;

/** Fires as they stand: two reach welding heat. */
const FIRES = [
  { name: "1", places: 2, welds: true, evenHeatMm: 150, openingMm: null, fuel: "coke" },
  { name: "2", places: 2, welds: false, evenHeatMm: 200, openingMm: 90, fuel: "gas" },
  { name: "3", places: 1, welds: true, evenHeatMm: 120, openingMm: null, fuel: "charcoal" },
] as const;

/** Where one works without a fire. */
const STATIONS = [
  { name: "Leg vice", places: 2 },
  { name: "Twisting bench", places: 1 },
] as const;

/** The rack: section, length in mm, how many, price a kg, where it lies, whether it is an offcut. */
const RACK: readonly [string, number, number, number, string, boolean][] = [
  ["12 square", 3000, 3, 2.1, "rack, top", false],
  ["12 square", 735, 1, 2.1, "offcut bin", true],
  ["12 square", 420, 2, 2.1, "offcut bin", true],
  ["16 square", 3000, 2, 2.1, "rack, top", false],
  ["16 square", 640, 1, 2.1, "offcut bin", true],
  ["20 square", 1500, 2, 2.2, "rack, middle", false],
  ["10 square", 3000, 2, 2.2, "rack, top", false],
  ["10 round", 3000, 2, 2.3, "rack, middle", false],
  ["10 round", 390, 1, 2.3, "offcut bin", true],
  ["12 round", 390, 1, 2.3, "offcut bin", true],
  ["8 round", 3000, 2, 2.4, "rack, middle", false],
  ["30x6 flat", 3000, 1, 2.2, "rack, low", false],
  ["30x6 flat", 310, 1, 2.2, "offcut bin", true],
  ["25x8 flat", 2000, 1, 2.2, "rack, low", false],
  ["20x12 flat", 1000, 1, 2.3, "rack, low", false],
];

/** The Tuesday that is half over when one looks: weeks after these began. */
const HALF_OVER_WEEK = 6;

interface Evenings {
  schoolId: string;
  by: string;
  second: string;
}

/** The shop's fires and rack, and one evening that is half over. */
export function addEvenings(rows: DemoRows, { schoolId, by, second }: Evenings, id: NewId): void {
  for (const one of FIRES) rows.fire.push({ id: id(), schoolId, ...one });
  for (const [said, lengthMm, count, pricePerKg, place, isOffcut] of RACK) {
    const section = parseSectionUnsafe(said);
    const stock = printSection(section, "mm");
    rows.rackBar.push({
      ...{ id: id(), schoolId, section, stock, steel: "mild" },
      ...{ lengthMm, count, isOffcut, place, pricePerKg },
    });
  }
  const tuesdays = rows.classDay.filter(({ cohortId }) => cohortId === rows.cohort[0]!.id);
  const evening = tuesdays[HALF_OVER_WEEK]!;
  for (const one of tuesdays.slice(0, HALF_OVER_WEEK)) {
    one.closedAt = new Date(beganAtOf(one) + DAY_MS / 8);
    addPastEvening(rows, { schoolId, by, of: one }, id);
  }
  for (const one of tuesdays.slice(HALF_OVER_WEEK)) one.instructors = [by, second];
  addHalfEvening(rows, { schoolId, by, second, classId: evening.id }, id);
  const next = tuesdays[HALF_OVER_WEEK + 1]!;
  rows.demonstration.push({
    ...{ id: id(), schoolId, classId: next.id, name: "a clean weld", shownBy: second },
    ...{ minutes: 15, learnerIds: learnersOf(rows, next.cohortId), fireId: rows.fire[0]!.id },
    beforeRevisionId: latestRevisionOf(rows, "Welded boat ring"),
  });
  for (const one of STATIONS)
    rows.fire.push({ id: id(), schoolId, heats: false, welds: false, ...one });
}

const latestRevisionOf = ({ exercise, exerciseRevision }: DemoRows, name: string): string => {
  const { id } = exercise.find((one) => one.name === name)!;
  return exerciseRevision.filter(({ exerciseId }) => exerciseId === id).at(-1)!.id;
};

const beganAtOf = ({ day, begins }: { day: string; begins: string }): number =>
  Date.parse(`${day}T${begins}:00Z`);

const learnersOf = (rows: DemoRows, cohortId: string): string[] =>
  rows.membership.flatMap((one) => (one.cohortId === cohortId ? [one.personId] : []));

/** Everybody takes up their piece so many minutes into an evening, one after another. */
const BEGINS_MINUTE = 5;
/** Pieces are handed over by then. */
const HANDED_MINUTE = 140;

/** An evening that was closed, as its pieces say it went. */
function addPastEvening(
  rows: DemoRows,
  { schoolId, by, of }: { schoolId: string; by: string; of: DemoRows["classDay"][number] },
  id: NewId,
): void {
  const beganAt = beganAtOf(of);
  const learnerIds = learnersOf(rows, of.cohortId);
  const made = rows.piece.filter(
    ({ learnerId, startedAt }) =>
      learnerIds.includes(learnerId) && startedAt!.toISOString().startsWith(of.day),
  );
  made.forEach(({ id: pieceId, learnerId, revisionId, heats = 0, minutes = 0 }, index) => {
    const say = (minute: number, event: FloorHappening) => {
      const at = new Date(beganAt + minute * 60_000);
      const row = { id: id(at.getTime()), schoolId, classId: of.id, learnerId, event };
      rows.floorEvent.push({ ...row, saidBy: by, at });
    };
    const workId = id(beganAt);
    const from = BEGINS_MINUTE + index;
    const to = Math.min(HANDED_MINUTE, from + Math.max(1, minutes));
    say(0, { kind: "attend", learnerId, as: "here" });
    say(from, { kind: "begin", learnerId, workId, revisionId });
    for (let heat = 0; heat < heats; heat += 1)
      say(from + ((to - from) * (heat + 0.5)) / heats, { kind: "heat", learnerId, workId, by: 1 });
    say(to, { kind: "bench", learnerId, workId, pieceId });
  });
}

/** What somebody has done by now: minutes from the evening's start. */
interface Told {
  who: string;
  fire: number;
  exercise: string;
  begins: number;
  heats: readonly number[];
  stages: readonly number[];
}

const TOLD: readonly Told[] = [
  {
    ...{ who: "Maren Tholsgaard", fire: 1, exercise: "Lantern bracket", begins: 4 },
    ...{ heats: [8, 13, 19, 26, 33], stages: [6, 15, 28] },
  },
  {
    ...{ who: "Ivo Brackwater", fire: 0, exercise: "Welded boat ring", begins: 3 },
    ...{ heats: [7, 12, 16, 22, 29], stages: [5, 11, 18, 24] },
  },
  {
    ...{ who: "Sunniva Dray", fire: 1, exercise: "Rope cleat blank", begins: 2 },
    ...{ heats: [5, 9, 12, 16, 20, 24, 27, 30, 34, 37, 40], stages: [7, 20] },
  },
  {
    ...{ who: "Tam Okoro-Lisle", fire: 2, exercise: "Crab-pot pin", begins: 6 },
    ...{ heats: [9, 14], stages: [8] },
  },
];

/** Handed to the bench, stuck, and away. */
const HANDED = { who: "Tam Okoro-Lisle", at: 37 };
const STUCK = { who: "Sunniva Dray", at: 33 };
const LATE = { who: "Pell Ansgar", as: "late" } as const;

function addHalfEvening(
  rows: DemoRows,
  { schoolId, by, second, classId }: Evenings & { classId: string },
  id: NewId,
): void {
  const beganAt = beganAtOf(rows.classDay.find((one) => one.id === classId)!);
  const personOf = (who: string) => rows.person.find(({ name }) => name === who)!;
  const say = (minute: number, event: FloorHappening) => {
    const at = beganAt + minute * 60_000;
    const learnerId = "learnerId" in event ? event.learnerId : null;
    rows.floorEvent.push({
      ...{ id: id(at), schoolId, classId, learnerId, event, saidBy: by, at: new Date(at) },
    });
  };
  for (const { who, fire, exercise, begins: from, heats, stages } of TOLD) {
    const learnerId = personOf(who).id;
    const workId = id(beganAt);
    say(0, { kind: "attend", learnerId, as: "here" });
    say(1, { kind: "go", learnerId, fireId: rows.fire[fire]!.id });
    say(from, { kind: "begin", learnerId, workId, revisionId: latestRevisionOf(rows, exercise) });
    for (const at of heats) say(at, { kind: "heat", learnerId, workId, by: 1 });
    stages.forEach((at, done) => say(at, { kind: "stage", learnerId, workId, done: done + 1 }));
    if (who === STUCK.who) say(STUCK.at, { kind: "stuck", learnerId, isOn: true });
    if (who === HANDED.who)
      addHanded(rows, { learnerId, workId, at: HANDED.at, say, heats: heats.length, from }, id);
  }
  say(1, { kind: "attend", learnerId: personOf(LATE.who).id, as: LATE.as });
  rows.demonstration.push({
    id: id(),
    schoolId,
    classId,
    name: "the scroll start",
    shownBy: second,
    minutes: 15,
    learnerIds: [personOf("Maren Tholsgaard").id, personOf("Pell Ansgar").id],
    fireId: rows.fire[1]!.id,
  });
}

/** A piece that lies on the bench already, on record like any other. */
function addHanded(
  rows: DemoRows,
  handed: {
    learnerId: string;
    workId: string;
    at: number;
    from: number;
    heats: number;
    say: (minute: number, event: FloorHappening) => void;
  },
  id: NewId,
): void {
  const { learnerId, workId, at, from, heats, say } = handed;
  const begun = rows.floorEvent.at(-1)!;
  const { event } = rows.floorEvent.find(
    (one) => (one.event as FloorHappening).kind === "begin" && one.learnerId === learnerId,
  )!;
  const { revisionId } = event as Extract<FloorHappening, { kind: "begin" }>;
  const { schoolId, saidBy } = begun;
  const pieceId = id(begun.at.getTime());
  const assignmentId = id(begun.at.getTime());
  const number =
    Math.max(0, ...rows.piece.flatMap((one) => (one.learnerId === learnerId ? [one.number] : []))) +
    1;
  const { tagCode } = rows.person.find((person) => person.id === learnerId)!;
  rows.assignment.push({
    ...{ id: assignmentId, schoolId, learnerId, revisionId },
    ...{ assignedBy: saidBy, assignedAt: begun.at, withdrawnAt: null },
  });
  rows.piece.push({
    ...{ id: pieceId, schoolId, learnerId, revisionId, assignmentId, number },
    ...{ kind: "assessed", guided: false, heats, minutes: at - from, tag: `${tagCode}-${number}` },
    ...{ startedBy: saidBy, startedAt: begun.at },
  });
  say(at, { kind: "bench", learnerId, workId, pieceId });
}
