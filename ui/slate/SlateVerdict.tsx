"use client";

import { useState, type ReactNode } from "react";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import type { Judgement } from "@/core/measure/judge";
import type { CheaperWay } from "@/core/verdict/cheaper";
import type { Reason, Verdict } from "@/core/verdict/verdict";
import { StateShape } from "../kit/StateShape";
import {
  contradictionInWords,
  headlineOf,
  lostInWords,
  marksInWords,
  measuredInWords,
  reasonInWords,
  STATE_WORDS,
} from "../words/verdict";
import { AdviceList, Forecast } from "./AdviceList";
import { countOf } from "../words/count";

interface SlateVerdictProps {
  verdict: Verdict;
  unit: LengthUnit;
  defects: number;
  /** Fewer heats than the advice takes; null where none can be spared. */
  cheaper?: CheaperWay | null;
  /** Whether what can still be done is being looked for. */
  isLooking?: boolean;
  /** What could decide a reading too close to call. */
  finer?: (judgement: Judgement) => { name: string } | null;
  /** Goes to the reading a line rests on. */
  onPick?: ((characteristicId: string) => void) | undefined;
}

/** The verdict, chalked: outcome, what to do, every reason with its cost, marks. */
export function SlateVerdict({
  verdict,
  unit,
  defects,
  cheaper = null,
  isLooking = false,
  finer,
  onPick,
}: SlateVerdictProps) {
  // Open where nothing else is said, until somebody opens or shuts it.
  const [isOpened, setOpened] = useState<boolean | null>(null);
  const { judgements, reasons, advice, unmeasured, untried, then } = verdict;
  const all = judgements.length + unmeasured.length;
  const found = defects === 0 ? "" : ` and ${countOf(defects, "defect")}`;
  const telling = judgements.filter(({ state }) => state !== "on-size");
  const good = judgements.length - telling.length;
  const isOpen = isOpened ?? (advice.length === 0 && !isLooking);
  return (
    <>
      <p className="text-13 text-chalk-2">
        After {judgements.length} of {all} readings
        {found}
      </p>
      <p className="mt-1 font-slab text-38 font-semibold" data-outcome>
        {headlineOf(verdict)}
      </p>
      <ReadAgain verdict={verdict} unit={unit} finer={finer} onPick={onPick} />
      {advice.length > 0 ? <AdviceList advice={advice} unit={unit} /> : null}
      {then ? (
        <Forecast
          then={then}
          judgements={judgements}
          advice={advice}
          cheaper={cheaper}
          unit={unit}
        />
      ) : null}
      {verdict.outcome === "start-again" ? (
        <p className="mt-3 text-15 text-chalk-2">{lostInWords(verdict)}</p>
      ) : null}
      <details open={isOpen} className="mt-4">
        <summary
          className="link min-h-11 cursor-pointer py-2 text-15 text-chalk-2"
          onClick={(event) => {
            event.preventDefault();
            setOpened(!isOpen);
          }}
        >
          Every reading
        </summary>
        <ul className="border-t border-slate-rule pt-3 text-15">
          {telling.map((judgement) => (
            <Line
              key={judgement.characteristicId}
              what={judgement.name}
              onPick={onPick ? () => onPick(judgement.characteristicId) : undefined}
              note={
                judgement.state === "too-close" && finer
                  ? finerInWords(finer(judgement))
                  : undefined
              }
              says={
                <>
                  {printMeasured(judgement.value, judgement.unit, unit)} ·{" "}
                  {STATE_WORDS[judgement.state]}{" "}
                  <StateShape state={judgement.state} size={13} onSlate />
                </>
              }
              cost={costOf(verdict, judgement.characteristicId)}
            />
          ))}
          {reasons.map((reason) =>
            reason.code === "measured" ? null : (
              <Line
                key={keyOf(reason)}
                what={reasonInWords(reason)}
                says={reason.code === "defect" ? reason.defect.severity : ""}
                cost={reason.cost}
              />
            ),
          )}
          {good > 0 ? (
            <Line
              what={`${good} on size`}
              says={<StateShape state="on-size" size={13} onSlate />}
              cost={goodCost(verdict)}
            />
          ) : null}
          {unmeasured.length > 0 ? (
            <Line
              what={`${unmeasured.length} ${verdict.enough?.drawn === false ? "not measured" : "still to measure"}`}
              says=""
              cost={0}
            />
          ) : null}
          {untried.length > 0 ? (
            <Line what={`${untried.length} still to try in use`} says="" cost={0} />
          ) : null}
        </ul>
      </details>
    </>
  );
}

/** Readings that can't be true together, and those that another instrument could decide. */
function ReadAgain({
  verdict: { contradictions, undecided, judgements },
  unit,
  finer,
  onPick,
}: Pick<SlateVerdictProps, "verdict" | "unit" | "finer" | "onPick">) {
  if (contradictions.length === 0 && undecided.length === 0) return null;
  const named = (id: string) => judgements.find((one) => one.characteristicId === id);
  const pick = (id: string, words: string) =>
    onPick ? (
      <button type="button" className="link min-h-11 text-left" onClick={() => onPick(id)}>
        {words}
      </button>
    ) : (
      words
    );
  return (
    <ul className="mt-3 space-y-2 text-15" aria-label="To be read again">
      {contradictions.map((one) => (
        <li key={one.code + one.ids[0]!} className="border-l-4 border-straw pl-3">
          {pick(one.ids[0]!, contradictionInWords(one, judgements, unit))}
        </li>
      ))}
      {undecided.map((id) => {
        const judgement = named(id)!;
        const instrument = finer?.(judgement)?.name ?? "a finer instrument";
        return (
          <li key={id} className="border-l-4 border-straw pl-3">
            {pick(id, `${judgement.name}: too close to call. Take ${instrument} to it.`)}
          </li>
        );
      })}
    </ul>
  );
}

const costOf = (verdict: Verdict, characteristicId: string) =>
  verdict.reasons.find(
    (reason) =>
      reason.code === "measured" && reason.judgement.characteristicId === characteristicId,
  )?.cost ?? 0;

const goodCost = (verdict: Verdict) =>
  verdict.reasons.reduce(
    (sum, reason) =>
      sum + (reason.code === "measured" && reason.judgement.state === "on-size" ? reason.cost : 0),
    0,
  );

function keyOf(reason: Exclude<Reason, { code: "measured" }>): string {
  switch (reason.code) {
    case "defect":
      return reason.defect.id;
    case "try":
      return reason.question;
    case "correction":
      return reason.correction;
    case "aid":
      return reason.aid;
    default:
      return reason.code;
  }
}

const finerInWords = (instrument: { name: string } | null) =>
  instrument
    ? `${instrument.name} could decide.`
    : "Nothing in the shop could decide: it speaks for the learner.";

interface LineProps {
  what: string;
  says: ReactNode;
  cost: number;
  note?: string | undefined;
  onPick?: (() => void) | undefined;
}

function Line({ what, says, cost, note, onPick }: LineProps) {
  const marks = Math.round(cost);
  return (
    <li className="flex justify-between gap-3 py-0.5">
      <span>
        {onPick ? (
          <button type="button" onClick={onPick} className="link text-left">
            {what}
          </button>
        ) : (
          what
        )}
        {note ? <span className="block text-13 text-chalk-2">{note}</span> : null}
      </span>
      <span className="flex gap-3 text-right text-chalk-2">
        <span>{says}</span>
        <span className="w-10">{marks > 0 ? `−${marks}` : ""}</span>
      </span>
    </li>
  );
}

/** Marks in figures, as they stand, and how much of an ended inspection they rest on. */
export function SlateMarks({
  verdict: { marks, enough, judgements, unmeasured },
}: {
  verdict: Pick<Verdict, "marks" | "enough" | "judgements" | "unmeasured">;
}) {
  const read = judgements.length;
  const measured = enough && measuredInWords(read, read + unmeasured.length);
  return (
    <p className="font-slab text-27 font-semibold whitespace-nowrap" data-marks>
      {marksInWords(marks)}
      <span className="ml-1 text-13 font-normal text-chalk-2">
        of 100{measured ? ` · ${measured}` : ""}
      </span>
    </p>
  );
}
