"use client";

import { useState } from "react";
import { findReckoner, reckon, RECKONERS } from "@/core/reckon/registry";
import type { Reckoner } from "@/core/reckon/reckoner";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";
import { Field } from "../forms/Field";
import { fieldsOf, inputOf, spokenName } from "./fields";

/** A piece file is planned where exercises are made; here are the sums one types. */
const TYPED = RECKONERS.filter(({ name }) => name !== "plan");

/** The calculators, made from the registry: say what you have, the answer follows while you type. */
export function ReckonView({ unit }: { unit: LengthUnit }) {
  const [name, setName] = useState(TYPED[0]!.name);
  const reckoner = findReckoner(name)!;
  return (
    <main className="grid grow md:grid-cols-[240px_minmax(0,1fr)]">
      <nav aria-label="Reckoners" className="border-rule-strong p-5 md:border-r">
        <h1 className="mb-3 font-slab text-27 font-semibold">Reckon</h1>
        <ul className="flex flex-wrap gap-x-4 md:block">
          {TYPED.map((one) => (
            <li key={one.name}>
              <button
                type="button"
                aria-pressed={one.name === name}
                onClick={() => setName(one.name)}
                className={`min-h-11 w-full border-l-[5px] px-3 text-left text-17 ${one.name === name ? "border-ink font-semibold" : "border-transparent text-ink-2"}`}
              >
                {spokenName(one.name)}
              </button>
            </li>
          ))}
        </ul>
      </nav>
      <ReckonSheet key={name} reckoner={reckoner} unit={unit} />
    </main>
  );
}

function ReckonSheet({ reckoner, unit }: { reckoner: Reckoner; unit: LengthUnit }) {
  const fields = fieldsOf(reckoner);
  const [typed, setTyped] = useState<Record<string, string>>({});
  const begun = Object.values(typed).some((text) => text.trim() !== "");
  const answer = begun ? reckon(reckoner.name, inputOf(fields, typed, unit)) : null;
  const errorAt = answer && !answer.ok ? answer.error : null;
  const ownsError = (name: string) =>
    errorAt?.path === name || errorAt?.path.startsWith(`${name}.`);
  const untouched = errorAt && typed[errorAt.path.split(".")[0]!] === undefined;
  return (
    <div className="p-5">
      <h2 className="font-slab text-20 font-semibold">{reckoner.summary}</h2>
      <div className="mt-4 grid gap-8 lg:grid-cols-2">
        <div>
          {fields.map(({ name, label, kind, choices, required }) => (
            <Field
              key={name}
              label={required ? label : `${label}, if wanted`}
              error={!untouched && ownsError(name) ? errorAt?.message : undefined}
            >
              {(wiring) =>
                kind === "choice" ? (
                  <select
                    {...wiring}
                    className="field"
                    value={typed[name] ?? ""}
                    onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
                  >
                    <option value="">choose</option>
                    {choices.map((choice) => (
                      <option key={choice}>{choice}</option>
                    ))}
                  </select>
                ) : (
                  <input
                    {...wiring}
                    className="field"
                    value={typed[name] ?? ""}
                    inputMode={kind === "number" ? "decimal" : "text"}
                    placeholder={exampleOf(reckoner, name)}
                    onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
                  />
                )
              }
            </Field>
          ))}
        </div>
        <div aria-live="polite">
          {answer?.ok ? (
            <dl className="border-t-2 border-ink bg-sheet">
              {Object.entries(answer.value).map(([name, value]) => (
                <div
                  key={name}
                  className="flex items-baseline justify-between gap-4 border-b border-rule px-3 py-2.5"
                >
                  <dt className="text-15 text-ink-2">{quantityName(name)}</dt>
                  <dd className="font-slab text-20 font-semibold">{quantity(name, value, unit)}</dd>
                </div>
              ))}
            </dl>
          ) : (
            <p className="border-t-2 border-ink bg-sheet p-3 text-15 text-ink-2">
              {errorAt && !untouched && errorAt.path === ""
                ? errorAt.message
                : "The answer stands here as soon as there is enough to reckon with."}
            </p>
          )}
          <p className="mt-4 text-15 text-ink-2">{reckoner.explanation}</p>
        </div>
      </div>
    </div>
  );
}

/** What the first worked example says in a field, as a hint of how it is typed. */
function exampleOf(reckoner: Reckoner, name: string): string {
  const value = (reckoner.examples[0]?.input as Record<string, unknown> | undefined)?.[name];
  return typeof value === "string" || typeof value === "number" ? String(value) : "";
}

const UNIT_SUFFIX = /(Mm|Mm2|Mm3|Kg|Deg|KgPerM|LbPerFt)$/;

const quantityName = (name: string) => spokenName(name.replace(UNIT_SUFFIX, "") || name);

const digits = (value: number, places: number) => value.toFixed(places);

function quantity(name: string, value: unknown, unit: LengthUnit): string {
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (Array.isArray(value))
    return value.map((mm) => printBothUnits(Number(mm), unit)).join("; ") || "none";
  if (value !== null && typeof value === "object") return stockInWords(value as NearestStock, unit);
  if (typeof value !== "number") return String(value);
  return numberInWords(name, value, unit);
}

interface NearestStock {
  metricMm: number;
  inch: string;
}

const stockInWords = ({ metricMm, inch }: NearestStock, unit: LengthUnit) =>
  unit === "mm" ? `${metricMm} mm · ${inch}` : `${inch} · ${metricMm} mm`;

/** Figures by the unit their field's name ends in. */
const UNITS: [RegExp, (value: number, unit: LengthUnit) => string][] = [
  [/Mm2$/, (value) => `${digits(value, 1)} mm²`],
  [/Mm3$/, (value) => `${digits(value / 1000, 2)} cm³`],
  [/^(mm|plusMinusMm|widthMm|fractionErrorMm)$/, (value) => `${digits(value, 3)} mm`],
  [/Mm$/, (value, unit) => printBothUnits(value, unit)],
  [/Kg$/, (value) => `${digits(value, 3)} kg`],
  [/^kgPerM$/, (value) => `${digits(value, 3)} kg/m`],
  [/^lbPerFt$/, (value) => `${digits(value, 3)} lb/ft`],
  [/Deg$/, (value) => `${digits(value, 1)}°`],
  [/^seconds$/, (value) => `${digits(value, 0)} s`],
  [/^probability$/, (value) => `${digits(value * 100, 1)} %`],
];

function numberInWords(name: string, value: number, unit: LengthUnit): string {
  const known = UNITS.find(([pattern]) => pattern.test(name));
  return known ? known[1](value, unit) : String(Number(value.toPrecision(5)));
}
