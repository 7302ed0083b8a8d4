import { isStorable } from "@/core/problem/storable";
import { COMMANDS, type CommandName } from "@/core/records/commands";
import { Refusal, type Problem } from "@/core/problem/problem";
import { failureOf, type Failure } from "@/core/problem/complain";
import { OWNERS, type Actor } from "../actor";
import { aboutInput, eventStatement } from "../audit";
import { sqlState, type Database } from "../database";
import { inSchool } from "../inSchool";

import type { Command, CommandContext } from "./command";
import { assign, withdrawAssignment } from "./assignments";
import { keepDemonstration, sayEvening, takeBackDemonstration } from "./evening";
import {
  discardDraft,
  importExercise,
  importPack,
  newExercise,
  placeDraft,
  publishDraft,
  retireExercise,
  saveDraft,
} from "./exercises";
import { callDrawn, callSize, judgeDrawn } from "./calls";
import { sayCause } from "./causes";
import { makeCalendarLink, revokeCalendarLink } from "./calendar";
import { callOffClass, changeClass, closeClass, planClasses } from "./classes";
import { publishCourse } from "./course";
import { tellFloor } from "./floor";
import { checkAgainstReference } from "./instruments";
import { sayNext, setShop, showPiece } from "./next";
import { endCohort, keepCohort, keepEvents, keepLeavers, setMoney } from "./housekeeping";
import {
  changeRole,
  endSessions,
  erasePerson,
  leaveSchool,
  mergePeople,
  moveLearner,
  renamePerson,
} from "./membership";
import { keepOutline, traceTemplate } from "./outlines";
import {
  addLearner,
  addStaff,
  clearForMachine,
  importRoster,
  makeJoinLink,
  setFirstUnit,
} from "./people";
import { withdrawPhoto } from "./photos";
import { answerTry, checkStage, declareWork, noteDevice, tallyPiece } from "./pieceNotes";
import { changeDefect, noteDefect, startPiece, takeReading } from "./pieces";
import { regradePiece, setCloseCalls, setEarlyEnd, setGrades, setMarksRule } from "./rules";
import { keepBar, keepFire, keepStation, sawBars, setTimeZone, takeDownFire } from "./shop";
import { signVerdict } from "./sign";
import { fillStudy, startStudy } from "./studies";

/** Every command there is; a name in the core without its command here does not compile. */
const HANDLERS: { [Name in CommandName]: Command<Name> } = {
  "add-learner": addLearner,
  "add-staff": addStaff,
  "make-join-link": makeJoinLink,
  "rename-person": renamePerson,
  "change-role": changeRole,
  "move-learner": moveLearner,
  "leave-school": leaveSchool,
  "end-sessions": endSessions,
  "merge-people": mergePeople,
  "erase-person": erasePerson,
  "keep-cohort": keepCohort,
  "end-cohort": endCohort,
  "set-money": setMoney,
  "keep-events": keepEvents,
  "keep-leavers": keepLeavers,
  assign,
  "withdraw-assignment": withdrawAssignment,
  "start-piece": startPiece,
  "take-reading": takeReading,
  "note-defect": noteDefect,
  "change-defect": changeDefect,
  "tally-piece": tallyPiece,
  "answer-try": answerTry,
  "check-instrument": checkAgainstReference,
  "say-cause": sayCause,
  "check-stage": checkStage,
  "note-device": noteDevice,
  "call-size": callSize,
  "call-drawn": callDrawn,
  "judge-drawn": judgeDrawn,
  "keep-outline": keepOutline,
  "trace-template": traceTemplate,
  "withdraw-photo": withdrawPhoto,
  "declare-work": declareWork,
  "sign-verdict": signVerdict,
  "set-grades": setGrades,
  "set-early-end": setEarlyEnd,
  "set-close-calls": setCloseCalls,
  "set-marks-rule": setMarksRule,
  "regrade-piece": regradePiece,
  "publish-course": publishCourse,
  "say-next": sayNext,
  "plan-classes": planClasses,
  "call-off-class": callOffClass,
  "change-class": changeClass,
  "close-class": closeClass,
  "set-time-zone": setTimeZone,
  "keep-fire": keepFire,
  "keep-station": keepStation,
  "take-down-fire": takeDownFire,
  "keep-bar": keepBar,
  "say-evening": sayEvening,
  "keep-demonstration": keepDemonstration,
  "take-back-demonstration": takeBackDemonstration,
  "saw-bars": sawBars,
  floor: tellFloor,
  "make-calendar-link": makeCalendarLink,
  "revoke-calendar-link": revokeCalendarLink,
  "set-shop": setShop,
  "show-piece": showPiece,
  "start-study": startStudy,
  "fill-study": fillStudy,
  "import-roster": importRoster,
  "new-exercise": newExercise,
  "place-draft": placeDraft,
  "save-draft": saveDraft,
  "discard-draft": discardDraft,
  "publish-revision": publishDraft,
  "retire-exercise": retireExercise,
  "import-pack": importPack,
  "import-exercise": importExercise,
  "clear-for-machine": clearForMachine,
  "set-first-unit": setFirstUnit,
};

export const COMMAND_NAMES = Object.keys(HANDLERS) as CommandName[];

export type CommandAnswer = { ok: true; value: unknown } | { ok: false; error: Failure };

/** Two people changed the same thing at once, or the server was told to end: worth sending again. */
const TRANSIENT = /^(?:40|08|57|53)/;
/** A value that can't be kept: a date before there were any, letters that are none. */
const UNSTORABLE = /^22/;
/** A record refers to, or takes the place of, something it may not. */
const VIOLATION = /^23/;

type SendersContext = Omit<CommandContext, "tx" | "actor"> & {
  database: Database;
  actor: Actor | null;
  /** Does what a command leaves for after its answer; by default before it. */
  afterwards?: (work: () => Promise<void>) => void | Promise<void>;
};

/**
 * Carries out a command as a person: is there such a command, may they, is the
 * input right, then does it and notes that it was done, in one transaction. Every write in
 * the application comes through here.
 */
export async function runCommand(
  name: string,
  input: unknown,
  { database, actor, afterwards = (work) => work(), ...context }: SendersContext,
): Promise<CommandAnswer> {
  if (!actor) return failed({ code: "signed-out" });
  if (!Object.hasOwn(HANDLERS, name)) return failed({ code: "command-unknown" });
  const command = HANDLERS[name as CommandName] as unknown as Command;
  if (!command.roles.includes(actor.role))
    return failed({ code: command.roles === OWNERS ? "owners-only" : "instructors-only" });
  const read = COMMANDS[name as CommandName].safeParse(input);
  if (!read.success) return { ok: false, error: failureOf(read.error) };
  if (!isStorable(read.data)) return failed({ code: "value-unstorable" });
  try {
    const atCommit = eventStatement(actor, { action: command.name, ...aboutInput(read.data) });
    const { plansOnce = false, afterwards: work } = command;
    const value = await inSchool(database, actor.schoolId, { atCommit, plansOnce }).transaction(
      (tx) => command.run({ ...context, tx, actor }, read.data),
    );
    if (work) await afterwards(() => work(database, actor));
    return { ok: true, value };
  } catch (error) {
    if (error instanceof Refusal) return { ok: false, error: failureOf(error) };
    const state = sqlState(error) ?? "";
    if (TRANSIENT.test(state)) return failed({ code: "not-saved" });
    if (UNSTORABLE.test(state)) return failed({ code: "value-unstorable" });
    if (VIOLATION.test(state)) return failed({ code: "records-clash" });
    throw error;
  }
}

const failed = (problem: Problem): CommandAnswer => ({
  ok: false,
  error: failureOf(new Refusal(problem)),
});
