import type * as schema from "../schema";

type Rows<Table extends { $inferInsert: object }> = Table["$inferInsert"][];

/** The demonstration school as rows, table by table in the order they can be inserted. */
export interface DemoRows {
  school: Rows<typeof schema.school>;
  cohort: Rows<typeof schema.cohort>;
  person: Rows<typeof schema.person>;
  membership: Rows<typeof schema.membership>;
  machineClearance: Rows<typeof schema.machineClearance>;
  classDay: Rows<typeof schema.classDay>;
  technique: Rows<typeof schema.technique>;
  techniquePrerequisite: Rows<typeof schema.techniquePrerequisite>;
  curriculumRevision: Rows<typeof schema.curriculumRevision>;
  instrument: Rows<typeof schema.instrument>;
  instrumentCheck: Rows<typeof schema.instrumentCheck>;
  exercise: Rows<typeof schema.exercise>;
  exerciseRevision: Rows<typeof schema.exerciseRevision>;
  exerciseDraft: Rows<typeof schema.exerciseDraft>;
  assignment: Rows<typeof schema.assignment>;
  piece: Rows<typeof schema.piece>;
  reading: Rows<typeof schema.reading>;
  tryResult: Rows<typeof schema.tryResult>;
  causeSaid: Rows<typeof schema.causeSaid>;
  defect: Rows<typeof schema.defect>;
  verdict: Rows<typeof schema.verdict>;
  standing: Rows<typeof schema.standing>;
  standingEvidence: Rows<typeof schema.standingEvidence>;
  eyeCall: Rows<typeof schema.eyeCall>;
  agreementStudy: Rows<typeof schema.agreementStudy>;
  agreementReading: Rows<typeof schema.agreementReading>;
  fire: Rows<typeof schema.fire>;
  rackBar: Rows<typeof schema.rackBar>;
  demonstration: Rows<typeof schema.demonstration>;
  floorEvent: Rows<typeof schema.floorEvent>;
}

export function emptyRows(): DemoRows {
  return {
    school: [],
    cohort: [],
    person: [],
    membership: [],
    machineClearance: [],
    classDay: [],
    technique: [],
    techniquePrerequisite: [],
    curriculumRevision: [],
    instrument: [],
    instrumentCheck: [],
    exercise: [],
    exerciseRevision: [],
    exerciseDraft: [],
    assignment: [],
    piece: [],
    reading: [],
    tryResult: [],
    defect: [],
    verdict: [],
    causeSaid: [],
    standing: [],
    standingEvidence: [],
    eyeCall: [],
    agreementStudy: [],
    agreementReading: [],
    fire: [],
    rackBar: [],
    demonstration: [],
    floorEvent: [],
  };
}

/** Makes ids that come out the same every time, of a moment in ms since 1970. */
export type NewId = (ms?: number) => string;
