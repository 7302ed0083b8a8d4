"use client";

import { wordsForProblem } from "@/core/problem/words";
import {
  useEffect,
  useId,
  useImperativeHandle,
  useRef,
  useState,
  type KeyboardEvent,
  type RefObject,
} from "react";
import type { Characteristic, MeasuredUnit } from "@/core/measure/characteristic";
import { placeInText } from "@/core/measure/lineName";
import { readEntry, type ReadingEntry } from "@/core/measure/reading";
import { valuesTaken } from "@/core/measure/ways";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import { judgeReading, type Judgement } from "@/core/measure/judge";
import { StateShape, stateColour } from "../kit/StateShape";
import { STATE_WORDS } from "../words/verdict";

export interface ReadingFieldProps {
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
  /** Where a device's lines are handed to the field that is lit. */
  door: RefObject<DeviceDoor | null>;
}

/**
 * Takes a device's line as if it had been typed and entered; false while another reading is
 * half typed, which it would mix with.
 */
export type DeviceDoor = (line: string) => boolean;

/**
 * Where readings are typed. They are judged with every key; Enter takes one. What
 * isn't understood stays as typed, with the reason beside it; what is hard to
 * believe is asked back once, and a second Enter takes it all the same. A series
 * is taken one after another; Enter on nothing ends it early. R reads the same
 * place several times, and their mean counts.
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
  door,
}: ReadingFieldProps) {
  const [text, setText] = useState("");
  const [taken, setTaken] = useState<Entered[]>([]);
  const [several, setSeveral] = useState(false);
  const [answer, setAnswer] = useState<Answer | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const id = useId();
  const { min, asked, max } = valuesTaken(characteristic);
  const wanted = several ? max : asked;

  useEffect(() => {
    input.current?.focus({ preventScroll: true });
    return () => onPreview(null);
  }, [onPreview]);

  const read = (typed: string) =>
    typed.trim() === "" ? null : readEntry(typed, unit, expected(characteristic, taken));
  const preview = judged(read(text));

  function judged(of: ReadingEntry | null): Judgement | null {
    if (of?.kind === "refused") return null;
    const values = [...taken.map(({ value }) => value), ...(of ? [of.value] : [])];
    if (values.length < min) return null;
    return judgeReading(characteristic, values, { instrumentUncertainty, grade });
  }

  function change(next: string) {
    setText(next);
    setAnswer(null);
    onPreview(judged(read(next)));
  }

  const finish = (all: readonly Entered[]) =>
    onTake(
      all.map(({ value }) => value),
      all.map(({ typed }) => typed).join("; "),
    );

  function take(typed: string) {
    const entry = read(typed);
    if (!entry) return taken.length >= min && taken.length > 0 ? finish(taken) : undefined;
    const confirmed = answer?.kind === "asked" && entry.kind === "asked";
    if (entry.kind !== "taken" && !confirmed) {
      setText(typed);
      // What was refused is replaced by what is typed next.
      if (entry.kind === "refused") setTimeout(() => input.current?.select());
      return setAnswer(entry);
    }
    const all = [...taken, { value: entry.value, typed: typed.trim() }];
    if (all.length >= wanted) return finish(all);
    setTaken(all);
    setText("");
    setAnswer(null);
  }

  useImperativeHandle(door, () => (line) => {
    // As the field is now: a line may come before a key just typed has been drawn.
    if (input.current?.value !== "" && answer === null) return false;
    take(line);
    return true;
  });

  function press(event: KeyboardEvent) {
    if (event.key === "Enter") {
      event.preventDefault();
      take(text);
    } else if (
      text === "" &&
      event.key.toLowerCase() === "r" &&
      characteristic.readings === "one"
    ) {
      event.preventDefault();
      setSeveral(true);
    } else if (text === "") {
      onKey(event);
    }
  }

  return (
    <div className="relative">
      <label htmlFor={id} className="sr-only">
        {labelOf(characteristic, taken.length, unit)}
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
          placeholder={
            standing && taken.length === 0 ? printMeasured(standing.value, standing.unit, unit) : ""
          }
          maxLength={40}
          aria-invalid={answer?.kind === "refused"}
          aria-describedby={answer ? `${id}-answer` : undefined}
          data-reading
          className="h-9 w-full min-w-0 bg-transparent text-20 font-semibold outline-none"
        />
        {preview ? <StateShape state={preview.state} size={17} /> : null}
      </div>
      <JudgementWords preview={preview} />
      {wanted > 1 ? (
        <WhichReading
          of={characteristic}
          taken={taken}
          wanted={several ? null : wanted}
          unit={unit}
        />
      ) : null}
      {answer ? <EntryAnswer id={`${id}-answer`} answer={answer} /> : null}
    </div>
  );
}

interface Entered {
  value: number;
  typed: string;
}

/** What a reading is expected to be near, so that a slip of the keys is asked back. */
function expected(characteristic: Characteristic, taken: readonly Entered[]) {
  const { name, nominal, measure, readings, unit: measured, tolerance } = characteristic;
  const of = placeInText(characteristic);
  if (readings === "one") return { nominal, name, of, scaleMm: tolerance.sizeMm, measured };
  const first = measure === "diagonals" ? tolerance.sizeMm * Math.SQRT2 : tolerance.sizeMm;
  return { nominal: taken[0]?.value ?? first, name, of };
}

export function JudgementWords({ preview }: { preview: Judgement | null }) {
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

/** What each value of a series is of. */
const EACH: Partial<Record<Characteristic["measure"], string>> = {
  diagonals: "diagonal",
  walls: "wall",
  pitch: "pitch",
  roundness: "diameter",
  legs: "leg",
  sides: "station",
};

function WhichReading({
  of,
  taken,
  wanted,
  unit,
}: {
  of: Characteristic;
  taken: readonly Entered[];
  /** How many are asked; null for as many as are typed. */
  wanted: number | null;
  unit: LengthUnit;
}) {
  const each = EACH[of.measure] ?? "reading";
  const before = taken.map(({ value }) => printMeasured(value, of.unit, unit)).join(", ");
  return (
    <p className="text-13 text-ink-2">
      {each} {taken.length + 1}
      {wanted === null ? "; Enter alone takes the mean" : ` of ${wanted}`}
      {before ? `, after ${before}` : ""}
    </p>
  );
}

type Answer = Exclude<ReadingEntry, { kind: "taken" }>;

/** What is wrong with a reading, or what is asked about it, over the field; at the first stations to the right, where the row cuts nothing off. */
function EntryAnswer({ id, answer }: { id: string; answer: Answer }) {
  return (
    <p
      id={id}
      role="alert"
      className="absolute right-0 bottom-full z-20 mb-2 w-60 border-l-4 in-[li:nth-child(-n+2)]:right-auto in-[li:nth-child(-n+2)]:left-0 border-heavy bg-warning px-3 py-2 text-15 text-ink"
    >
      {answer.kind === "asked" ? answer.question : wordsForProblem(answer.problem)}
      {answer.kind === "asked" ? (
        <strong className="mt-1 block">Enter again takes it as it is.</strong>
      ) : null}
    </p>
  );
}

const inWords = (measured: MeasuredUnit, unit: LengthUnit) =>
  measured === "mm" ? `, in ${unit}` : measured === "deg" ? ", in degrees" : "";

function labelOf(characteristic: Characteristic, taken: number, unit: LengthUnit): string {
  const { name, readings, measure } = characteristic;
  const which = readings === "one" ? "" : `, ${EACH[measure] ?? "reading"} ${taken + 1}`;
  return `${name}${which}${inWords(characteristic.unit, unit)}`;
}
