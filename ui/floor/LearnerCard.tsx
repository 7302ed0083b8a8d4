import type { FloorLearner, FloorWork } from "@/core/floor/floor";
import { minutesOf } from "@/core/floor/floor";
import type { FloorExercise } from "@/core/records/floor";
import type { LengthUnit } from "@/core/units/length";
import { DrawingSvg } from "../drawing/DrawingSvg";
import { Anvil, Tally } from "./Tally";

export interface CardOf {
  id: string;
  name: string;
  learner: FloorLearner;
  work: FloorWork | null;
  exercise: FloorExercise | null;
}

interface CardProps {
  card: CardOf;
  now: number;
  unit: LengthUnit;
  isChosen: boolean;
  /** Null where there is nothing more to say of them. */
  onChoose: (() => void) | null;
  onHeat: () => void;
  onStage: () => void;
  /** Null where somebody else hands it over. */
  onBench: (() => void) | null;
}

const minutesSince = (since: number, now: number) =>
  Math.max(0, Math.round((now - since) / 60_000));

/** What stands over somebody's card: stuck, waiting, away or late. */
function Sign({ learner, now }: { learner: FloorLearner; now: number }) {
  if (learner.attendance === "away") return <span className="quiet">away</span>;
  if (learner.attendance === "late") return <span className="quiet">comes late</span>;
  if (learner.stuckSince !== null)
    return (
      <span className="font-semibold">
        <b aria-hidden="true">!</b> stuck, {minutesSince(learner.stuckSince, now)} min
      </span>
    );
  if (learner.waitingSince !== null)
    return (
      <span className="font-semibold">
        <span
          aria-hidden="true"
          className="mr-1 inline-block size-3 rounded-full border-2 border-ink align-middle"
        />
        waits for the fire
      </span>
    );
  return null;
}

/** One learner: whose heats and stages count with one tap each. */
export function LearnerCard(props: CardProps) {
  const { card, now, isChosen, onChoose } = props;
  const { name, learner, work, exercise } = card;
  const isThere = learner.attendance === "here";
  const isWaiting = learner.waitingSince !== null || !work;
  return (
    <div
      className={`min-w-0 p-1.5 ${isChosen ? "outline-[3px] outline-solid outline-ink" : ""}`}
      aria-current={isChosen ? "true" : undefined}
    >
      <div className="flex items-start gap-2">
        <Anvil as={!isThere ? "away" : isWaiting ? "waiting" : "working"} />
        <button
          type="button"
          onClick={onChoose ?? undefined}
          disabled={onChoose === null}
          className="min-h-11 min-w-0 grow text-left leading-tight"
          aria-label={`${name}: more`}
        >
          <span className={`block truncate text-17 font-semibold ${isThere ? "" : "text-ink-2"}`}>
            {name}
          </span>
          <span className="block truncate text-15 text-ink-2">
            {exercise?.name ?? (isThere ? "nothing in hand" : "")}
          </span>
        </button>
        <p className="shrink-0 text-right text-13 leading-snug">
          <Sign learner={learner} now={now} />
          {work && exercise ? (
            <Minutes minutes={minutesOf(work, now)} budget={exercise.minutes} />
          ) : null}
        </p>
      </div>
      {work && exercise ? <Targets {...props} work={work} exercise={exercise} /> : null}
    </div>
  );
}

const Minutes = ({ minutes, budget }: { minutes: number; budget: number }) => (
  <span className="block text-15">
    <b className={minutes > budget ? "text-light" : ""}>{Math.round(minutes)}</b>
    <span className="text-ink-2"> of {budget} min</span>
  </span>
);

function Targets({
  card: { name },
  unit,
  work,
  exercise,
  onHeat,
  onStage,
  onBench,
}: CardProps & { work: FloorWork; exercise: FloorExercise }) {
  const { heats, stages: done } = work;
  const { heats: budget, stages } = exercise;
  const stage = stages[done];
  const last = stages[stages.length - 1];
  const isOver = heats > budget;
  const first = name.split(" ")[0]!;
  const target =
    "flex min-h-[68px] flex-col justify-between border border-rule-strong bg-sheet px-2 py-1.5 text-left text-15";
  return (
    <div className="mt-1 grid grid-cols-[124px_minmax(0,1fr)] gap-2">
      <button
        type="button"
        className={target}
        onClick={onHeat}
        aria-label={`One heat more for ${first}: ${heats} of ${budget}`}
      >
        <Tally heats={heats} budget={budget} />
        <span className="flex w-full justify-between">
          <b>+ heat</b>
          <span className={`text-13 ${isOver ? "font-semibold text-light" : "text-ink-2"}`}>
            {heats} of {budget}
          </span>
        </span>
      </button>
      <button
        type="button"
        className={target}
        onClick={stage ? onStage : (onBench ?? undefined)}
        disabled={!stage && onBench === null}
        aria-label={
          stage
            ? `${first} has done stage ${done + 1} of ${stages.length}, ${stage.title}`
            : `${first} hands it over to the bench`
        }
      >
        <span className="flex h-9 w-full items-center overflow-hidden" aria-hidden="true">
          {(stage ?? last) ? (
            <DrawingSvg
              drawing={(stage ?? last)!.drawing}
              unit={unit}
              label=""
              widthPx={300}
              heightPx={36}
              marginPx={3}
            />
          ) : null}
        </span>
        <span className="flex w-full justify-between gap-2">
          <span className="truncate">
            {stage ? (
              <>
                <b>{done + 1}</b> of {stages.length} · {stage.title}
              </>
            ) : (
              "all stages done"
            )}
          </span>
          <b className="shrink-0">
            {stage ? "next" : onBench ? "to the bench" : "to your instructor"}
          </b>
        </span>
      </button>
    </div>
  );
}
