"use client";

import type { Field } from "@/core/feature/feature";
import { kindOf, type Feature } from "@/core/feature/registry";
import type { LengthUnit } from "@/core/units/length";
import { ChoiceField, LengthField, NumberField } from "./fields";

interface FeatureFieldsProps {
  /** Other things of the bar, by id, with their names. */
  things: readonly (readonly [string, string])[];
  feature: Feature;
  /** Length of the forged bar it is on. */
  barMm: number;
  unit: LengthUnit;
  onTake: (feature: Feature) => void;
}

/** A feature's place and its own numbers, as its kind has them. */
export function FeatureFields({ feature, barMm, unit, things, onTake }: FeatureFieldsProps) {
  const kind = kindOf(feature);
  const values = feature as Feature & Record<string, unknown>;
  const take = (key: string, value: unknown) => {
    const next = { ...values, [key]: value };
    if (value === undefined) delete next[key];
    onTake((kind.settled?.(next) ?? next) as Feature);
  };
  return (
    <>
      <PlaceFields feature={feature} barMm={barMm} unit={unit} onTake={onTake} />
      {kind.fields
        .filter(({ when }) => !when || values[when.key] === when.is)
        .map((field) => (
          <OwnField
            key={field.key}
            field={field}
            value={values[field.key]}
            unit={unit}
            things={things}
            onTake={(value) => take(field.key, value)}
          />
        ))}
    </>
  );
}

/** The shortest span a feature keeps while its ends are typed, mm. */
const MIN_SPAN_MM = 1;

function PlaceFields({ feature, barMm, unit, onTake }: Omit<FeatureFieldsProps, "things">) {
  if ("at" in feature)
    return (
      <LengthField
        label="From end A"
        barMm={barMm}
        mm={feature.at}
        unit={unit}
        zero
        onTake={(at) => onTake({ ...feature, at })}
      />
    );
  return (
    <>
      <LengthField
        label="From end A"
        barMm={barMm}
        mm={feature.from}
        unit={unit}
        zero
        onTake={(from) => onTake({ ...feature, from: Math.min(from, feature.to - MIN_SPAN_MM) })}
      />
      <LengthField
        label="To"
        barMm={barMm}
        mm={feature.to}
        unit={unit}
        onTake={(to) => onTake({ ...feature, to: Math.max(to, feature.from + MIN_SPAN_MM) })}
      />
    </>
  );
}

function OwnField({
  field,
  value,
  unit,
  things,
  onTake,
}: {
  things: FeatureFieldsProps["things"];
  field: Field;
  value: unknown;
  unit: LengthUnit;
  onTake: (value: unknown) => void;
}) {
  switch (field.type) {
    case "length":
      return (
        <LengthField
          label={field.label}
          mm={typeof value === "number" ? value : (field.start ?? 0)}
          unit={unit}
          zero={field.zero ?? false}
          onTake={onTake}
        />
      );
    case "number":
      return (
        <NumberField
          label={field.label}
          value={typeof value === "number" ? value : (field.start ?? null)}
          min={field.min}
          max={field.max}
          onTake={onTake}
        />
      );
    case "choice":
      return (
        <ChoiceField
          label={field.label}
          value={typeof value === "string" ? value : field.choices[0]![0]}
          choices={field.choices}
          onTake={onTake}
        />
      );
    case "thing":
      return (
        <ChoiceField
          label={field.label}
          value={typeof value === "string" ? value : ""}
          choices={[["", "nothing said"], ...things]}
          onTake={(id) => onTake(id === "" ? undefined : id)}
        />
      );
    case "text":
      return (
        <label className="block w-40 text-13 text-ink-2">
          {field.label}
          <input
            className="field text-17 text-ink"
            maxLength={field.maxLength}
            defaultValue={typeof value === "string" ? value : ""}
            onBlur={({ target }) =>
              onTake(target.value.replace(/[<>\p{Cc}]/gu, "").trim() || undefined)
            }
          />
        </label>
      );
  }
}
