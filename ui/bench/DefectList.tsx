import { memo } from "react";
import type { BenchDefect } from "@/core/records/bench";
import { defectKind, mayBePutRight } from "@/core/trade/defects";
import { StateShape } from "../kit/StateShape";

interface DefectListProps {
  defects: readonly BenchDefect[];
  closed: boolean;
  onDevice: ReadonlySet<string>;
  onChange: (defectId: string, change: { corrected: boolean; withdrawn: boolean }) => void;
  onAdd: () => void;
}

/** The defects noted on the piece, and the way to note another. */
export const DefectList = memo(function DefectList({
  defects,
  closed,
  onDevice,
  onChange,
  onAdd,
}: DefectListProps) {
  return (
    <section
      aria-label="Defects"
      className="mt-3 flex flex-wrap items-center gap-x-6 gap-y-1 text-15"
    >
      {defects.map(({ id, kind, severity, corrected, note }) => (
        <p key={id} className="flex items-center gap-2">
          <StateShape state="defect" size={14} />
          <span className="font-semibold">{defectKind(kind)?.name ?? kind}</span>
          <span className="quiet">
            {corrected ? "put right" : severity}
            {note ? ` · ${note}` : ""}
          </span>
          {closed ? null : (
            <>
              {corrected || mayBePutRight(kind) ? (
                <button
                  type="button"
                  className="link min-h-11 px-1"
                  onClick={() => onChange(id, { corrected: !corrected, withdrawn: false })}
                >
                  {corrected ? "still there" : "put right"}
                </button>
              ) : null}
              <button
                type="button"
                className="link min-h-11 px-1"
                onClick={() => onChange(id, { corrected, withdrawn: true })}
              >
                take back
              </button>
            </>
          )}
          {/* Last: when it goes, nothing under a finger moves. */}
          {onDevice.has(id) ? <span className="text-13 text-heavy">on this device</span> : null}
        </p>
      ))}
      {closed ? null : (
        <button type="button" className="link min-h-11 text-ink-2" onClick={onAdd}>
          Note a defect
        </button>
      )}
    </section>
  );
});
