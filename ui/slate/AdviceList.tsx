import type { AdviceLine, SizeChange } from "@/core/advice/advice";
import { sumHeats } from "@/core/advice/heats";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import { isOff, type Judgement } from "@/core/measure/judge";
import type { CheaperWay } from "@/core/verdict/cheaper";
import type { Then } from "@/core/verdict/verdict";
import { StateShape } from "../kit/StateShape";
import { countOf } from "../words/count";
import { adviceInWords, STATE_WORDS } from "../words/verdict";
import type { EarlierAdvice } from "../words/earlierAdvice";
import { SketchDrawing } from "./SketchDrawing";

/** What is said beside a number; more would be a table. */
const SHOWN_CHANGES = 4;

/** What to do in the next heats, each line with what it changes, drawn where steel is moved. */
export function AdviceList({
  advice,
  unit,
}: {
  advice: readonly (AdviceLine | EarlierAdvice)[];
  unit: LengthUnit;
}) {
  return (
    <ol className="mt-4 border-t border-slate-rule" aria-label="What to do">
      {advice.map((one, index) => (
        // Two lines may say the same of two things: their place is what tells them apart.
        <AdviceItem key={index} number={index + 1} advice={one} unit={unit} />
      ))}
    </ol>
  );
}

function AdviceItem({
  number,
  advice,
  unit,
}: {
  number: number;
  advice: AdviceLine | EarlierAdvice;
  unit: LengthUnit;
}) {
  const { title, detail } = adviceInWords(advice, unit);
  const isDrawn = !("code" in advice);
  return (
    <li className="flex gap-4 border-b border-slate-rule py-3">
      <span className="w-5 shrink-0 font-slab text-20 text-straw">{number}</span>
      <div className="min-w-0 grow text-15">
        <strong className="block font-semibold">{title}</strong>
        {detail ? <span className="text-chalk-2">{detail}</span> : null}
        {isDrawn && advice.sketch ? <SketchDrawing sketch={advice.sketch} /> : null}
        {isDrawn && advice.changes.length > 0 ? (
          <Changes changes={advice.changes} unit={unit} />
        ) : null}
      </div>
    </li>
  );
}

/** Only the numbers that change; what goes out of its limits first. */
export function Changes({ changes, unit }: { changes: readonly SizeChange[]; unit: LengthUnit }) {
  const seen = visibleChanges(changes, unit);
  return (
    <ul className="mt-1 flex flex-wrap gap-x-6 text-15" aria-label="It changes">
      {seen
        .slice(0, SHOWN_CHANGES)
        .map(({ id, name, unit: measured, from, to, isAbout, state }) => (
          <li key={id} className="text-chalk-2">
            {lowerFirst(name)} {printMeasured(from, measured, unit)} → {isAbout ? "about " : ""}
            <strong className="text-chalk">{printMeasured(to, measured, unit)}</strong>
            {state === "on-size" ? null : (
              <>
                {" "}
                <StateShape state={state} size={12} onSlate />
                <span className="sr-only">{STATE_WORDS[state]}</span>
              </>
            )}
          </li>
        ))}
      {seen.length > SHOWN_CHANGES ? (
        <li className="text-chalk-2">and {seen.length - SHOWN_CHANGES} more</li>
      ) : null}
    </ul>
  );
}

/**
 * What can be seen to change, each place once: what goes out of its limits first, then what lies beyond
 * the sizes the instruction says already.
 */
function visibleChanges(changes: readonly SizeChange[], unit: LengthUnit): SizeChange[] {
  const said = (value: number, { unit: measured }: SizeChange) =>
    printMeasured(value, measured, unit);
  const placeOf = ({ name }: SizeChange) => name.split(", ")[0]!;
  const seen = changes.filter(
    (one, index) =>
      said(one.from, one) !== said(one.to, one) &&
      !changes
        .slice(0, index)
        .some(
          (other) =>
            placeOf(other) === placeOf(one) &&
            other.id !== one.id &&
            said(other.to, other) === said(one.to, one),
        ),
  );
  const rank = (one: SizeChange) => (isOff(one) ? 0 : one.id.endsWith("length") ? 1 : 2);
  return seen.sort((a, b) => rank(a) - rank(b));
}

/** What the piece comes to when the advice is followed: the shapes in the order of the stations. */
export function Forecast({
  then,
  judgements,
  advice,
  cheaper,
  unit,
}: {
  then: Then;
  judgements: readonly Judgement[];
  advice: readonly AdviceLine[];
  cheaper: CheaperWay | null;
  unit: LengthUnit;
}) {
  const states = judgements.map(({ characteristicId, name, state }) => ({
    id: characteristicId,
    name,
    state: then.states[characteristicId] ?? state,
  }));
  const good = states.filter(({ state }) => state === "on-size").length;
  const open = states.filter(({ state }) => state === "too-close");
  return (
    <section aria-label="What it comes to" className="border-t-2 border-chalk pt-3">
      <p className="flex items-baseline justify-between gap-3">
        <strong className="font-slab text-20 font-semibold">
          Then {good} of {states.length} on size
        </strong>
        {then.marks === null ? null : (
          <span className="text-15 text-chalk-2">about {Math.round(then.marks)} of 100</span>
        )}
      </p>
      <p className="mt-1 flex flex-wrap gap-1.5" aria-hidden="true">
        {states.map(({ id, state }) => (
          <StateShape key={id} state={state} size={13} onSlate />
        ))}
      </p>
      {open.length > 0 ? <p className="mt-1 text-15">{tooCloseInWords(open)}</p> : null}
      <p className="text-15 text-chalk-2">About {countOf(sumHeats(advice), "heat")}.</p>
      {cheaper ? <Cheaper way={cheaper} judgements={judgements} unit={unit} /> : null}
    </section>
  );
}

/** Fewer heats, for what is then too close to call: in words alone. */
function Cheaper({
  way: { advice, heatsLess, tooClose },
  judgements,
  unit,
}: {
  way: CheaperWay;
  judgements: readonly Judgement[];
  unit: LengthUnit;
}) {
  const open = judgements.filter(({ characteristicId }) => tooClose.includes(characteristicId));
  return (
    <details className="mt-1 text-15 text-chalk-2">
      <summary className="link flex min-h-11 cursor-pointer items-center">
        Or {countOf(heatsLess, "heat")} less
        {open.length > 0 ? `: ${lowerFirst(tooCloseInWords(open))}` : "."}
      </summary>
      <ol className="list-decimal space-y-1 pl-5">
        {advice.map((line, index) => {
          const { title, detail } = adviceInWords(line, unit);
          return (
            <li key={index}>
              <strong className="font-semibold text-chalk">{title}.</strong> {detail}
            </li>
          );
        })}
      </ol>
    </details>
  );
}

const lowerFirst = (words: string) => words.charAt(0).toLowerCase() + words.slice(1);

function tooCloseInWords(open: readonly { name: string }[]): string {
  const [first, ...rest] = open;
  return rest.length === 0
    ? `${first!.name} too close to call.`
    : `${first!.name} and ${rest.length} more too close to call.`;
}
