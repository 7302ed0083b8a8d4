import { workingSeconds } from "@/core/heat/working";
import type { BenchPiece } from "@/core/records/bench";
import { STEP_NAMES } from "@/core/trade/steps";
import { HeatTimer } from "./HeatTimer";

/** Which piece this is, whose, and how it went: heats and minutes are one tap each. */
export function BenchHeader({
  piece,
  closed,
  heatSince,
  onTally,
}: {
  piece: BenchPiece;
  /** When the latest heat was counted here; null before. */
  heatSince: number | null;
  closed: boolean;
  /** Absent where heats and minutes are another's to count. */
  onTally: ((heats: number, minutes: number) => void) | undefined;
}) {
  const { heats, minutes, heatBudget, minuteBudget, exercise, revision } = piece;
  return (
    <header className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1">
      <span className="border-[1.5px] border-ink bg-sheet px-2 py-1 text-17 font-semibold">
        {piece.tag}
      </span>
      <div className="grow">
        <h1 className="font-slab text-27 leading-tight font-semibold">{exercise.name}</h1>
        <p className="text-15">
          <strong className="font-semibold">{piece.learner.name}</strong>{" "}
          <span className="quiet">
            · {piece.kind}
            {piece.guided ? ", guided" : ""}
            {piece.cold ? ", made cold" : ""}
            {piece.selfCheck ? ", your own check" : ""} · {piece.technique.name}, step{" "}
            {exercise.step} “{STEP_NAMES[exercise.step]}”
          </span>
        </p>
        {revision.retired || revision.number < revision.latest ? (
          <p className="text-13 text-ink-2">
            Set from revision {revision.number}
            {revision.retired
              ? "; the exercise is off the shelf since. It is judged as it was set."
              : `; revision ${revision.latest} is out. It is judged as it was set.`}
          </p>
        ) : null}
      </div>
      <div className="flex flex-col items-end text-15">
        <div className="flex items-center gap-2">
          <Tally
            label="heats"
            value={heats}
            budget={heatBudget}
            closed={closed || !onTally}
            onChange={(next) => onTally?.(next, minutes)}
          />
          <Tally
            label="min"
            value={minutes}
            budget={minuteBudget}
            closed={closed || !onTally}
            onChange={(next) => onTally?.(heats, next)}
          />
        </div>
        {heatSince === null || closed ? null : (
          <HeatTimer
            key={heatSince}
            since={heatSince}
            seconds={workingSeconds(piece.piece.stock.section)}
          />
        )}
      </div>
    </header>
  );
}

interface TallyProps {
  label: string;
  value: number;
  budget: number;
  closed: boolean;
  onChange: (next: number) => void;
}

function Tally({ label, value, budget, closed, onChange }: TallyProps) {
  return (
    <span className="flex items-center">
      <Step
        name={`One fewer: ${label}`}
        sign="−"
        disabled={closed || value === 0}
        onClick={() => onChange(value - 1)}
      />
      <span className={`whitespace-nowrap ${value > budget ? "font-semibold text-heavy" : ""}`}>
        <strong className="font-semibold">{value}</strong> of {budget} {label}
      </span>
      <Step
        name={`One more: ${label}`}
        sign="+"
        disabled={closed}
        onClick={() => onChange(value + 1)}
      />
    </span>
  );
}

function Step({
  name,
  sign,
  disabled,
  onClick,
}: {
  name: string;
  sign: string;
  disabled: boolean;
  onClick: () => void;
}) {
  return (
    <button
      type="button"
      aria-label={name}
      disabled={disabled}
      onClick={onClick}
      className="size-11 text-20 text-ink-2 disabled:opacity-40"
    >
      {sign}
    </button>
  );
}
