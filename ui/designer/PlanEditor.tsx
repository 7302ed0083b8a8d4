"use client";

import { memo, useState } from "react";
import { limitsAtGrade, type Characteristic } from "@/core/measure/characteristic";
import { measuringPlanOf, type PlanEdits } from "@/core/exercise/exercise";
import type { LengthUnit } from "@/core/units/length";
import { limitsInWords } from "../words/verdict";
import { LengthField, NumberField } from "./fields";

interface PlanEditorProps {
  /** All that the piece implies, in its order. */
  implied: readonly Characteristic[];
  edits: PlanEdits;
  grade: number;
  unit: LengthUnit;
  onChange: (edits: PlanEdits) => void;
}

/** The measuring plan the piece implies, to be left out of, reordered and weighed. */
export const PlanEditor = memo(function PlanEditor({
  implied,
  edits,
  grade,
  unit,
  onChange,
}: PlanEditorProps) {
  const [open, setOpen] = useState<string | null>(null);
  const all = measuringPlanOf(implied, { ...edits, leftOut: [] });
  const move = (id: string, by: -1 | 1) => {
    const ids = all.map((one) => one.id);
    const from = ids.indexOf(id);
    const to = Math.min(ids.length - 1, Math.max(0, from + by));
    onChange({ ...edits, order: ids.toSpliced(from, 1).toSpliced(to, 0, id) });
  };
  const leave = (id: string, out: boolean) =>
    onChange({
      ...edits,
      leftOut: out ? [...edits.leftOut, id] : edits.leftOut.filter((one) => one !== id),
    });
  const change = (id: string, to: PlanEdits["changed"][string]) =>
    onChange({ ...edits, changed: { ...edits.changed, [id]: { ...edits.changed[id], ...to } } });
  const asImplied = (id: string) => {
    const { [id]: _, ...rest } = edits.changed;
    onChange({ ...edits, changed: rest });
  };
  return (
    <table className="ledger text-15">
      <thead>
        <tr>
          <th scope="col">Measured on</th>
          <th scope="col" className="number">
            Limits, {unit}
          </th>
          <th scope="col" className="number">
            Weight
          </th>
          <th scope="col">
            <span className="sr-only">Change it</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {all.map((characteristic) => {
          const { id, name, nominal, weight, unit: measured } = characteristic;
          const { lower, upper } = limitsAtGrade(characteristic, grade);
          const out = edits.leftOut.includes(id);
          return [
            <tr key={id} className={out ? "text-ink-2" : ""}>
              <td>
                <label className="flex min-h-8 items-center gap-2.5">
                  <input
                    type="checkbox"
                    className="size-5"
                    checked={!out}
                    onChange={() => leave(id, !out)}
                  />
                  {name}
                </label>
              </td>
              <td className="number">
                {out
                  ? "not measured"
                  : limitsInWords({ nominal, lower, upper, unit: measured }, unit)}
              </td>
              <td className="number">{out ? "" : weight}</td>
              <td className="whitespace-nowrap text-right">
                <button
                  type="button"
                  className="link min-h-8 px-1.5"
                  aria-label={`${name}, earlier`}
                  onClick={() => move(id, -1)}
                >
                  up
                </button>
                <button
                  type="button"
                  className="link min-h-8 px-1.5"
                  aria-label={`${name}, later`}
                  onClick={() => move(id, 1)}
                >
                  down
                </button>
                <button
                  type="button"
                  className="link min-h-8 px-1.5"
                  aria-expanded={open === id}
                  aria-label={`${name}, its limits and weight`}
                  onClick={() => setOpen(open === id ? null : id)}
                >
                  limits
                </button>
              </td>
            </tr>,
            open === id ? (
              <tr key={`${id} limits`}>
                <td colSpan={4}>
                  <LineLimits
                    characteristic={characteristic}
                    grade={grade}
                    unit={unit}
                    onChange={(to) => change(id, to)}
                    onAsImplied={() => asImplied(id)}
                  />
                </td>
              </tr>
            ) : null,
          ];
        })}
      </tbody>
    </table>
  );
});

/** Answered, not measured: its limits are the gauge's own, or the eye's. */
const isChosen = ({ unit }: Characteristic) => unit === "grade" || unit === "gauge";

/** The limits and the weight of one line, changed from what its step has. */
function LineLimits({
  characteristic,
  grade,
  unit,
  onChange,
  onAsImplied,
}: {
  characteristic: Characteristic;
  grade: number;
  unit: LengthUnit;
  onChange: (to: PlanEdits["changed"][string]) => void;
  onAsImplied: () => void;
}) {
  const { lower, upper } = limitsAtGrade(characteristic, grade);
  const { weight } = characteristic;
  return (
    <div className="flex flex-wrap items-start gap-4">
      {isChosen(characteristic) ? null : (
        <>
          <LimitField
            label="At least"
            value={lower}
            characteristic={characteristic}
            unit={unit}
            onTake={(value) => onChange({ lower: value })}
          />
          <LimitField
            label="At most"
            value={upper}
            characteristic={characteristic}
            unit={unit}
            onTake={(value) => onChange({ upper: value })}
          />
        </>
      )}
      {characteristic.measure === "diameter" ? (
        <label className="mt-5 flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            className="size-5"
            checked={characteristic.instrument === "pins"}
            onChange={(event) => onChange({ withPins: event.target.checked })}
          />
          by go/no-go pin
        </label>
      ) : null}
      <NumberField
        label="Weight in the marks"
        value={weight}
        min={0}
        max={10}
        onTake={(value) => onChange({ weight: value })}
      />
      <button type="button" className="link mt-5 min-h-11" onClick={onAsImplied}>
        As the step has it
      </button>
    </div>
  );
}

function LimitField({
  label,
  value,
  characteristic,
  unit,
  onTake,
}: {
  label: string;
  value: number;
  characteristic: Characteristic;
  unit: LengthUnit;
  onTake: (value: number) => void;
}) {
  if (characteristic.unit === "mm")
    return <LengthField label={label} mm={value} unit={unit} zero onTake={onTake} />;
  const said = characteristic.unit === "deg" ? "degrees" : "turns";
  return (
    <NumberField label={`${label}, ${said}`} value={value} min={0} max={3600} onTake={onTake} />
  );
}
