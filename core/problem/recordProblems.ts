import { always, problem, type ProblemOf } from "./catalogue";

/** Every reason why something that can be read is still not done, by its code. */
export const RECORD_PROBLEMS = {
  "signed-out": always("signed-out", "You are signed out. Sign in, and go on where you were."),
  "instructors-only": always("denied", "That is for an instructor to do."),
  "staff-only": always("denied", "That is for the school's staff."),
  "command-unknown": always("not-found", "There is no such command."),
  "record-missing": problem<{ what: string }>(
    "not-found",
    ({ what }) => `There is no such ${what} here.`,
  ),
  "file-missing": always("not-found", "There is nothing of that name here."),
  "not-saved": always("unavailable", "That did not go through. Try again."),
  "server-failed": always(
    "unavailable",
    "The server couldn't save that. Nothing was recorded; try again.",
  ),
  "server-unreachable": always(
    "unavailable",
    "The server can't be reached. Nothing was saved; try again.",
  ),
  "draft-unsaved": always(
    "unavailable",
    "It can't be saved at the moment, so it isn't published either. Try again.",
  ),
  "photo-unsent": always(
    "unavailable",
    "The server can't be reached, so the photograph isn't added. Add it again later.",
  ),
  "records-clash": always("conflict", "That clashes with what is on record."),
  "id-taken": always("conflict", "That id already belongs to another record."),
  "input-refused": problem<{ message: string; place: string }>("invalid", ({ message, place }) =>
    place ? `${place}: ${message}` : message,
  ),
  "body-unreadable": always("invalid", "A JSON object of at most 3 MB is accepted here."),

  // One answer for a wrong, used or expired link and for an address that can't be used.
  "join-link-unusable": always(
    "conflict",
    "That didn't work. The link may be used up or out of date, or this address can't be used. Ask your instructor for a new link.",
  ),
  "no-mail": always(
    "conflict",
    "Nothing can be sent from here. An owner or instructor of your school can give you a way back.",
  ),
  "has-left": problem<{ name: string }>(
    "conflict",
    ({ name }) => `${name} has left. Let them come back first.`,
  ),
  "owners-only": always("denied", "That is for an owner of the school to do."),
  "last-owner": always(
    "conflict",
    "A school keeps an owner: make somebody else one first. Nothing was changed.",
  ),
  "not-left": problem<{ name: string }>(
    "conflict",
    ({ name }) => `${name} has not left. Let them leave first.`,
  ),
  "own-entry": always("conflict", "That can’t be done to oneself: ask another owner."),
  "merge-unlike": always(
    "conflict",
    "Only two learners, or two of the staff, can be one person. Give both the same kind of role first.",
  ),
  "person-erased": always("conflict", "Nobody is known by that entry any more."),
  "cohort-not-empty": problem<{ count: number }>(
    "conflict",
    ({ count }) =>
      `${count === 1 ? "One learner is" : `${count} learners are`} in it still: move them, or let them leave, first.`,
  ),
  "cohort-has-classes": problem<{ count: number }>(
    "conflict",
    ({ count }) =>
      `${count === 1 ? "A class" : `${count} classes`} of it ${count === 1 ? "is" : "are"} still to come: call ${count === 1 ? "it" : "them"} off first.`,
  ),
  "cohort-letter-taken": problem<{ letter: string }>(
    "conflict",
    ({ letter }) => `Another cohort’s tags begin with ${letter}.`,
  ),
  "cohort-ended": always("conflict", "That cohort has ended: take it up again, or choose another."),
  "cohort-letter-used": always(
    "conflict",
    "Learners carry this letter on their tags: it stays. The name can be changed.",
  ),
  "archive-unreadable": always(
    "invalid",
    "That is no archive of a school, or it was cut off: a whole ZIP as it was taken out is accepted.",
  ),
  "archive-altered": always(
    "invalid",
    "Something in this archive is not as it was taken out. Nothing was put in; take another copy.",
  ),
  "archive-newer": always(
    "invalid",
    "This archive was taken out by a newer Bell Step. Bring this one up to date first.",
  ),
  "archive-of-person": always(
    "invalid",
    "This holds one person’s records. Only a whole school can be put in.",
  ),
  "archive-too-large": problem<{ maxMb: number }>(
    "invalid",
    ({ maxMb }) =>
      `The archive is larger than ${maxMb} MB, as it is or unpacked, and that is the most that is taken. Nothing was put in.`,
  ),
  "school-in-use": always(
    "conflict",
    "Something was entered in this school already. Only one that has its owner alone, and no exercise, class, fire, bar, course or piece, starts from an archive.",
  ),
  "school-name-taken": problem<{ name: string }>(
    "conflict",
    ({ name }) => `There is a school called “${name}” here already. Give it another name.`,
  ),
  "template-too-large": problem<{ sheets: number; max: number }>(
    "invalid",
    ({ sheets, max }) =>
      `At full size it would take ${sheets} sheets; at most ${max} are printed. As SVG or DXF it is one drawing.`,
  ),
  "password-wrong": always("invalid", "That is not your password as it is now."),
  "password-guessable": always(
    "invalid",
    "That would be guessed: it is common, or made of your own names. Four or five words that don’t belong together do well.",
  ),
  "email-taken": always("conflict", "That address can’t be used here."),
  "session-gone": always("not-found", "That has ended already."),
  "class-day-taken": always(
    "conflict",
    "On one of these days the cohort has a class already. Nothing was changed.",
  ),
  "rack-empty": problem<{ stock: string; mm: number }>(
    "conflict",
    ({ stock, mm }) =>
      `No ${stock} of ${Math.round(mm)} mm is left on the rack. Nothing was sawn: count the rack, and plan the cuts anew.`,
  ),
  "bar-too-short": problem<{ stock: string; mm: number; usedMm: number }>(
    "conflict",
    ({ stock, mm, usedMm }) =>
      `A ${stock} of ${Math.round(mm)} mm doesn’t give ${Math.round(usedMm)} mm. Nothing was sawn.`,
  ),
  "work-unknown": always("conflict", "That piece isn’t in this learner’s hands."),
  "calendar-link-revoked": always("not-found", "This address is not in use. Make a new one."),

  "piece-closed": problem<{ by: string }>(
    "conflict",
    ({ by }) => `This piece was signed by ${by} and is closed: nothing more can be recorded on it.`,
  ),
  "already-signed": always("conflict", "This piece has already been signed."),
  "judged-otherwise": problem<{ outcome?: string | null }>(
    "conflict",
    ({ outcome }) =>
      `Not signed: with what was recorded meanwhile it is ${outcome ? `“${outcome.replaceAll("-", " ")}”` : "not decided"}. Look at it again.`,
  ),
  "not-yet-signed": always("conflict", "Only a signed piece is graded again."),
  "piece-incomplete": problem<{ unmeasured: number; untried: number; undecided?: number }>(
    "conflict",
    ({ unmeasured, untried, undecided = 0 }) =>
      `Not everything is done yet: ${unmeasured} to measure, ${untried} to try${undecided > 0 ? `, ${undecided} too close to call that another instrument could decide` : ""}.`,
  ),
  "assessment-by-learner": always(
    "denied",
    "A piece to be assessed is taken in by an instructor; start it as practice.",
  ),
  "tally-by-learner": always(
    "denied",
    "Heats, minutes and help on an assessed piece are recorded by an instructor.",
  ),
  "cold-piece-helped": always("conflict", "A cold piece is assessed, and made unaided."),
  "stage-unknown": problem<{ count: number }>(
    "invalid",
    ({ count }) => `This exercise has ${count} stages.`,
  ),
  "stage-line-unknown": problem<{ line: string }>(
    "invalid",
    ({ line }) => `Nothing is called “${line}” at that stage.`,
  ),
  "line-unknown": always("invalid", "This piece's plan has no such thing to measure."),
  "values-count": problem<{ name: string; min: number; max: number }>(
    "invalid",
    ({ name, min, max }) =>
      `${name} takes ${min === max ? `${min}` : `${min} to ${max}`} of its kind.`,
  ),
  "defect-stays": problem<{ name: string }>(
    "conflict",
    ({ name }) =>
      `${name} can’t be put right by saying so. Take it back if it isn’t there, or let it stand.`,
  ),
  "defect-unknown": always("invalid", "There is no such kind of defect."),
  "try-unknown": always("invalid", "This exercise asks no such thing."),
  "nothing-to-check": always(
    "conflict",
    "This is no instrument with a scale: there is nothing to check it against.",
  ),

  "call-not-single": always("invalid", "Only a single size can be called."),
  "call-too-late": always(
    "conflict",
    "That has been measured already; a call comes before the reading.",
  ),
  "already-called": always("conflict", "That size has been called already."),

  "photo-unreadable": always(
    "invalid",
    "That isn't a photograph we can read: JPEG, PNG or WebP of at most 15 MB is accepted.",
  ),
  "photos-full": problem<{ max: number }>(
    "conflict",
    ({ max }) => `A piece has at most ${max} photographs. Take one back first.`,
  ),
  "photo-too-large": always("invalid", "A photograph of at most 15 MB is accepted."),
  "photo-unnamed": always("invalid", "A photograph and its piece are named by their ids."),

  "tag-unknown": problem<{ tag: string }>("invalid", ({ tag }) => `There is no piece ${tag} here.`),
  "grade-unknown": always("invalid", "A grade is 0, 1 or 2."),

  "draft-saved-by-another": problem<{ by: string }>(
    "conflict",
    ({ by }) => `${by} saved this draft meanwhile. Yours is kept on this device.`,
  ),
  "exercise-published": always(
    "conflict",
    "Learners have been judged by this exercise: what it teaches and its step stay. Copy it to teach something else with it.",
  ),
  "draft-gone": always(
    "conflict",
    "This draft was published or put away meanwhile. Yours is kept on this device.",
  ),
  "draft-missing": always(
    "conflict",
    "There is no draft to publish: somebody may have published it already.",
  ),
  "draft-changed": always(
    "conflict",
    "The draft was changed meanwhile. Look at it once more, then publish.",
  ),
  "nothing-measured": always("invalid", "Nothing would be measured: leave at least one line in."),
  "piece-impossible": problem<{ warning: string }>("invalid", ({ warning }) => warning),
  "technique-unknown": problem<{ slug: string; known: readonly string[] }>(
    "invalid",
    ({ slug, known }) =>
      `There is no technique “${slug}” in this school's course. Known: ${known.join(", ")}.`,
  ),
  "pack-count": problem<{ count: number }>(
    "invalid",
    ({ count }) => `The pack holds ${count} exercises.`,
  ),

  "shelf-search-empty": always("not-found", "Nothing fits that search."),
  "school-not-one": always("not-found", "There is no one school at this address."),
  "credential-unreadable": always(
    "invalid",
    "Paste the credential: one long line of letters with two dots.",
  ),
  "badge-key-missing": always(
    "unavailable",
    "This school has no key to sign with. Ask the school's owner.",
  ),
  "badge-key-unreadable": always(
    "unavailable",
    "The school's signing key can't be read: an RSA key in PEM (PKCS #8) is accepted. Ask the school's owner.",
  ),

  "course-published-by-another": always(
    "conflict",
    "Someone has published the course meanwhile. Open it again and make your changes there.",
  ),
  "technique-in-use": problem<{ name: string }>(
    "conflict",
    ({ name }) => `“${name}” has exercises or pieces, and stays in the course.`,
  ),
};

export type RecordProblem = ProblemOf<typeof RECORD_PROBLEMS>;
