"use client";

import { useId, useState, type ReactNode } from "react";
import { complain } from "@/core/problem/complain";
import { sectionSchema } from "@/core/section/schema";
import type { Section } from "@/core/section/section";
import { printSection } from "@/core/section/spoken";
import { MM_PER_INCH, type LengthUnit } from "@/core/units/length";
import { printInchFraction, printMmRounded } from "@/core/units/print";
import { lengthSchema } from "@/core/units/schema";

type Read<Value> = { ok: true; value: Value } | { ok: false; message: string };

/**
 * A field of the designer: what is typed is read with every key, taken as soon
 * as it can be, and stays as typed with the reason beside it while it can't.
 */
export function TypedField<Value>({
  label,
  shown,
  read,
  onTake,
  hint,
  wide = false,
}: {
  label: string;
  /** The value as it stands, in words. */
  shown: string;
  read: (text: string) => Read<Value>;
  onTake: (value: Value) => void;
  hint?: ReactNode;
  wide?: boolean;
}) {
  const id = useId();
  const [text, setText] = useState<string | null>(null);
  const answer = text === null ? null : read(text);
  const error = answer && !answer.ok ? answer.message : null;
  return (
    <div className={wide ? "w-56" : "w-40"}>
      <label htmlFor={id} className="block text-13 text-ink-2">
        {label}
      </label>
      <input
        id={id}
        value={text ?? shown}
        onFocus={(event) => event.target.select()}
        onChange={(event) => {
          setText(event.target.value);
          const next = read(event.target.value);
          if (next.ok) onTake(next.value);
        }}
        onBlur={() => {
          if (!error) setText(null);
        }}
        onKeyDown={(event) => {
          if (event.key === "Enter" && !error) setText(null);
          if (event.key === "Escape") {
            setText(null);
            event.currentTarget.blur();
          }
        }}
        aria-invalid={Boolean(error)}
        aria-describedby={error || hint ? `${id}-message` : undefined}
        autoComplete="off"
        className="field"
      />
      {error || hint ? (
        <p
          id={`${id}-message`}
          role={error ? "alert" : undefined}
          className={`mt-1 text-13 ${error ? "font-semibold text-light" : "text-ink-2"}`}
        >
          {error ?? hint}
        </p>
      ) : null}
    </div>
  );
}

const other = (mm: number, unit: LengthUnit) =>
  unit === "mm" ? printInchFraction(mm) : `${printMmRounded(mm)} mm`;

/** A length as it stands in a field: in the person's unit, so that it reads back the same. */
const lengthText = (mm: number, unit: LengthUnit) => {
  if (unit === "mm") return `${printMmRounded(mm, 2)} mm`;
  const fraction = printInchFraction(mm);
  // Off the sixty-fourths a fraction would change the value when it is read back.
  return Math.abs(Math.round((mm / MM_PER_INCH) * 64) - (mm / MM_PER_INCH) * 64) < 1e-6
    ? fraction
    : `${(mm / MM_PER_INCH).toFixed(3)} in`;
};

interface LengthFieldProps {
  label: string;
  mm: number;
  unit: LengthUnit;
  zero?: boolean;
  /** Length of the bar where a place along it is asked for. */
  barMm?: number;
  onTake: (mm: number) => void;
}

/** A length, typed in any of the ways smiths write one; a bare number is in the person's unit. */
export function LengthField({ label, mm, unit, zero = false, barMm, onTake }: LengthFieldProps) {
  const schema = lengthSchema({ zero, unit, ...(barMm === undefined ? {} : { barMm }) });
  return (
    <TypedField
      label={label}
      shown={lengthText(mm, unit)}
      hint={other(mm, unit)}
      onTake={onTake}
      read={(text) => {
        const read = schema.safeParse(text);
        return read.success
          ? { ok: true, value: read.data }
          : { ok: false, message: complain(read.error).message };
      }}
    />
  );
}

/** A section as it is said: "12 square", "25 by 6", "half-inch round". */
export function SectionField({
  label,
  section,
  unit,
  onTake,
}: {
  label: string;
  section: Section;
  unit: LengthUnit;
  onTake: (section: Section) => void;
}) {
  return (
    <TypedField
      wide
      label={label}
      shown={printSection(section, unit)}
      hint={printSection(section, unit === "mm" ? "in" : "mm")}
      onTake={onTake}
      read={(text) => {
        const read = sectionSchema.safeParse(text);
        return read.success
          ? { ok: true, value: read.data }
          : { ok: false, message: complain(read.error).message };
      }}
    />
  );
}

/** A plain number within limits, such as turns or degrees; a whole one where it counts. */
export function NumberField({
  label,
  value,
  min,
  max,
  whole = false,
  onTake,
}: {
  label: string;
  /** Nothing where none is said. */
  value: number | null;
  min: number;
  max: number;
  whole?: boolean;
  onTake: (value: number) => void;
}) {
  const accepted = `A ${whole ? "whole " : ""}number from ${min} to ${max}.`;
  return (
    <TypedField
      label={label}
      shown={value === null ? "" : String(Number(value.toFixed(3)))}
      onTake={onTake}
      read={(text) => {
        const number = Number(text.trim().replace(",", "."));
        const fits = number >= min && number <= max && (!whole || Number.isInteger(number));
        return text.trim() !== "" && fits
          ? { ok: true, value: number }
          : { ok: false, message: accepted };
      }}
    />
  );
}

/** One of a few, by its words. */
export function ChoiceField<Value extends string>({
  label,
  value,
  choices,
  onTake,
}: {
  label: string;
  value: Value;
  choices: readonly (readonly [Value, string])[];
  onTake: (value: Value) => void;
}) {
  const id = useId();
  return (
    <div className="w-44">
      <label htmlFor={id} className="block text-13 text-ink-2">
        {label}
      </label>
      <select
        id={id}
        value={value}
        onChange={(event) => onTake(event.target.value as Value)}
        className="field"
      >
        {choices.map(([key, said]) => (
          <option key={key} value={key}>
            {said}
          </option>
        ))}
      </select>
    </div>
  );
}
