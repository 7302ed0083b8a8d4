"use client";

import { useEffect, useRef, useState } from "react";
import type { PlannedPlace } from "@/core/floor/upcoming";
import type { FloorExercise } from "@/core/records/floor";

/** What somebody could take up next. */
export interface PlannedPiece {
  revisionId: string;
  name: string;
  /** A piece that was begun before. */
  workId: string | null;
}

interface Planned {
  pieces: ReadonlyMap<string, readonly PlannedPiece[]>;
  exercises: readonly FloorExercise[];
  /** Where everybody goes on. */
  places: readonly PlannedPlace[];
  /** When something is shown, ms since 1970. */
  showings: readonly { id: string; at: number }[];
}

const NOTHING: Planned = { pieces: new Map(), exercises: [], places: [], showings: [] };

/** The rest of an evening is planned anew once it was quiet for so long, and no more often than that. */
const QUIET_MS = 4000;
const APART_MS = 60_000;

/**
 * What is planned for everybody: fetched once the floor is seen, since it takes longer than the
 * floor, and again as things happen.
 *
 * @param changes how much has happened
 */
export function usePlanned(classId: string, changes: number): Planned {
  const [planned, setPlanned] = useState(NOTHING);
  const last = useRef({ classId: "", at: 0 });
  useEffect(() => {
    let gone = false;
    const load = async () => {
      last.current = { classId, at: Date.now() };
      const response = await fetch(`/api/evening/${classId}/pieces`);
      if (!response.ok || gone) return;
      const { pieces, ...rest } = (await response.json()) as Omit<Planned, "pieces"> & {
        pieces: Record<string, PlannedPiece[]>;
      };
      setPlanned({ ...rest, pieces: new Map(Object.entries(pieces)) });
    };
    const isFirst = last.current.classId !== classId;
    const wait = isFirst ? 0 : Math.max(QUIET_MS, last.current.at + APART_MS - Date.now());
    const timer = setTimeout(() => void load().catch(() => undefined), wait);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [classId, changes]);
  return planned;
}
