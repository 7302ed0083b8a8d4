import { minutesOf, type Floor } from "./floor";

/** What was foreseen for a piece of an exercise. */
export interface ForeseenPiece {
  name: string;
  heats: number;
  minutes: number;
}

/** How an exercise went on an evening. */
export interface ExerciseFigures {
  revisionId: string;
  name: string;
  handedOver: number;
  unfinished: number;
  spoiled: number;
  /** Means of the pieces handed over; null where none was. */
  minutes: number | null;
  heats: number | null;
  foreseen: ForeseenPiece;
  /** What to look at before next time: pieces take longer, or less, than is foreseen, or are spoiled. */
  advice: "longer" | "shorter" | "spoiled" | null;
}

/** A budget is looked at from so much more, or less, than it foresees (common practice, no source). */
export const LONGER_SHARE = 1.3;
export const SHORTER_SHARE = 0.6;
/** Fewer pieces say nothing of an exercise. */
export const MIN_PIECES = 2;

/**
 * What became of an evening's pieces, exercise by exercise: those that were worked on at it.
 *
 * @param endsAt when it ended, ms since 1970
 */
export function figuresOf(
  floor: Floor,
  classId: string,
  { foreseen, endsAt }: { foreseen: ReadonlyMap<string, ForeseenPiece>; endsAt: number },
): ExerciseFigures[] {
  const worked = [...floor.works.values()].filter((work) => work.classId === classId);
  const revisionIds = [...new Set(worked.map(({ revisionId }) => revisionId))];
  return revisionIds
    .flatMap((revisionId): ExerciseFigures[] => {
      const of = foreseen.get(revisionId);
      if (!of) return [];
      const own = worked.filter((work) => work.revisionId === revisionId);
      const handed = own.filter(({ state }) => state === "bench");
      const spoiled = own.filter(({ state }) => state === "spoiled").length;
      const mean = (values: readonly number[]) =>
        values.length === 0 ? null : values.reduce((sum, one) => sum + one, 0) / values.length;
      const minutes = mean(handed.map((work) => minutesOf(work, endsAt)));
      return [
        {
          ...{ revisionId, name: of.name, foreseen: of, spoiled, minutes },
          handedOver: handed.length,
          unfinished: own.filter(({ state }) => state === "open").length,
          heats: mean(handed.map(({ heats }) => heats)),
          advice: adviceOf({ pieces: handed.length, spoiled, minutes, budget: of.minutes }),
        },
      ];
    })
    .sort((a, b) => a.name.localeCompare(b.name, "en"));
}

function adviceOf({
  pieces,
  spoiled,
  minutes,
  budget,
}: {
  pieces: number;
  spoiled: number;
  minutes: number | null;
  budget: number;
}): ExerciseFigures["advice"] {
  if (spoiled >= MIN_PIECES) return "spoiled";
  if (minutes === null || pieces < MIN_PIECES) return null;
  if (minutes >= budget * LONGER_SHARE) return "longer";
  return minutes <= budget * SHORTER_SHARE ? "shorter" : null;
}
