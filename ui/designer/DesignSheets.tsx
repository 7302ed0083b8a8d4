"use client";

import dynamic from "next/dynamic";
import { Tabs } from "radix-ui";
import { memo } from "react";
import { barOf, MAIN_PART } from "@/core/piece/piece";
import type { Plan } from "@/core/piece/plan";
import type { Step } from "@/core/trade/steps";
import type { LengthUnit } from "@/core/units/length";
import type { DesignState } from "./designerStore";
import { PartsTable } from "./PartsTable";
import type { OfferedTechnique } from "./Teaches";
import type { Reckoned } from "./useReckoned";

// Looked at later than the bar.
const StagesEditor = dynamic(() =>
  import("./StagesEditor").then(({ StagesEditor: loaded }) => loaded),
);
const BarEditor = dynamic(() => import("./BarEditor").then(({ BarEditor: loaded }) => loaded));
const PlanEditor = dynamic(() => import("./PlanEditor").then(({ PlanEditor: loaded }) => loaded));
const WayEditor = dynamic(() => import("./WayEditor").then(({ WayEditor: loaded }) => loaded));

const SHEETS = [
  ["along", "Along the bar"],
  ["bar", "Stock and parts"],
  ["measured", "Measured on"],
  ["stages", "Steps of work"],
  ["way", "How it is worked"],
] as const;
export type SheetName = (typeof SHEETS)[number][0];

const plannedOf = (plan: Plan | null, part: string) =>
  (part === MAIN_PART ? plan?.stretches : plan?.parts.find(({ id }) => id === part)?.stretches) ??
  null;

interface DesignSheetsProps {
  state: DesignState;
  reckoned: Reckoned;
  grade: number;
  step: Step;
  unit: LengthUnit;
  techniques: readonly OfferedTechnique[];
  sheet: SheetName;
  onSheet: (sheet: SheetName) => void;
}

/** Everything of an exercise that stands under its drawing, a tab each. */
export function DesignSheets({
  state,
  reckoned,
  grade,
  step,
  unit,
  techniques,
  sheet,
  onSheet,
}: DesignSheetsProps) {
  const { content, part, selected } = state;
  const { piece } = content;
  const bar = barOf(piece, part);
  const plan = reckoned.ok ? reckoned.value.plan : null;
  return (
    <Tabs.Root value={sheet} onValueChange={(next) => onSheet(next as SheetName)} className="mt-1">
      <SheetList />
      <Tabs.Content value="along" className="contain-content">
        <PartsTable
          bar={bar}
          planned={plannedOf(plan, part)}
          unit={unit}
          techniques={techniques}
          selected={selected}
          onSelect={state.select}
        />
      </Tabs.Content>
      <Tabs.Content value="bar">
        <BarEditor
          piece={piece}
          bar={bar}
          part={part}
          unit={unit}
          onChangeBar={state.changeBar}
          onChangePiece={state.changePiece}
          onWorkOn={state.workOn}
        />
      </Tabs.Content>
      <Tabs.Content value="measured">
        {reckoned.ok ? (
          <PlanEditor
            piece={piece}
            lines={reckoned.value.lines}
            edits={content.planEdits}
            grade={grade}
            unit={unit}
            onChange={(planEdits) => state.change((now) => ({ ...now, planEdits }))}
          />
        ) : null}
      </Tabs.Content>
      <Tabs.Content value="stages">
        {reckoned.ok ? (
          <StagesEditor
            piece={piece}
            work={reckoned.value.work}
            edits={content.stages}
            unit={unit}
            onChange={(stages) => state.change((now) => ({ ...now, stages }))}
          />
        ) : null}
      </Tabs.Content>
      <Tabs.Content value="way">
        <WayEditor
          content={content}
          work={reckoned.ok ? reckoned.value.work : null}
          step={step}
          onChange={state.change}
        />
      </Tabs.Content>
    </Tabs.Root>
  );
}

/** The tabs of the sheets under the drawing; they don't change while the bar does. */
const SheetList = memo(function SheetList() {
  return (
    <Tabs.List aria-label="More of the exercise" className="flex flex-wrap gap-x-6">
      {SHEETS.map(([key, label]) => (
        <Tabs.Trigger
          key={key}
          value={key}
          className="min-h-11 border-b-[5px] border-transparent text-15 text-ink-2 data-[state=active]:border-ink data-[state=active]:font-semibold data-[state=active]:text-ink"
        >
          {label}
        </Tabs.Trigger>
      ))}
    </Tabs.List>
  );
});
