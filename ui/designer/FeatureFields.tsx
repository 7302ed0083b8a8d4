"use client";

import type { ReactNode } from "react";
import type { Feature } from "@/core/piece/piece";
import type { LengthUnit } from "@/core/units/length";
import { ChoiceField, LengthField, NumberField } from "./fields";

const SIDES = [
  ["up", "up"],
  ["down", "down"],
] as const;
const HANDS = [
  ["right", "right hand"],
  ["left", "left hand"],
] as const;

/** A feature's place and its own numbers. */
export function FeatureFields({
  feature,
  unit,
  onTake,
}: {
  feature: Feature;
  unit: LengthUnit;
  onTake: (feature: Feature) => void;
}) {
  const length = (label: string, mm: number, put: (mm: number) => Feature, zero = false) => (
    <LengthField
      label={label}
      mm={mm}
      unit={unit}
      zero={zero}
      onTake={(next) => onTake(put(next))}
    />
  );
  const span =
    "from" in feature ? (
      <>
        {length(
          "From end A",
          feature.from,
          (from) => ({ ...feature, from: Math.min(from, feature.to - 1) }),
          true,
        )}
        {length("To", feature.to, (to) => ({ ...feature, to: Math.max(to, feature.from + 1) }))}
      </>
    ) : (
      length("From end A", feature.at, (at) => ({ ...feature, at }), true)
    );
  return (
    <>
      {span}
      <FeatureOwnFields feature={feature} length={length} onTake={onTake} />
    </>
  );
}

type LengthMaker = (
  label: string,
  mm: number,
  put: (mm: number) => Feature,
  zero?: boolean,
) => ReactNode;

interface OwnProps<Kind extends Feature["kind"]> {
  feature: Extract<Feature, { kind: Kind }>;
  length: LengthMaker;
  onTake: (feature: Feature) => void;
}

function FeatureOwnFields({ feature, length, onTake }: OwnProps<Feature["kind"]>) {
  const around = { length, onTake };
  switch (feature.kind) {
    case "hole":
      return <HoleFields feature={feature} {...around} />;
    case "bend":
      return <BendFields feature={feature} {...around} />;
    case "twist":
    case "wrap":
      return <TwistFields feature={feature} {...around} />;
    case "scroll":
      return <ScrollFields feature={feature} {...around} />;
    case "ring":
      return <RingFields feature={feature} {...around} />;
    case "fold":
      return length(
        "Inside radius",
        feature.insideRadius ?? 0,
        (insideRadius) => ({ ...feature, insideRadius }),
        true,
      );
    case "stamp":
      return <StampFields feature={feature} {...around} />;
    case "weld":
      return (
        <ChoiceField
          label="Weld"
          value={feature.method ?? "fold"}
          choices={[
            ["fold", "fold"],
            ["scarf", "scarf"],
            ["bundle", "bundle"],
          ]}
          onTake={(method) => onTake({ ...feature, method })}
        />
      );
    case "texture":
      return null;
  }
}

function HoleFields({ feature, length, onTake }: OwnProps<"hole">) {
  return (
    <>
      {length("Diameter", feature.diameter, (diameter) => ({ ...feature, diameter }))}
      <ChoiceField
        label="Made by"
        value={feature.method}
        choices={[
          ["punch", "punching"],
          ["drill", "drilling"],
          ["slot-drift", "slot and drift"],
        ]}
        onTake={(method) =>
          onTake(
            method === "slot-drift"
              ? {
                  ...feature,
                  method,
                  slotLength: feature.slotLength ?? feature.diameter * 1.2,
                  slotWidth: feature.slotWidth ?? feature.diameter / 4,
                }
              : {
                  id: feature.id,
                  kind: "hole",
                  at: feature.at,
                  diameter: feature.diameter,
                  method,
                },
          )
        }
      />
      {feature.method === "slot-drift" ? (
        <>
          {length("Slot, long", feature.slotLength ?? 0, (slotLength) => ({
            ...feature,
            slotLength,
          }))}
          {length("Slot, wide", feature.slotWidth ?? 0, (slotWidth) => ({
            ...feature,
            slotWidth,
          }))}
        </>
      ) : null}
    </>
  );
}

function BendFields({ feature, length, onTake }: OwnProps<"bend">) {
  return (
    <>
      <NumberField
        label="Angle, degrees"
        value={feature.angle}
        least={-360}
        most={360}
        onTake={(angle) => onTake({ ...feature, angle })}
      />
      {length(
        "Inside radius",
        feature.insideRadius,
        (insideRadius) => ({ ...feature, insideRadius }),
        true,
      )}
      <ChoiceField
        label="Bent"
        value={feature.plane ?? "side"}
        choices={[
          ["side", "the easy way"],
          ["plan", "the hard way"],
        ]}
        onTake={(plane) => onTake({ ...feature, plane })}
      />
    </>
  );
}

function TwistFields({ feature, length, onTake }: OwnProps<"twist" | "wrap">) {
  return (
    <>
      <NumberField
        label="Turns"
        value={feature.turns}
        least={0.125}
        most={100}
        onTake={(turns) => onTake({ ...feature, turns })}
      />
      <ChoiceField
        label="Hand"
        value={feature.hand}
        choices={HANDS}
        onTake={(hand) => onTake({ ...feature, hand })}
      />
      {feature.kind === "wrap"
        ? length(
            "To come out",
            feature.finishedLength ?? feature.to - feature.from,
            (finishedLength) => ({ ...feature, finishedLength }),
          )
        : null}
    </>
  );
}

function ScrollFields({ feature, length, onTake }: OwnProps<"scroll">) {
  return (
    <>
      <ChoiceField
        label="Form"
        value={feature.form ?? "archimedean"}
        choices={[
          ["archimedean", "coils evenly apart"],
          ["logarithmic", "every coil wider"],
          ["clothoid", "curving evenly away"],
        ]}
        onTake={(form) => onTake({ ...feature, form })}
      />
      <NumberField
        label="Turns"
        value={feature.turns ?? 1.5}
        least={0.1}
        most={20}
        onTake={(turns) => onTake({ ...feature, turns })}
      />
      {length("Radius of the eye", feature.innerRadius ?? 10, (innerRadius) => ({
        ...feature,
        innerRadius,
      }))}
      <ChoiceField
        label="Curls"
        value={feature.side ?? "up"}
        choices={SIDES}
        onTake={(side) => onTake({ ...feature, side })}
      />
    </>
  );
}

function RingFields({ feature, length, onTake }: OwnProps<"ring">) {
  return (
    <>
      {length("Inside", feature.insideDiameter, (insideDiameter) => ({
        ...feature,
        insideDiameter,
      }))}
      {length("Gap", feature.gap ?? 0, (gap) => ({ ...feature, gap }), true)}
      <ChoiceField
        label="Curls"
        value={feature.side ?? "up"}
        choices={SIDES}
        onTake={(side) => onTake({ ...feature, side })}
      />
    </>
  );
}

function StampFields({ feature, onTake }: OwnProps<"stamp">) {
  return (
    <label className="block w-40 text-13 text-ink-2">
      Says
      <input
        className="field text-17 text-ink"
        maxLength={40}
        defaultValue={feature.text ?? ""}
        onBlur={({ target }) => {
          const text = target.value.replace(/[<>\p{Cc}]/gu, "").trim();
          const { text: _, ...rest } = feature;
          onTake(text === "" ? rest : { ...rest, text });
        }}
      />
    </label>
  );
}
