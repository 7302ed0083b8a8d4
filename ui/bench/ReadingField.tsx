"use client";

import { useEffect, useId, useRef, useState, type KeyboardEvent } from "react";
import type { Characteristic } from "@/core/measure/characteristic";
import { readEntry, type ReadingEntry } from "@/core/measure/reading";
import type { LengthUnit } from "@/core/units/length";
import { printCaliper } from "@/core/units/print";
import { judgeReading, type Judgement } from "@/core/verdict/judge";
import { StateShape, stateColour } from "../kit/StateShape";
import { STATE_WORDS } from "../words/verdict";

interface ReadingFieldProps {
  characteristic: Characteristic;
  unit: LengthUnit;
  instrumentMm: number;
  grade: number;
  /** The reading that stands, when it is taken again. */
  standing: Judgement | null;
  onTake: (values: number[], typed: string) => void;
  onPreview: (judgement: Judgement | null) => void;
  /** A key pressed while nothing is typed. */
  onKey: (event: KeyboardEvent) => void;
}

/**
 * Where a reading is typed. It is judged with every key; Enter takes it. What
 * isn't understood stays as typed, with the reason beside it; what is hard to
 * believe is asked back once, and a second Enter takes it all the same.
 */
export function ReadingField({
  characteristic,
  unit,
  instrumentMm,
  grade,
  standing,
  onTake,
  onPreview,
  onKey,
}: ReadingFieldProps) {
  const [text, setText] = useState("");
  const [first, setFirst] = useState<{ mm: number; typed: string } | null>(null);
  const [answer, setAnswer] = useState<Answer | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const id = useId();
  const isDifference = characteristic.readings === "difference";

  useEffect(() => input.current?.focus({ preventScroll: true }), []);

  const { sizeMm } = characteristic.tolerance;
  const asked = isDifference
    ? { nominalMm: first?.mm ?? sizeMm * Math.SQRT2, name: characteristic.name }
    : { nominalMm: characteristic.nominalMm, name: characteristic.name, scaleMm: sizeMm };
  const read = (typed: string) => (typed.trim() === "" ? null : readEntry(typed, unit, asked));
  const entry = read(text);
  const preview = judged(entry);

  function judged(of: ReadingEntry | null): Judgement | null {
    if (!of || of.kind === "refused" || (isDifference && !first)) return null;
    const values = first ? [first.mm, of.mm] : [of.mm];
    return judgeReading(characteristic, values, { instrumentMm, grade });
  }

  function change(next: string) {
    setText(next);
    setAnswer(null);
    onPreview(judged(read(next)));
  }

  function take() {
    if (!entry) return;
    const confirmed = answer?.kind === "asked" && entry.kind === "asked";
    if (entry.kind !== "taken" && !confirmed) return setAnswer(entry);
    if (isDifference && !first) {
      setFirst({ mm: entry.mm, typed: text });
      setText("");
      setAnswer(null);
      return;
    }
    onTake(
      first ? [first.mm, entry.mm] : [entry.mm],
      first ? `${first.typed.trim()}; ${text.trim()}` : text.trim(),
    );
  }

  function press(event: KeyboardEvent) {
    if (event.key === "Enter") {
      event.preventDefault();
      take();
    } else if (text === "") {
      onKey(event);
    }
  }

  return (
    <div className="relative">
      <label htmlFor={id} className="sr-only">
        {labelOf(characteristic, first !== null, unit)}
      </label>
      <div className="flex items-center gap-1 border-b-2 border-ink">
        <input
          ref={input}
          id={id}
          value={text}
          onChange={(event) => change(event.target.value)}
          onKeyDown={press}
          inputMode="decimal"
          enterKeyHint="done"
          autoComplete="off"
          placeholder={standing && !first ? printCaliper(standing.valueMm, unit) : ""}
          maxLength={40}
          aria-invalid={answer?.kind === "refused"}
          aria-describedby={answer ? `${id}-answer` : undefined}
          data-reading
          className="h-9 w-full min-w-0 bg-transparent text-20 font-semibold outline-none"
        />
        {preview ? <StateShape state={preview.state} size={17} /> : null}
      </div>
      <JudgementWords preview={preview} />
      {isDifference ? <WhichDiagonal firstMm={first?.mm} unit={unit} /> : null}
      {answer ? <EntryAnswer id={`${id}-answer`} answer={answer} /> : null}
    </div>
  );
}

function JudgementWords({ preview }: { preview: Judgement | null }) {
  return (
    <p
      aria-live="polite"
      className={`text-13 font-semibold ${preview ? stateColour(preview.state) : "sr-only"}`}
      data-judgement
    >
      {preview ? STATE_WORDS[preview.state] : ""}
    </p>
  );
}

function WhichDiagonal({ firstMm, unit }: { firstMm: number | undefined; unit: LengthUnit }) {
  return (
    <p className="text-13 text-ink-2">
      {firstMm === undefined ? "first diagonal" : `second, after ${printCaliper(firstMm, unit)}`}
    </p>
  );
}

type Answer = Exclude<ReadingEntry, { kind: "taken" }>;

/** What is wrong with a reading, or what is asked about it, beside the field. */
function EntryAnswer({ id, answer }: { id: string; answer: Answer }) {
  return (
    <p
      id={id}
      role="alert"
      className="absolute right-0 bottom-full z-20 mb-2 w-60 border-l-4 border-heavy bg-warning px-3 py-2 text-15 text-ink"
    >
      {answer.kind === "asked" ? answer.question : answer.message}
      {answer.kind === "asked" ? (
        <strong className="mt-1 block">Enter again takes it as it is.</strong>
      ) : null}
    </p>
  );
}

function labelOf(characteristic: Characteristic, second: boolean, unit: LengthUnit): string {
  const which = second ? ", second diagonal" : ", first diagonal";
  return `${characteristic.name}${characteristic.readings === "difference" ? which : ""}, in ${unit}`;
}
