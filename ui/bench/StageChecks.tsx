import dynamic from "next/dynamic";
import { memo, useState } from "react";
import type { BenchPiece, StageReading } from "@/core/records/bench";
import type { LengthUnit } from "@/core/units/length";

const StageCheck = dynamic(() => import("./StageCheck").then(({ StageCheck: loaded }) => loaded), {
  ssr: false,
});

interface StageChecksProps {
  stages: BenchPiece["stages"];
  checks: BenchPiece["stageChecks"];
  unit: LengthUnit;
  /** ISO 286-1 grade number the stage's sizes are held against. */
  grade: number;
  closed: boolean;
  onDevice: ReadonlySet<string>;
  onCheck: (stage: number, holds: boolean, readings: StageReading[]) => void;
}

/** What to look at and to measure at the anvil, stage by stage, before the piece comes to the bench. */
export const StageChecks = memo(function StageChecks({
  stages,
  checks,
  onDevice,
  onCheck,
  ...rest
}: StageChecksProps) {
  // Stays once it was opened: closing it loses nothing that was typed.
  const [wasOpened, setOpened] = useState(false);
  if (stages.length === 0) return null;
  const good = checks.filter(({ holds }) => holds).length;
  return (
    <details className="mt-2 text-15" onToggle={() => setOpened(true)}>
      <summary className="link min-h-11 content-center text-ink-2">
        At the anvil: {good} of {stages.length} stages checked
        {checks.length > good ? `, ${checks.length - good} not right` : ""}
      </summary>
      <ol aria-label="At the anvil" className="border-x border-b border-t border-rule bg-sheet">
        {(wasOpened ? stages : []).map((stage, index) => {
          const checked = checks.find((one) => one.stage === index);
          return (
            <StageCheck
              key={index}
              number={index + 1}
              stage={stage}
              checked={checked}
              isOnDevice={checked !== undefined && onDevice.has(checked.id)}
              onCheck={(holds, readings) => onCheck(index, holds, readings)}
              {...rest}
            />
          );
        })}
      </ol>
    </details>
  );
});
