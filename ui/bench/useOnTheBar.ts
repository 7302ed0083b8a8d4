"use client";

import { useMemo } from "react";
import type { BenchPiece } from "@/core/records/bench";
import { defectKind } from "@/core/trade/defects";
import type { BarPin, BarStation } from "../bar/BarDrawing";
import type { Stations } from "./useStations";

/** What stands on the drawing: the places to measure and the defects; the same until one changes. */
export function useOnTheBar(
  { characteristics, defects }: BenchPiece,
  lengthMm: number,
  { active, judgements }: Stations,
): { drawn: BarStation[]; pins: BarPin[] } {
  const activeId = active?.id;
  const drawn = useMemo<BarStation[]>(
    () =>
      characteristics.map(({ id, atMm }, index) => ({
        number: index + 1,
        atMm,
        state: id === activeId ? "active" : judgements.has(id) ? "done" : "waiting",
      })),
    [characteristics, activeId, judgements],
  );
  const pins = useMemo(
    () =>
      defects.map(({ id, kind, atMm, corrected }) => ({
        id,
        atMm: atMm ?? lengthMm / 2,
        label: `${defectKind(kind)?.name.toLowerCase() ?? kind}${corrected ? ", put right" : ""}`,
      })),
    [defects, lengthMm],
  );
  return { drawn, pins };
}
