"use client";

import { useEffect, useRef, useState, type ReactNode } from "react";
import type { DrillPiece } from "@/core/eye/drillPiece";
import { judgingOf, type JudgingCall } from "@/core/eye/judging";
import type { Characteristic } from "@/core/measure/characteristic";
import type { LengthUnit } from "@/core/units/length";
import { OUTCOMES, type Outcome } from "@/core/verdict/outcomes";
import { newId, sendCommand } from "../command";
import { useKeys } from "../kit/useKeys";
import { countOf } from "../words/count";
import { leanInWords, mostOff, rightInWords } from "../words/judging";
import { OUTCOME_WORDS } from "../words/verdict";
import { DrillAnswer } from "./DrillAnswer";
import { DrillGauges } from "./DrillGauges";
import { FirstChoice } from "./FirstChoice";

/** An exercise's piece with its readings, and its drawing made at the server. */
export interface DrilledPiece {
  exerciseId: string;
  name: string;
  characteristics: readonly Characteristic[];
  drill: DrillPiece;
  drawing: ReactNode;
}

interface Said {
  outcome: Outcome | null;
  first: number | null;
}
const NOTHING_SAID: Said = { outcome: null, first: null };

/** Some pieces, one after another: what is to become of it, what is done first, and what the model says. */
export function JudgeDrill({
  pieces,
  unit,
}: {
  pieces: readonly DrilledPiece[];
  unit: LengthUnit;
}) {
  const [index, setIndex] = useState(0);
  const [said, setSaid] = useState(NOTHING_SAID);
  const [calls, setCalls] = useState<JudgingCall[]>([]);
  const [unsaved, setUnsaved] = useState(0);
  const heading = useRef<HTMLHeadingElement>(null);
  const piece = pieces[index];
  const isAnswered = calls.length > index;

  function answer({ outcome, first }: Said) {
    if (!piece || outcome === null || isAnswered) return;
    const { drill, exerciseId, characteristics } = piece;
    const isBoth = outcome === "another-heat" && drill.first !== null;
    const call: JudgingCall = {
      said: outcome,
      outcome: drill.outcome,
      isFirstRight: isBoth ? first === drill.first : null,
      ...mostOff(drill.judgements, characteristics),
    };
    setSaid({ outcome, first });
    setCalls((before) => [...before, call]);
    const offState = call.offState as "heavy" | "light" | null;
    void sendCommand("judge-drawn", {
      ...call,
      offState,
      callId: newId(),
      exerciseId,
      calledAt: new Date().toISOString(),
    }).then(({ ok }) => {
      if (!ok) setUnsaved((before) => before + 1);
    });
  }
  function choose(outcome: Outcome) {
    if (isAnswered) return;
    if (outcome === "another-heat") setSaid({ outcome, first: null });
    else answer({ outcome, first: null });
  }
  function chooseFirst(first: number) {
    if (said.outcome === "another-heat" && piece && first < piece.drill.options.length)
      answer({ outcome: said.outcome, first });
  }
  function next() {
    setIndex(index + 1);
    setSaid(NOTHING_SAID);
  }
  useKeys("judging", {
    k: () => choose("keep"),
    h: () => choose("another-heat"),
    s: () => choose("start-again"),
    1: () => chooseFirst(0),
    2: () => chooseFirst(1),
    3: () => chooseFirst(2),
    4: () => chooseFirst(3),
  });
  useEffect(() => {
    if (index > 0) heading.current?.focus();
  }, [index]);

  const judging = judgingOf(calls);
  if (!piece)
    return (
      <section aria-label="How it went" className="mt-4 border-t-2 border-ink bg-sheet p-4">
        <h2 ref={heading} tabIndex={-1} className="font-slab text-20 font-semibold">
          {judging ? rightInWords(judging) : "No pieces"}
        </h2>
        {judging ? <p className="mt-1 text-15">{leanInWords(judging)}</p> : null}
        {/* A new page, so that the server draws other pieces. */}
        {/* oxlint-disable-next-line next/no-html-link-for-pages */}
        <a href="/eye/judge" className="button button-main mt-4">
          Ten more
        </a>
      </section>
    );
  return (
    <section aria-label={`Piece ${index + 1} of ${pieces.length}`} className="mt-3">
      <p className="flex justify-between gap-3 text-15 text-ink-2">
        <span ref={heading} tabIndex={-1}>
          {piece.name}
        </span>
        <span className="shrink-0">
          piece <strong className="text-ink">{index + 1}</strong> of {pieces.length}
        </span>
      </p>
      <div className="mt-2 border-t-[3px] border-ink bg-sheet">
        {piece.drawing}
        <DrillGauges
          characteristics={piece.characteristics}
          judgements={piece.drill.judgements}
          areNamed={isAnswered}
          unit={unit}
        />
      </div>
      <div role="group" aria-label="What becomes of it" className="mt-3 flex">
        {OUTCOMES.map((outcome) => (
          <button
            key={outcome}
            type="button"
            aria-pressed={said.outcome === outcome}
            disabled={isAnswered && said.outcome !== outcome}
            onClick={() => choose(outcome)}
            className={`button -ml-[1.5px] grow basis-0 rounded-none px-2 first:ml-0 ${said.outcome === outcome ? "button-main" : ""}`}
          >
            {OUTCOME_WORDS[outcome]}
          </button>
        ))}
      </div>
      {said.outcome === "another-heat" ? (
        <FirstChoice
          options={piece.drill.options}
          chosen={said.first}
          right={isAnswered ? piece.drill.first : null}
          onChoose={isAnswered ? undefined : chooseFirst}
          unit={unit}
        />
      ) : null}
      {isAnswered ? (
        <DrillAnswer
          drill={piece.drill}
          call={calls[index]!}
          unit={unit}
          judging={judging!}
          onNext={next}
        />
      ) : null}
      {unsaved > 0 ? (
        <p role="alert" className="mt-2 text-15 text-heavy">
          {countOf(unsaved, "answer")} could not be saved: the server can&rsquo;t be reached. The
          drill goes on all the same.
        </p>
      ) : null}
    </section>
  );
}
