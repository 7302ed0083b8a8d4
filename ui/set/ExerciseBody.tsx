"use client";

import { Tabs } from "radix-ui";
import { useState, type ReactNode } from "react";
import type { LengthUnit } from "@/core/units/length";
import type { WorkPlan } from "@/core/workpiece/stages";
import { ViewList, WHOLE_VIEWS, type BarView, type WholeView } from "../bar/ViewList";
import { StageWalk } from "../stage/StageWalk";

interface ExerciseBodyProps {
  header: ReactNode;
  /** The whole bar in each view. */
  views: Record<WholeView, ReactNode>;
  work: WorkPlan;
  unit: LengthUnit;
  /** Where the stage board is printed from. */
  boardHref: string;
  /** What stands below the views of the whole bar, and beside them. */
  below: ReactNode;
  aside: ReactNode;
}

/** An exercise: its bar in four views; by stages the slate takes the place of what stands beside. */
export function ExerciseBody(props: ExerciseBodyProps) {
  const { header, views, work, unit, boardHref, below, aside } = props;
  const [view, setView] = useState<BarView>("forged");
  const head = (
    <div>
      {header}
      <ViewList />
    </div>
  );
  return (
    <Tabs.Root value={view} onValueChange={(next) => setView(next as BarView)} asChild>
      {view === "stages" ? (
        <main className="flex grow flex-col">
          <Tabs.Content value="stages" tabIndex={-1} className="flex grow flex-col">
            <StageWalk head={head} stages={work.stages} unit={unit} boardHref={boardHref} />
          </Tabs.Content>
        </main>
      ) : (
        <main className="grid grow lg:grid-cols-[minmax(0,1fr)_320px]">
          <div className="p-5">
            <div className="mb-3">{head}</div>
            {WHOLE_VIEWS.map((one) => (
              <Tabs.Content key={one} value={one} className="border border-rule bg-sheet p-3">
                {views[one]}
              </Tabs.Content>
            ))}
            {below}
          </div>
          <div className="border-rule-strong p-5 max-lg:border-t lg:border-l">{aside}</div>
        </main>
      )}
    </Tabs.Root>
  );
}
