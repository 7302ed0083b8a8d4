"use client";

import { useState, type ReactNode } from "react";
import type { Elevation } from "@/core/piece/outline";
import type { LengthUnit } from "@/core/units/length";
import type { Stage } from "@/core/workpiece/stages";
import { Key } from "../kit/Key";
import { useKeys } from "../kit/useKeys";
import { StageDetail } from "./StageDetail";
import { StageSlate } from "./StageSlate";
import { StageStrip } from "./StageStrip";
import { useStages } from "./useStages";

interface StageWalkProps {
  /** What stands above the strip, beside the slate. */
  head: ReactNode;
  stages: readonly Stage[];
  unit: LengthUnit;
  /** Where the stage board is printed from, once there is one. */
  boardHref?: string;
}

/** One elevation at a time, or both. */
const TURNS: readonly (Elevation | undefined)[] = [undefined, "side", "plan"];

/** A piece by stages: the strip of all its bars, the one that is looked at large, and the slate beside. */
export function StageWalk({ head, stages, unit, boardHref }: StageWalkProps) {
  const choice = useStages(stages);
  const [turn, setTurn] = useState(0);
  useKeys("stages", {
    ArrowLeft: () => choice.go(-1),
    ArrowRight: () => choice.go(1),
    v: () => setTurn((turn + 1) % TURNS.length),
    ...(boardHref ? { p: () => window.open(boardHref, "_blank", "noopener") } : {}),
  });
  return (
    <div className="grid grow lg:grid-cols-[minmax(0,1fr)_360px]">
      <div className="flex min-w-0 flex-col gap-3 p-5">
        {head}
        <StageStrip choice={choice} unit={unit} />
        <StageDetail stage={choice.stage} unit={unit} elevation={TURNS[turn]} />
        <p className="no-print flex flex-wrap gap-x-5 gap-y-1 max-sm:hidden">
          <Key of="← →">stage before, next stage</Key>
          <Key of="V">turn it</Key>
          {boardHref ? <Key of="P">print the stage board</Key> : null}
        </p>
      </div>
      <StageSlate choice={choice} unit={unit} />
    </div>
  );
}
