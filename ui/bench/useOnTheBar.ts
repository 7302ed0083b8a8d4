"use client";

import { useMemo } from "react";
import type { BenchPiece } from "@/core/records/bench";
import { defectKind } from "@/core/trade/defects";
import type { ForgedSurface } from "@/core/drawing/forgedSurface";
import type { Piece } from "@/core/piece/piece";
import type { Plan } from "@/core/piece/plan";
import type { BarPin, BarPlan, BarStation } from "../bar/BarDrawing";
import type { Stations } from "./useStations";

/** What the bench draws, planned at the server. */
export type BenchPlan = BarPlan &
  Pick<Plan, "parts"> & {
    /** What features draw on each bar, by its part's id. */
    surfaces: Readonly<Record<string, ForgedSurface>>;
  };

interface OnTheBar {
  /** The bar that is drawn: the one the line to measure is on. */
  bar: { piece: Piece; plan: BarPlan; surface: ForgedSurface | undefined };
  drawn: BarStation[];
  pins: BarPin[];
}

/** What stands on the drawing: the places to measure and the defects; the same until one changes. */
export function useOnTheBar(
  { piece, characteristics, defects }: BenchPiece,
  plan: BenchPlan,
  { active, judgements }: Stations,
): OnTheBar {
  const activeId = active?.id;
  const part = active?.part;
  const bar = useMemo(() => barOfPart(piece, plan, part), [piece, plan, part]);
  const lengthMm = plan.straightLengthMm;
  const drawn = useMemo<BarStation[]>(
    () =>
      characteristics.flatMap(({ id, atMm, part: on }, index): BarStation[] =>
        on === part
          ? [
              {
                number: index + 1,
                atMm,
                state: id === activeId ? "active" : judgements.has(id) ? "done" : "waiting",
              },
            ]
          : [],
      ),
    [characteristics, activeId, part, judgements],
  );
  const pins = useMemo(
    () =>
      // Defects are noted along the first bar.
      (part === undefined ? defects : []).map(({ id, kind, atMm, corrected }) => ({
        id,
        atMm: atMm ?? lengthMm / 2,
        label: `${defectKind(kind)?.name.toLowerCase() ?? kind}${corrected ? ", put right" : ""}`,
      })),
    [defects, lengthMm, part],
  );
  return { bar, drawn, pins };
}

/** The bar a line is on, as one piece of its own to be drawn. */
function barOfPart(piece: Piece, plan: BenchPlan, id: string | undefined) {
  const part = piece.parts?.find((one) => one.id === id);
  const planned = plan.parts.find((one) => one.id === id);
  if (!part || !planned) return { piece, plan, surface: plan.surfaces.main };
  const { stock, stretches, features } = part;
  const straightLengthMm = planned.stretches.at(-1)?.finishedToMm ?? 0;
  return {
    piece: { ...piece, stock, stretches, features },
    plan: { ...planned, straightLengthMm },
    surface: plan.surfaces[part.id],
  };
}
