/** What an audit event can be about. */
export const SUBJECT_KINDS = ["person", "cohort", "class", "exercise", "piece"] as const;
export type SubjectKind = (typeof SUBJECT_KINDS)[number];

export interface Subject {
  kind: SubjectKind;
  id: string;
}

/** The fields of a command's input that name what it is about, the nearest first. */
const FIELDS: readonly (readonly [field: string, kind: SubjectKind])[] = [
  ["pieceId", "piece"],
  ["personId", "person"],
  ["learnerId", "person"],
  ["classId", "class"],
  ["cohortId", "cohort"],
  ["exerciseId", "exercise"],
];

/** Small facts of an input that are kept with its event. Nobody's name or address is among them. */
const DETAILS = [
  "role",
  "left",
  "ended",
  "retired",
  "machine",
  "cleared",
  "says",
  "timeZone",
  "currency",
  "eventDays",
  "leaverDays",
] as const;

/**
 * What a command is about; null where it names no one record.
 *
 * @example subjectOf({ learnerId: "0199-a", exerciseId: "0199-b" }) → { kind: "person", id: "0199-a" }
 */
export function subjectOf(input: Readonly<Record<string, unknown>>): Subject | null {
  for (const [field, kind] of FIELDS) {
    const id = input[field];
    if (typeof id === "string") return { kind, id };
  }
  return null;
}

/**
 * The facts that are kept of a command; null where there are none.
 *
 * @example detailsOf({ personId: "0199-a", role: "owner", name: "A. Smith" }) → { role: "owner" }
 */
export function detailsOf(
  input: Readonly<Record<string, unknown>>,
): Record<string, string | number | boolean> | null {
  const kept: Record<string, string | number | boolean> = {};
  for (const field of DETAILS) {
    const value = input[field];
    if (typeof value === "string" || typeof value === "number" || typeof value === "boolean")
      kept[field] = value;
  }
  return Object.keys(kept).length === 0 ? null : kept;
}

/** What is done without a command, and kept all the same: looked at of others, taken out, signed in. */
export const OTHER_ACTIONS = [
  "look-at-record",
  "take-out-record",
  "take-out-roster",
  "take-out-results",
  "take-out-archive",
  "try-archive",
  "start-from-archive",
  "take-out-events",
  "forget-leaver",
  "add-photo",
  "join",
  "ask-way-back",
  "choose-password",
  "change-password",
  "change-email",
  "end-own-sessions",
  "keep-passkey",
  "drop-passkey",
] as const;
export type OtherAction = (typeof OTHER_ACTIONS)[number];
