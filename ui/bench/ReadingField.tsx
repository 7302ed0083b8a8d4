"use client";

import { useEffect, useId, useRef, useState, type KeyboardEvent } from "react";
import type { Characteristic, MeasuredUnit } from "@/core/measure/characteristic";
import { readEntry, type ReadingEntry } from "@/core/measure/reading";
import type { LengthUnit } from "@/core/units/length";
import { printCaliper, printMeasured } from "@/core/units/print";
import { judgeReading, type Judgement } from "@/core/verdict/judge";
import { StateShape, stateColour } from "../kit/StateShape";
import { STATE_WORDS } from "../words/verdict";

interface ReadingFieldProps {
  characteristic: Characteristic;
  unit: LengthUnit;
  instrumentUncertainty: number;
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
  instrumentUncertainty,
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
    ? { nominal: first?.mm ?? sizeMm * Math.SQRT2, name: characteristic.name }
    : {
        nominal: characteristic.nominal,
        name: characteristic.name,
        scaleMm: sizeMm,
        measured: characteristic.unit,
      };
  const read = (typed: string) => (typed.trim() === "" ? null : readEntry(typed, unit, asked));
  const entry = read(text);
  const preview = judged(entry);

  function judged(of: ReadingEntry | null): Judgement | null {
    if (!of || of.kind === "refused" || (isDifference && !first)) return null;
    const values = first ? [first.mm, of.value] : [of.value];
    return judgeReading(characteristic, values, { instrumentUncertainty, grade });
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
      setFirst({ mm: entry.value, typed: text });
      setText("");
      setAnswer(null);
      return;
    }
    onTake(
      first ? [first.mm, entry.value] : [entry.value],
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
          placeholder={standing && !first ? printMeasured(standing.value, standing.unit, unit) : ""}
          maxLength={40}
          aria-invalid={answer?.kind === "refused"}
          aria-describedby={answer ? `${id}-answer` : undefined}
          data-reading
          className="h-9 w-full min-w-0 bg-transparent text-20 font-semibold outline-none"
        />
        {preview ? <StateShape state={preview.state} size={17} /> : null}
      </div>
      <JudgementWords preview={preview} />
      {isDifference ? (
        <WhichReading of={characteristic.measure} firstMm={first?.mm} unit={unit} />
      ) : null}
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

/** What the two readings are of. */
const PAIR_WORDS: Partial<Record<Characteristic["measure"], string>> = {
  diagonals: "diagonal",
  walls: "wall",
  pitch: "pitch, the longest",
  roundness: "diameter",
  legs: "leg",
};

function WhichReading({
  of,
  firstMm,
  unit,
}: {
  of: Characteristic["measure"];
  firstMm: number | undefined;
  unit: LengthUnit;
}) {
  return (
    <p className="text-13 text-ink-2">
      {firstMm === undefined
        ? `first ${PAIR_WORDS[of] ?? "reading"}`
        : `second, after ${printCaliper(firstMm, unit)}`}
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

const inWords = (measured: MeasuredUnit, unit: LengthUnit) =>
  measured === "mm" ? `, in ${unit}` : measured === "deg" ? ", in degrees" : "";

function labelOf(characteristic: Characteristic, second: boolean, unit: LengthUnit): string {
  const { name, readings, measure } = characteristic;
  const which = `, ${second ? "second" : "first"} ${PAIR_WORDS[measure] ?? "reading"}`;
  return `${name}${readings === "difference" ? which : ""}${inWords(characteristic.unit, unit)}`;
}
