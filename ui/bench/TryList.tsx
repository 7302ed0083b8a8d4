import { memo } from "react";
import type { BenchTry } from "@/core/records/bench";
import { ABOVE_KEYS, bringIntoSight } from "../kit/bringIntoSight";
import { StateShape } from "../kit/StateShape";

interface TryListProps {
  asked: readonly string[];
  answers: readonly BenchTry[];
  closed: boolean;
  onDevice: ReadonlySet<string>;
  /** The one that Y and N answer now; none while something else is lit. */
  next: string | null;
  onAnswer: (question: string, works: boolean) => void;
}

/** The exercise's tries as plain questions: it works, or it doesn't. */
export const TryList = memo(function TryList({
  asked,
  answers,
  closed,
  onDevice,
  next,
  onAnswer,
}: TryListProps) {
  if (asked.length === 0) return null;
  return (
    <section aria-label="Tried in use" className="mt-3 border-x border-b border-rule bg-sheet">
      <ul>
        {asked.map((question) => {
          const answer = answers.find((one) => one.question === question);
          return (
            <li
              key={question}
              ref={question === next ? bringIntoSight : undefined}
              className={`flex min-h-11 ${ABOVE_KEYS} flex-wrap items-center gap-x-3 border-t border-rule px-3 text-15 ${question === next ? "bg-white outline-[3px] -outline-offset-1 outline-ink outline-solid" : ""}`}
            >
              <span className="grow py-2">{question}</span>
              {answer && onDevice.has(answer.id) ? (
                <span className="text-13 text-heavy">on this device</span>
              ) : null}
              {answer ? (
                <span className="flex items-center gap-1.5 font-semibold">
                  <StateShape state={answer.works ? "on-size" : "defect"} size={14} />
                  {answer.works ? "yes" : "no"}
                </span>
              ) : null}
              {closed
                ? null
                : [true, false]
                    .filter((works) => works !== answer?.works)
                    .map((works) => (
                      <button
                        key={String(works)}
                        type="button"
                        onClick={() => onAnswer(question, works)}
                        aria-label={`${question} ${works ? "Yes" : "No"}`}
                        className={answer ? "link min-h-11 px-3 text-ink-2" : "button"}
                      >
                        {works ? "Yes" : "No"}
                      </button>
                    ))}
            </li>
          );
        })}
      </ul>
    </section>
  );
});
