"use client";

import { wordsForProblem } from "@/core/problem/words";
import { useId, useState } from "react";
import type { Characteristic } from "@/core/measure/characteristic";
import { readEntry } from "@/core/measure/reading";
import { callError } from "@/core/eye/eye";
import type { BenchCall } from "@/core/records/bench";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import type { Judgement } from "@/core/measure/judge";
import { errorInWords } from "../words/eye";

export interface Onlooker {
  id: string;
  name: string;
}

interface CallsProps {
  /** The station that is lit. */
  active: Characteristic | undefined;
  characteristics: readonly Characteristic[];
  judgements: ReadonlyMap<string, Judgement>;
  calls: readonly BenchCall[];
  /** Who may call: the learner first, then those round the bench. */
  onlookers: readonly Onlooker[];
  unit: LengthUnit;
  closed: boolean;
  onCall: (characteristicId: string, callerId: string, calledMm: number) => void;
}

/** Whether a size can be called: one length, not a difference or a choice. */
const canBeCalled = ({ readings, unit }: Characteristic) => readings === "one" && unit === "mm";

/** The eye before the caliper: what each one says it is, and how far off that was once it is measured. */
export function Calls(props: CallsProps) {
  const { active, calls, characteristics, judgements, onlookers, unit, closed } = props;
  const nameOf = (id: string) => onlookers.find((one) => one.id === id)?.name ?? "someone";
  return (
    <section
      aria-label="Called by eye"
      className="mt-3 border border-rule bg-sheet px-3 pb-2 text-15"
    >
      {closed ? null : active && canBeCalled(active) && !judgements.has(active.id) ? (
        <CallForm key={active.id} {...props} active={active} />
      ) : (
        <p className="py-2 text-13 text-ink-2">
          Light a size that isn&rsquo;t measured yet to call it; the reading comes after.
        </p>
      )}
      <ul className="flex flex-wrap gap-x-5">
        {calls.map(({ id, characteristicId, callerId, called }) => {
          const of = characteristics.find((one) => one.id === characteristicId);
          const truth = judgements.get(characteristicId)?.value;
          return (
            <li key={id} className="py-1">
              <span className="quiet">{of?.name}:</span> {nameOf(callerId)}{" "}
              <strong className="font-semibold">{printMeasured(called, "mm", unit)}</strong>
              {truth ? (
                <span className="quiet">, {errorInWords(callError({ called, truth }))}</span>
              ) : null}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function CallForm({
  active,
  calls,
  onlookers,
  unit,
  onCall,
}: Omit<CallsProps, "active"> & { active: Characteristic }) {
  const id = useId();
  const called = calls.filter(({ characteristicId }) => characteristicId === active.id);
  const left = onlookers.filter((one) => !called.some(({ callerId }) => callerId === one.id));
  const [chosen, setChosen] = useState<string | null>(null);
  const [text, setText] = useState("");
  const [message, setMessage] = useState("");
  const caller = left.find((one) => one.id === chosen) ?? left[0];
  if (!caller) return <p className="py-2 text-13 text-ink-2">Everyone has called it.</p>;

  function keep() {
    if (!caller || text.trim() === "") return;
    // The nominal isn't told: a call far off is just what is wanted.
    const entry = readEntry(text, unit, { nominal: active.nominal, name: active.name });
    if (entry.kind === "refused") return setMessage(wordsForProblem(entry.problem));
    onCall(active.id, caller.id, entry.value);
    setText("");
    setMessage("");
    setChosen(null);
  }
  return (
    <div className="flex flex-wrap items-end gap-x-3 gap-y-1 py-1">
      <label className="flex items-center gap-2">
        <span className="sr-only">Who calls</span>
        <select
          className="min-h-11 bg-transparent font-semibold"
          value={caller.id}
          onChange={(event) => setChosen(event.target.value)}
        >
          {left.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
      </label>
      <label htmlFor={id} className="flex min-h-11 items-center">
        says {active.name.toLowerCase()} is
      </label>
      <input
        id={id}
        value={text}
        inputMode="decimal"
        autoComplete="off"
        maxLength={20}
        aria-invalid={message !== ""}
        aria-describedby={message ? `${id}-message` : undefined}
        className="h-11 w-24 border-b-2 border-ink bg-transparent text-20 font-semibold outline-offset-4"
        onChange={(event) => {
          setText(event.target.value);
          setMessage("");
        }}
        onKeyDown={(event) => {
          if (event.key !== "Enter") return;
          event.preventDefault();
          keep();
        }}
      />
      <span className="flex min-h-11 items-center text-ink-2">{unit}</span>
      <button type="button" className="button" onClick={keep}>
        Keep the call
      </button>
      {message ? (
        <p id={`${id}-message`} role="alert" className="w-full font-semibold text-heavy">
          {message}
        </p>
      ) : null}
    </div>
  );
}
