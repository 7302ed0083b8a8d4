"use client";

import { wordsForProblem } from "@/core/problem/words";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { drawPiece, type DrawnPiece } from "@/core/eye/drawn";
import { callError, eyeOf, type EyeCall } from "@/core/eye/eye";
import { readEntry } from "@/core/measure/reading";
import { seededRandom } from "@/core/stats/random";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import { newId, sendCommand } from "../command";
import { errorInWords, eyeInWords } from "../words/eye";
import { DrawnBar } from "./DrawnBar";
import { countOf } from "../words/count";

const DRILL_SECONDS = 180;
const ASKED = {
  thickness: "How thick",
  length: "How long",
  diameter: "How wide is the hole",
  pitch: "What is the pitch",
};

interface DrillProps {
  unit: LengthUnit;
  pxPerMm: number;
  onEnd: () => void;
}

/** Three minutes of calls: a piece, a number, the answer at once, the next piece. */
export function Drill({ unit, pxPerMm, onEnd }: DrillProps) {
  const router = useRouter();
  const [random] = useState(() => seededRandom(Date.now()));
  const [piece, setPiece] = useState<DrawnPiece>(() => drawPiece(random, null));
  const [calls, setCalls] = useState<EyeCall[]>([]);
  const [text, setText] = useState("");
  const [message, setMessage] = useState("");
  const [unsaved, setUnsaved] = useState(0);
  const [endsAt] = useState(() => Date.now() + DRILL_SECONDS * 1000);
  const [left, setLeft] = useState(DRILL_SECONDS);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const tick = () => setLeft(Math.max(0, Math.ceil((endsAt - Date.now()) / 1000)));
    const timer = setInterval(tick, 250);
    return () => clearInterval(timer);
  }, [endsAt]);
  const over = left === 0;

  function call() {
    if (text.trim() === "" || over) return;
    const entry = readEntry(text, unit, { nominal: piece.truthMm, name: ASKED[piece.measure] });
    if (entry.kind === "refused") return setMessage(wordsForProblem(entry.problem));
    const { measure, truthMm: truth } = piece;
    setCalls((now) => [...now, { called: entry.value, truth }]);
    const input = {
      callId: newId(),
      measure,
      called: entry.value,
      truth,
      calledAt: new Date().toISOString(),
    };
    void sendCommand("call-drawn", input).then(({ ok }) => {
      if (!ok) setUnsaved((now) => now + 1);
    });
    setPiece(drawPiece(random, measure));
    setText("");
    setMessage("");
  }

  function end() {
    onEnd();
    router.refresh();
  }
  const last = calls.at(-1);
  const eye = eyeOf(calls);
  return (
    <section aria-label="Eye drill" className="mt-4 border-t-2 border-ink bg-sheet p-4">
      <div className="flex items-baseline justify-between text-15">
        <p role="timer" aria-label="Time left" className="font-semibold">
          {Math.floor(left / 60)}:{String(left % 60).padStart(2, "0")}
        </p>
        <button type="button" className="link min-h-11" onClick={end}>
          {over ? "Done" : "Stop here"}
        </button>
      </div>
      {over ? (
        <p className="my-4 font-slab text-20">Time.</p>
      ) : (
        <>
          <DrawnBar piece={piece} pxPerMm={pxPerMm} />
          <form
            className="mt-3 flex flex-wrap items-end gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              call();
              input.current?.focus();
            }}
          >
            <label>
              <span className="mb-1 block text-15 font-semibold">
                {ASKED[piece.measure]}, in {unit}?
              </span>
              <input
                ref={input}
                autoFocus
                value={text}
                inputMode="decimal"
                autoComplete="off"
                maxLength={20}
                aria-invalid={message !== ""}
                aria-describedby={message ? "drill-message" : undefined}
                onChange={(event) => {
                  setText(event.target.value);
                  setMessage("");
                }}
                className="field w-36 text-20"
              />
            </label>
            <button className="button button-main">Say it</button>
          </form>
          {message ? (
            <p id="drill-message" role="alert" className="mt-1 text-15 font-semibold text-heavy">
              {message}
            </p>
          ) : null}
        </>
      )}
      <p aria-live="polite" className="mt-3 min-h-6 text-15">
        {last ? (
          <>
            It was{" "}
            <strong className="font-semibold">
              {printMeasured(last.truth, "mm", unit)} {unit}
            </strong>
            ; you said {printMeasured(last.called, "mm", unit)}, {errorInWords(callError(last))}.
          </>
        ) : null}
      </p>
      {eye ? <p className="text-15 text-ink-2">{eyeInWords(eye)}</p> : null}
      {unsaved > 0 ? (
        <p role="alert" className="mt-1 text-15 text-heavy">
          {countOf(unsaved, "call")} could not be saved: the server can&rsquo;t be reached. The
          drill goes on all the same.
        </p>
      ) : null}
    </section>
  );
}
