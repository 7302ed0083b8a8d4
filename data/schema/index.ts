// The only file that gathers exports: the migration generator and the sign-in adapter want all tables as one module.
export { account, passkey, rateLimit, session, user, verification } from "./auth";
export { classDay } from "./classes";
export {
  calendarLink,
  demonstration,
  eveningWord,
  fire,
  floorEvent,
  rackBar,
  sawnBar,
} from "./evening";
export {
  agreementReading,
  agreementStudy,
  curriculumRevision,
  choiceLog,
  nextChoice,
  standing,
  standingUpdate,
} from "./climb";
export {
  assignment,
  exercise,
  exerciseDraft,
  exerciseRevision,
  technique,
  techniquePrerequisite,
} from "./exercises";
export {
  auditEvent,
  cohort,
  joinLink,
  machineClearance,
  membership,
  person,
  school,
} from "./people";
export { causeSaid, deviceNote, eyeCall, judgingCall, photo, stageCheck, tryResult } from "./notes";
export { pieceOutline, tracedTemplate } from "./outlines";
export {
  defect,
  instrument,
  instrumentCheck,
  piece,
  reading,
  standingEvidence,
  verdict,
} from "./pieces";
