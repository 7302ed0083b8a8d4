import type { OtherAction } from "@/core/records/audit";
import type { CommandName } from "@/core/records/commands";
import type { Role } from "@/core/records/peopleCommands";
import { MACHINE_WORDS, type Machine } from "@/core/trade/machines";
import { ROLE_WITH_ARTICLE } from "./roles";

type Details = Readonly<Record<string, string | number | boolean>>;

/** What somebody did, after their name; “…” stands for what it was about. */
const ACTIONS: Record<CommandName | OtherAction, string | ((details: Details) => string)> = {
  "add-learner": "brought in … as a learner",
  "add-staff": "brought in … as staff",
  "import-roster": "brought in learners from a file",
  "make-join-link": "gave … a new way in",
  "rename-person": "changed the name of …",
  "change-role": ({ role }) => `made … ${ROLE_WITH_ARTICLE[role as Role]}`,
  "move-learner": "moved … to another cohort",
  "leave-school": ({ left }) => (left ? "let … leave" : "let … come back"),
  "end-sessions": "signed … out everywhere",
  "merge-people": "made two entries of … one",
  "erase-person": "erased somebody",
  "keep-cohort": "made or renamed …",
  "end-cohort": ({ ended }) => (ended ? "ended …" : "took … up again"),
  "set-money": ({ currency }) => `set the school’s money: ${currency}`,
  "keep-events": ({ eventDays }) => `set that this is kept for ${eventDays} days`,
  "keep-leavers": ({ leaverDays }) =>
    leaverDays
      ? `set that who left is erased after ${leaverDays} days`
      : "set that who left keeps their name",
  "clear-for-machine": ({ machine, cleared }) =>
    `${cleared ? "cleared … for" : "took back that … may use"} the ${MACHINE_WORDS[machine as Machine]}`,
  "set-first-unit": "chose a unit",
  "set-time-zone": ({ timeZone }) => `set the school’s clock to ${timeZone}`,
  "set-grades": "changed how closely steps are judged",
  "set-early-end": ({ on }) =>
    on
      ? "let inspections end once enough is known"
      : "set that everything is measured at every inspection",
  "set-close-calls": ({ drawn }) =>
    drawn ? "had close calls of the next drawn by lot" : "set that close calls aren’t drawn by lot",
  "set-marks-rule": "changed the marks rule of …",
  "set-shop": "changed what the shop has",
  "new-exercise": "began the exercise …",
  "place-draft": "placed the draft …",
  "save-draft": "saved the draft …",
  "discard-draft": "threw away the draft …",
  "publish-revision": "published …",
  "retire-exercise": ({ retired }) => (retired ? "retired …" : "took … up again"),
  "import-pack": "took in a pack of exercises",
  "import-exercise": "took in the exercise …",
  "publish-course": "published the course",
  assign: "set an exercise",
  "withdraw-assignment": "took back what was set",
  "start-piece": "opened the piece …",
  "take-reading": "took a reading of …",
  "note-defect": "noted a defect of …",
  "change-defect": "changed a defect",
  "tally-piece": "counted heats or minutes of …",
  "answer-try": "tried …",
  "declare-work": "declared work or help on …",
  "check-stage": "checked a stage of …",
  "note-device": "took what a device sent of …",
  "call-size": "called a size of …",
  "call-drawn": "called a drawn size",
  "judge-drawn": "judged a drawn piece",
  "show-piece": "showed …",
  "sign-verdict": "signed …",
  "regrade-piece": "graded … again",
  "say-cause": "said why … came out so",
  "withdraw-photo": "took back a photograph",
  "keep-outline": "kept the outline of …",
  "trace-template": "changed an exercise’s traced template",
  "check-instrument": "checked an instrument",
  "say-next": "said what … makes next, or not",
  "plan-classes": "planned classes of …",
  "call-off-class": "called off the class of …",
  "change-class": "changed the class of …",
  "close-class": "closed the class of …",
  "say-evening": "said what is made on an evening",
  "keep-demonstration": "planned a demonstration",
  "take-back-demonstration": "took back a demonstration",
  "keep-fire": "kept a fire",
  "keep-station": "kept a place in the shop",
  "take-down-fire": "took down a fire",
  "keep-bar": "counted the rack",
  "saw-bars": "sawed bars for the class of …",
  floor: "said something on the floor, on …",
  "make-calendar-link": "made a calendar address",
  "revoke-calendar-link": "revoked a calendar address",
  "start-study": "began a comparison of inspectors",
  "fill-study": "entered values of inspectors",
  "look-at-record": "looked at the record of …",
  "take-out-record": "took out the record of …",
  "take-out-roster": "took out the roster",
  "take-out-results": "took out everybody’s results",
  "take-out-archive": "took out the whole school",
  "start-from-archive": ({ pieces }) => `started the school from its archive: ${pieces} pieces`,
  "try-archive": ({ pieces }) => `tried whether the school can be put back: all ${pieces} pieces`,
  "take-out-events": "took out what was done",
  "forget-leaver": "left so long ago that they were erased",
  "add-photo": "added a photograph of …",
  join: "joined",
  "ask-way-back": "was sent a way back by mail",
  "choose-password": "chose a new password by a one-time link",
  "change-password": "changed their password",
  "change-email": "changed their address",
  "end-own-sessions": "signed out elsewhere",
  "keep-passkey": "made a passkey",
  "drop-passkey": "took away a passkey",
};

/**
 * What was done, after the name of who did it.
 *
 * @param subject the name of what it was about; null where it has none, or is gone
 */
export function actionInWords(
  action: string,
  subject: string | null,
  details: Details | null = null,
): string {
  if (!Object.hasOwn(ACTIONS, action)) return action;
  const words = ACTIONS[action as CommandName];
  return (typeof words === "string" ? words : words(details ?? {})).replace(
    "…",
    subject ?? "somebody or something gone",
  );
}
