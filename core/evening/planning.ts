import type { Attendance } from "../floor/events";
import type { FloorWork } from "../floor/floor";
import type { Evening, Kept } from "./evening";
import type { Offered } from "./fill";
import type { BarToCut } from "./pieceWork";
import type { WantedCut } from "./sawList";

/** A piece of the evening. */
export interface EveningPiece extends Offered {
  /** Learner and revision, as the plan calls it. */
  id: string;
  learnerId: string;
  revisionId: string;
  exerciseId: string;
  name: string;
  heats: number;
  weldMinutes: number;
  heatMm: number | null;
  /** Where and when an instructor put it. */
  kept: Kept | null;
  /** Whether an instructor stands by all the time. */
  isGuided: boolean;
  /** The piece an earlier evening left, and its stages that are done. */
  work: Pick<FloorWork, "id" | "stages"> | null;
  stages: number;
  bars: BarToCut[];
}

export interface EveningLearner {
  id: string;
  name: string;
  tagCode: string | null;
  attendance: Attendance;
  /** How many times the minutes foreseen they take. */
  pace: number;
  pieces: EveningPiece[];
  /** The piece they have at a fire just now. */
  inHand: { workId: string; fireId: string } | null;
  /** What an instructor dropped from their evening. */
  dropped: { revisionId: string; name: string }[];
}

/** A bar that was sawn for an evening. */
export interface SawnForEvening {
  id: string;
  stock: string;
  lengthMm: number;
  cuts: { learnerId: string; revisionId: string; mm: number }[];
  offcutMm: number;
  kg: number;
  cost: number | null;
}

/** Everything the fires of an evening are planned from. */
export interface EveningAsked {
  of: {
    minutes: number;
    cleanUp: number;
    /** Lit, where nobody described the fires. */
    hearths: number;
    instructorIds: readonly string[];
    firesOut: readonly string[];
  };
  /** Minutes of it that have gone: nothing is planned into them. */
  elapsed: number;
  fires: readonly {
    id: string;
    places: number;
    welds: boolean;
    evenHeatMm: number | null;
    openingMm: number | null;
  }[];
  learners: readonly EveningLearner[];
  demonstrations: readonly {
    id: string;
    shownBy: string;
    minutes: number;
    learnerIds: readonly string[];
    fireId: string | null;
    beforeRevisionId: string | null;
  }[];
}

/** An evening is planned in slots of so many minutes. */
export const SLOT_MINUTES = 5;
/** Who comes late is reckoned with from then on, minutes. */
export const LATE_MINUTES = 30;
/** What counts more: what was begun, then what an instructor says, then the ranking. */
const PRIORITY: Record<Offered["from"], number> = { begun: 3, said: 2, ranked: 0 };
/** What an instructor put somewhere stays there, and all others go round it. */
const PRIORITY_OF_KEPT = 20;

/**
 * An evening as it is planned. Fires that nobody described are as many as are lit, two at each.
 *
 * @param welds whether those reach welding heat
 */
export function eveningOf(
  { of, elapsed, fires, learners, demonstrations }: EveningAsked,
  { welds }: { welds: boolean },
): Evening {
  const lit = fires.filter(({ id }) => !of.firesOut.includes(id));
  const generic = Array.from({ length: of.hearths }, (_, index) => ({
    ...{ id: String(index + 1), places: 2, welds },
  }));
  const comes = learners.filter(({ attendance }) => attendance !== "away");
  const pinned = pinnedToFires(comes, lit);
  const staff = [...of.instructorIds, ...demonstrations.map(({ shownBy }) => shownBy)];
  return {
    minutes: of.minutes,
    slot: SLOT_MINUTES,
    cleanUp: of.cleanUp,
    fires:
      fires.length === 0
        ? generic
        : lit.map(({ id, places, welds: weldsToo, evenHeatMm, openingMm }) => ({
            ...{ id, places, welds: weldsToo },
            evenHeatMm: evenHeatMm ?? undefined,
            openingMm: openingMm ?? undefined,
          })),
    learners: comes.map(({ id, attendance, pieces }) => ({
      id,
      here: [Math.max(elapsed, attendance === "late" ? LATE_MINUTES : 0), of.minutes] as const,
      work: pieces.map(({ id: workId, minutes, weldMinutes, heatMm, ...piece }, index) => {
        const said = stillKept(piece.kept, { elapsed, firesOut: of.firesOut });
        const priority = said ? PRIORITY_OF_KEPT : PRIORITY[piece.from];
        const kept = said ?? pinned.get(workId);
        return {
          ...{ id: workId, minutes, weldMinutes: Math.min(minutes, weldMinutes) },
          ...{ heatMm: heatMm ?? undefined, guided: piece.isGuided, kept },
          priority: priority + (index === 0 ? 1 : 0),
        };
      }),
    })),
    instructors: [...new Set(staff)].map((id) => ({ id })),
    demonstrations: demonstrations.map(({ id, shownBy, minutes, ...shown }) => {
      const watching = comes.filter((one) => shown.learnerIds.includes(one.id));
      const isBefore = ({ revisionId }: EveningPiece) => revisionId === shown.beforeRevisionId;
      return {
        ...{ id, by: shownBy, minutes },
        for: watching.map((one) => one.id),
        before: watching.flatMap(({ pieces }) => pieces.filter(isBefore).map((one) => one.id)),
        at: lit.find((one) => one.id === shown.fireId)?.id,
      };
    }),
  };
}

/** Nobody leaves a fire in the middle of a piece that can go on there. */
function pinnedToFires(
  learners: readonly EveningLearner[],
  lit: EveningAsked["fires"],
): Map<string, Kept> {
  const pieces = learners.flatMap(({ inHand, pieces: own }) => {
    const piece = inHand ? own.find(({ work }) => work?.id === inHand.workId) : undefined;
    return piece ? [{ piece, fireId: inHand!.fireId }] : [];
  });
  return new Map(
    lit.flatMap((fire) =>
      pieces
        .filter(({ piece: { minutes, weldMinutes, heatMm }, fireId }) => {
          const isOnlyWelded = weldMinutes >= minutes;
          const room = Math.min(fire.evenHeatMm ?? Infinity, fire.openingMm ?? Infinity);
          return fireId === fire.id && (heatMm ?? 0) <= room && (fire.welds || !isOnlyWelded);
        })
        .slice(0, fire.places)
        .map(({ piece }) => [piece.id, { fire: fire.id }] as const),
    ),
  );
}

/** What was said of a place still goes for a fire that is lit, and for a time to come. */
function stillKept(
  kept: Kept | null,
  { elapsed, firesOut }: { elapsed: number; firesOut: readonly string[] },
): Kept | undefined {
  if (!kept || (kept.from !== undefined && kept.from < elapsed)) return undefined;
  return kept.fire !== undefined && firesOut.includes(kept.fire) ? undefined : kept;
}

/** Lengths that are as long as each other to this were sawn for one another, mm. */
const SAME_MM = 0.5;

/** A length of an evening, and whose it is. */
export type EveningCut = WantedCut & { learnerId: string; revisionId: string };

/** The lengths of an evening that nobody has sawn yet. */
export function wantedCuts(
  learners: readonly EveningLearner[],
  sawn: readonly SawnForEvening[],
): EveningCut[] {
  const left = sawn.flatMap(({ cuts }) => cuts);
  return learners.flatMap(({ pieces }) =>
    pieces.flatMap(({ id, learnerId, revisionId, bars }) =>
      bars.flatMap((bar, index) => {
        const at = left.findIndex(
          (one) =>
            one.learnerId === learnerId &&
            one.revisionId === revisionId &&
            Math.abs(one.mm - bar.mm) < SAME_MM,
        );
        if (at >= 0) {
          left.splice(at, 1);
          return [];
        }
        return [{ ...bar, id: `${id}:${index}`, learnerId, revisionId }];
      }),
    ),
  );
}
