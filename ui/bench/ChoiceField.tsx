"use client";

import { useEffect, useRef, type KeyboardEvent } from "react";
import { CHOICES } from "@/core/measure/ways";
import { printMeasured } from "@/core/units/print";
import { judgeReading } from "@/core/measure/judge";
import { StateShape } from "../kit/StateShape";
import type { ReadingFieldProps } from "./ReadingField";

/** An answer that is chosen, by key or by tap: what a gauge says, or a grade by eye. */
export function ChoiceField({
  characteristic,
  unit,
  instrumentUncertainty,
  grade,
  standing,
  onTake,
  onKey,
}: Omit<ReadingFieldProps, "onPreview" | "door">) {
  const group = useRef<HTMLDivElement>(null);
  useEffect(() => group.current?.focus({ preventScroll: true }), []);
  const { unit: measured } = characteristic;
  const values = measured === "gauge" ? CHOICES.gauge : CHOICES.grade;
  const words = (value: number) => printMeasured(value, measured, unit);

  function press(event: KeyboardEvent) {
    const chosen = values[Number(event.key) - 1];
    if (chosen === undefined) return onKey(event);
    event.preventDefault();
    onTake([chosen], words(chosen));
  }

  return (
    <div
      ref={group}
      role="group"
      tabIndex={0}
      aria-label={`${characteristic.name}: choose, or press 1 to ${values.length}`}
      onKeyDown={press}
      data-reading
      className="outline-none"
    >
      {values.map((value, index) => {
        const { state } = judgeReading(characteristic, [value], { instrumentUncertainty, grade });
        return (
          <button
            key={value}
            type="button"
            onClick={() => onTake([value], words(value))}
            aria-pressed={standing?.value === value}
            className="flex min-h-11 w-full items-center gap-1.5 border-b border-rule text-left text-15 font-semibold"
          >
            <span className="text-13 text-ink-2">{index + 1}</span>
            <span className="grow">{words(value)}</span>
            <StateShape state={state} size={13} />
          </button>
        );
      })}
    </div>
  );
}
