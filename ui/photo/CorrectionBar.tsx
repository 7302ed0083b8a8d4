"use client";

import { useState } from "react";
import { readEntry } from "@/core/measure/reading";
import { wordsForProblem } from "@/core/problem/words";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import type { PictureLine } from "./useReadings";

/** The lit reading, to be typed over, left out, or taken back as it was read. */
export function CorrectionBar({
  shown,
  unit,
  isClose,
  onCorrect,
  onAsRead,
  onLeaveOut,
  onCloser,
}: {
  shown: PictureLine;
  unit: LengthUnit;
  isClose: boolean;
  onCorrect: (value: number) => void;
  onAsRead: () => void;
  onLeaveOut: () => void;
  onCloser: () => void;
}) {
  const { line, number, values, isCorrected, isLeftOut } = shown;
  const [typed, setTyped] = useState("");
  const [error, setError] = useState<string | null>(null);
  const mayType = line.readings === "one" && values !== null;

  function take() {
    const entry = readEntry(typed, unit, { ...line, measured: line.unit });
    if (entry.kind === "refused") return setError(wordsForProblem(entry.problem));
    // What is far off the plan was not typed by a slip twice.
    if (entry.kind === "asked" && error !== entry.question) return setError(entry.question);
    setError(null);
    setTyped("");
    onCorrect(entry.value);
  }

  return (
    <div className="flex min-h-[52px] flex-wrap items-center gap-x-4 gap-y-1 border-[3px] border-ink bg-white px-3">
      <span className="flex size-6 items-center justify-center rounded-full bg-ink text-13 font-semibold text-sheet">
        {number}
      </span>
      <strong className="font-semibold">{line.name}</strong>
      {mayType ? (
        <form
          className="flex items-center gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            take();
          }}
        >
          <label className="flex items-center gap-2 text-13 text-ink-2">
            type it
            <input
              data-reading
              value={typed}
              inputMode="decimal"
              placeholder={printMeasured(values[0]!, line.unit, unit)}
              onChange={(event) => setTyped(event.target.value)}
              className="h-11 w-24 border border-rule-strong bg-sheet px-2 text-17 text-ink"
            />
          </label>
        </form>
      ) : (
        <span className="text-13 text-ink-2">
          {isLeftOut ? "left out" : values === null ? "not seen" : `${values.length} values`}
        </span>
      )}
      <span className="ml-auto flex flex-wrap gap-x-5">
        {isCorrected || isLeftOut ? (
          <button type="button" className="link min-h-11" onClick={onAsRead}>
            As it was read
          </button>
        ) : null}
        <button type="button" className="link min-h-11" aria-pressed={isClose} onClick={onCloser}>
          {isClose ? "The whole picture" : "Look closer"}
        </button>
        {values === null ? null : (
          <button type="button" className="link min-h-11" onClick={onLeaveOut}>
            Leave it out
          </button>
        )}
      </span>
      {error ? (
        <p role="alert" className="w-full pb-1 text-13 font-semibold text-heavy">
          {error}
        </p>
      ) : null}
    </div>
  );
}
