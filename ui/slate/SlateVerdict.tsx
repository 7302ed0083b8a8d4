import type { ReactNode } from "react";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import type { Judgement } from "@/core/verdict/judge";
import type { Reason, Verdict } from "@/core/verdict/verdict";
import { StateShape } from "../kit/StateShape";
import {
  adviceInWords,
  headlineOf,
  marksInWords,
  reasonInWords,
  STATE_WORDS,
} from "../words/verdict";
import { countOf } from "../words/count";

/** The verdict, chalked: outcome, what to do, every reason with its cost, marks. */
export function SlateVerdict({
  verdict,
  unit,
  defects,
  finer,
  onPick,
}: {
  verdict: Verdict;
  unit: LengthUnit;
  defects: number;
  /** What could decide a reading too close to call. */
  finer?: (judgement: Judgement) => { name: string } | null;
  /** Goes to the reading a line rests on. */
  onPick?: ((characteristicId: string) => void) | undefined;
}) {
  const { judgements, reasons, advice, unmeasured, untried } = verdict;
  const all = judgements.length + unmeasured.length;
  const found = defects === 0 ? "" : ` and ${countOf(defects, "defect")}`;
  const telling = judgements.filter(({ state }) => state !== "on-size");
  const good = judgements.length - telling.length;
  return (
    <>
      <p className="text-13 text-chalk-2">
        After {judgements.length} of {all} readings
        {found}
      </p>
      <p className="mt-1 font-slab text-38 font-semibold" data-outcome>
        {headlineOf(verdict)}
      </p>
      {advice.length > 0 ? (
        <ol className="mt-4 space-y-3">
          {advice.map((one, index) => {
            const { head, why } = adviceInWords(one, unit);
            return (
              <li key={head} className="flex gap-4">
                <span className="font-slab text-20 text-straw">{index + 1}</span>
                <span className="text-15">
                  <strong className="block font-semibold">{head}</strong>
                  <span className="text-chalk-2">{why}</span>
                </span>
              </li>
            );
          })}
        </ol>
      ) : null}
      {verdict.outcome === "start-again" ? (
        <p className="mt-3 text-15 text-chalk-2">What has gone can&rsquo;t be put back.</p>
      ) : null}
      <ul className="mt-5 border-t border-slate-rule pt-3 text-15">
        {telling.map((judgement) => (
          <Line
            key={judgement.characteristicId}
            what={judgement.name}
            onPick={onPick ? () => onPick(judgement.characteristicId) : undefined}
            note={
              judgement.state === "too-close" && finer ? finerInWords(finer(judgement)) : undefined
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
          <Line what={`${unmeasured.length} still to measure`} says="" cost={0} />
        ) : null}
        {untried.length > 0 ? (
          <Line what={`${untried.length} still to try in use`} says="" cost={0} />
        ) : null}
      </ul>
    </>
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

/** Marks in figures, as they stand. */
export function SlateMarks({ marks }: { marks: number | null }) {
  return (
    <p className="font-slab text-27 font-semibold whitespace-nowrap" data-marks>
      {marksInWords(marks)}
      <span className="ml-1 text-13 font-normal text-chalk-2">of 100</span>
    </p>
  );
}
