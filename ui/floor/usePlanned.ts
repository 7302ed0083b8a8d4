"use client";

import { useEffect, useState } from "react";
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
  /** When something is shown, minutes from the start. */
  showings: readonly { id: string; from: number }[];
}

const NOTHING: Planned = { pieces: new Map(), exercises: [], showings: [] };

/** What is planned for everybody: fetched once the floor is seen, since it takes longer than the floor. */
export function usePlanned(classId: string): Planned {
  const [planned, setPlanned] = useState(NOTHING);
  useEffect(() => {
    let gone = false;
    void fetch(`/api/evening/${classId}/pieces`)
      .then(async (response) => {
        if (!response.ok || gone) return;
        const { pieces, exercises, showings } = (await response.json()) as {
          pieces: Record<string, PlannedPiece[]>;
          exercises: FloorExercise[];
          showings: { id: string; from: number }[];
        };
        setPlanned({ pieces: new Map(Object.entries(pieces)), exercises, showings });
      })
      .catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [classId]);
  return planned;
}
