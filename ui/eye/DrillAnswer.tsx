import { useEffect, useRef } from "react";
import { wordsOf } from "@/core/advice/saying";
import type { DrillPiece } from "@/core/eye/drillPiece";
import { isCallRight, type Judging, type JudgingCall } from "@/core/eye/judging";
import type { LengthUnit } from "@/core/units/length";
import { printCaliper } from "@/core/units/print";
import { bringIntoSight } from "../kit/bringIntoSight";
import { AdviceList } from "../slate/AdviceList";
import { leanInWords, rightInWords } from "../words/judging";
import { OUTCOME_WORDS } from "../words/verdict";

/** What the model says of the piece: what is done to it, what that changes, and what it comes to. */
export function DrillAnswer({
  drill,
  call,
  unit,
  judging,
  onNext,
}: {
  drill: DrillPiece;
  call: JudgingCall;
  unit: LengthUnit;
  judging: Judging;
  onNext: () => void;
}) {
  const { outcome, advice, then, lost } = drill;
  const next = useRef<HTMLButtonElement>(null);
  useEffect(() => next.current?.focus(), []);
  const lean = leanInWords(judging);
  const first = advice[0] ? wordsOf(advice[0].saying, (mm) => printCaliper(mm, unit)).title : null;
  const good = then ? Object.values(then.states).filter((state) => state === "on-size").length : 0;
  return (
    <section
      aria-label="What the bench says"
      ref={bringIntoSight}
      className="-mx-4 mt-4 scroll-mb-24 bg-slate p-4 text-chalk sm:mx-0"
    >
      <div aria-live="polite">
        <p className="text-15 text-chalk-2">
          {isCallRight(call)
            ? "The bench says the same"
            : call.said === outcome
              ? "The bench begins otherwise"
              : "The bench says otherwise"}
        </p>
        <h2 className="font-slab text-27 font-semibold">
          {OUTCOME_WORDS[outcome]}
          {first ? `: ${first.charAt(0).toLowerCase()}${first.slice(1)}` : ""}
        </h2>
      </div>
      {outcome === "keep" ? <p className="mt-1">Nothing speaks against it.</p> : null}
      {outcome === "start-again" ? (
        <p className="mt-1">
          Nothing that can be done brings {lost.length > 0 ? lost.join(" and ") : "it"} within its
          limits.
        </p>
      ) : null}
      {advice.length > 0 ? <AdviceList advice={advice} unit={unit} /> : null}
      {then ? (
        <p className="mt-2">
          Then {good} of {Object.keys(then.states).length} on size.
        </p>
      ) : null}
      <div className="mt-3 flex items-center justify-between gap-4 border-t border-slate-rule pt-3">
        <p className="text-15">
          <strong className="block font-semibold">{rightInWords(judging)}</strong>
          {lean ? <span className="text-chalk-2">{lean}</span> : null}
        </p>
        <button ref={next} type="button" className="button button-chalk shrink-0" onClick={onNext}>
          Next piece
        </button>
      </div>
    </section>
  );
}
