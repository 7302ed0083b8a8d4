import { memo } from "react";
import type { BenchPiece } from "@/core/records/bench";
import { StateShape } from "../kit/StateShape";

interface StageChecksProps {
  stages: BenchPiece["stages"];
  checks: BenchPiece["stageChecks"];
  closed: boolean;
  onDevice: ReadonlySet<string>;
  onCheck: (stage: number, holds: boolean) => void;
}

/** What to look at at the anvil, stage by stage, before the piece comes to the bench. */
export const StageChecks = memo(function StageChecks({
  stages,
  checks,
  closed,
  onDevice,
  onCheck,
}: StageChecksProps) {
  if (stages.length === 0) return null;
  const good = checks.filter(({ holds }) => holds).length;
  return (
    <details className="mt-2 text-15">
      <summary className="link min-h-11 content-center text-ink-2">
        At the anvil: {good} of {stages.length} stages checked
        {checks.length > good ? `, ${checks.length - good} not right` : ""}
      </summary>
      <ol aria-label="At the anvil" className="border-x border-b border-t border-rule bg-sheet">
        {stages.map(({ title, check }, stage) => {
          const checked = checks.find((one) => one.stage === stage);
          return (
            <li
              key={title}
              className="flex min-h-14 flex-wrap items-center gap-x-4 border-t border-rule px-3 py-1 first:border-t-0"
            >
              <div className="min-w-0 grow basis-60">
                <span className="font-semibold">
                  {stage + 1}. {title}
                </span>
                <span className="block text-13 text-ink-2">{check}</span>
              </div>
              {checked ? (
                <span className="flex items-center gap-1.5 font-semibold">
                  <StateShape state={checked.holds ? "on-size" : "defect"} size={14} />
                  {checked.holds ? "good" : "not yet"}
                  {onDevice.has(checked.id) ? (
                    <span className="text-13 font-normal text-heavy">on this device</span>
                  ) : null}
                </span>
              ) : null}
              {closed
                ? null
                : [true, false]
                    .filter((holds) => holds !== checked?.holds)
                    .map((holds) => (
                      <button
                        key={String(holds)}
                        type="button"
                        aria-label={`${title}: ${holds ? "good" : "not yet"}`}
                        className={checked ? "link min-h-11 px-2 text-ink-2" : "button"}
                        onClick={() => onCheck(stage, holds)}
                      >
                        {holds ? "Good" : "Not yet"}
                      </button>
                    ))}
            </li>
          );
        })}
      </ol>
    </details>
  );
});
