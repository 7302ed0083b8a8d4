"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { LengthUnit } from "@/core/units/length";
import { useCommand } from "../useCommand";
import { FormError } from "./Field";

const CHOICES: { unit: LengthUnit; label: string }[] = [
  { unit: "mm", label: "Millimetres first" },
  { unit: "in", label: "Inches first" },
];

/** Which unit a person thinks in; the other is always shown beside it. */
export function UnitChoice({ firstUnit }: { firstUnit: LengthUnit }) {
  const router = useRouter();
  const [chosen, setChosen] = useState(firstUnit);
  const command = useCommand();

  async function choose(unit: LengthUnit) {
    setChosen(unit);
    const answer = await command.send("set-first-unit", { firstUnit: unit });
    if (answer.ok) return router.refresh();
    setChosen(firstUnit);
  }

  return (
    <fieldset className="mb-6">
      <legend className="mb-1 text-15 font-semibold">Lengths</legend>
      <FormError>{command.error}</FormError>
      {CHOICES.map(({ unit, label }) => (
        <label key={unit} className="flex min-h-11 items-center gap-3 text-15">
          <input
            type="radio"
            name="first-unit"
            checked={chosen === unit}
            onChange={() => void choose(unit)}
            className="size-5 accent-ink"
          />
          {label}
        </label>
      ))}
    </fieldset>
  );
}
