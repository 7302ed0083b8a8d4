import type { Choices, NextReason, NotNow, Ranked } from "./choose";

/** What the list of the next said when an exercise was set. */
export interface LoggedChoice {
  /** Place in the list of what was set, from 1; null where it wasn't among them. */
  place: number | null;
  /** Why the list left out what was set; null where it didn't, or doesn't know of it. */
  notNow: WithoutWords<NotNow> | null;
  /** The head of the list as it stood, the first first. */
  candidates: (Omit<Ranked, "reasons"> & { reasons: WithoutWords<NextReason>[] })[];
}

/** An instructor's own words stay where they were said: they may be about a person. */
type WithoutWords<Of> = Of extends { reason: string } ? Omit<Of, "reason"> : Of;

/** So many of the list are kept with a choice. */
export const LOGGED_CANDIDATES = 12;

/**
 * What is kept of a choice, so that it can be seen later how good the list was: its head with the reasons,
 * and where in it stood what was set.
 *
 * @param choices the list as it stood before the exercise was set
 * @example loggedChoice({ ranked: [{ exerciseId: "a", score: 35, reasons: [], chance: 0.7 }], notNow: [] }, "a").place → 1
 */
export function loggedChoice({ ranked, notNow }: Choices, exerciseId: string): LoggedChoice {
  const at = ranked.findIndex((one) => one.exerciseId === exerciseId);
  const why = notNow.find((one) => one.exerciseId === exerciseId)?.why;
  return {
    place: at < 0 ? null : at + 1,
    notNow: why ? withoutWords(why) : null,
    candidates: ranked.slice(0, LOGGED_CANDIDATES).map(({ reasons, ...one }) => ({
      ...one,
      reasons: reasons.map(withoutWords),
    })),
  };
}

function withoutWords<Of extends NextReason | NotNow>(of: Of): WithoutWords<Of> {
  const kept = { ...of } as Of & { reason?: string };
  delete kept.reason;
  return kept as WithoutWords<Of>;
}

/** The chance of what was set, as it stood in the list then; null where none was said or it wasn't at its head. */
export const loggedChance = ({
  place,
  candidates,
}: Pick<LoggedChoice, "place"> & { candidates: readonly { chance?: number | null }[] }):
  number | null => (place === null ? null : candidates[place - 1]?.chance) ?? null;

/** Pieces first made of what was set: how many, and how many of them were kept at the first verdict. */
export interface FirstPieces {
  made: number;
  kept: number;
}

/** Whether what was set came first in its list by lot. */
export const loggedDraw = ({
  place,
  candidates,
}: Pick<LoggedChoice, "place"> & {
  candidates: readonly { reasons: readonly { code: string }[] }[];
}): boolean => place === 1 && candidates[0]!.reasons.some(({ code }) => code === "drawn");

/** What became of what was set: the first of the list, by lot or not, another of it, and what it had left out. */
export interface ChoiceRecord {
  first: FirstPieces;
  drawn: FirstPieces;
  another: FirstPieces;
  leftOut: FirstPieces;
}

/**
 * Counts what became of the choices that were logged. Nothing is claimed of why: who gets another exercise than
 * the first of the list is not drawn by lot.
 *
 * @param choices one for each exercise set of which a first piece has its verdict
 */
export function recordOfChoices(
  choices: readonly { place: number | null; isDrawn: boolean; isKept: boolean }[],
): ChoiceRecord {
  const counted = (some: typeof choices): FirstPieces => ({
    made: some.length,
    kept: some.filter(({ isKept }) => isKept).length,
  });
  return {
    first: counted(choices.filter(({ place, isDrawn }) => place === 1 && !isDrawn)),
    drawn: counted(choices.filter(({ isDrawn }) => isDrawn)),
    another: counted(choices.filter(({ place }) => place !== null && place > 1)),
    leftOut: counted(choices.filter(({ place }) => place === null)),
  };
}
