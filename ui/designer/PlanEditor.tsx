"use client";

import { memo, useState } from "react";
import { limitsAtGrade, type Characteristic } from "@/core/measure/characteristic";
import {
  inPlanOrder,
  isMeasured,
  type ExerciseLines,
  type PlanEdits,
} from "@/core/exercise/exercise";
import type { Piece } from "@/core/piece/piece";
import type { LengthUnit } from "@/core/units/length";
import { limitsInWords } from "../words/sizes";
import { countOf } from "../words/count";
import { LengthField, NumberField } from "./fields";
import { OwnLineForm } from "./OwnLineForm";

interface PlanEditorProps {
  piece: Piece;
  lines: ExerciseLines;
  edits: PlanEdits;
  grade: number;
  unit: LengthUnit;
  onChange: (edits: PlanEdits) => void;
}

/** Lines are ticked one by one, or all of what they are about. */
const GROUPS = [
  [
    "sizes",
    ({ kind, measure }) => kind === "size" && measure !== "length" && measure !== "position",
  ],
  [
    "lengths and places",
    ({ kind, measure }) => kind === "size" && ["length", "position"].includes(measure),
  ],
  ["matches and evenness", ({ kind }) => kind === "match" || kind === "evenness"],
  ["by eye", ({ kind }) => kind === "presence"],
] as const satisfies readonly (readonly [string, (line: Characteristic) => boolean])[];

/** The measuring plan: the lines proposed, those that could be taken too, and the instructor's own. */
export const PlanEditor = memo(function PlanEditor({
  piece,
  lines,
  edits,
  grade,
  unit,
  onChange,
}: PlanEditorProps) {
  const [open, setOpen] = useState<string | null>(null);
  const [showsAll, setShowsAll] = useState(false);
  const all = inPlanOrder(lines.all, edits);
  const isOn = ({ id }: Characteristic) => isMeasured(id, lines.proposed, edits);
  const others = all.filter((line) => !isOn(line));
  const shown = showsAll ? all : all.filter(isOn);
  const move = (id: string, by: -1 | 1) => {
    const ids = all.map((one) => one.id);
    const near = shown[shown.findIndex((one) => one.id === id) + by];
    if (!near) return;
    const from = ids.indexOf(id);
    const to = ids.indexOf(near.id);
    onChange({ ...edits, order: ids.toSpliced(from, 1).toSpliced(to, 0, id) });
  };
  const measure = (some: readonly Characteristic[], on: boolean) => {
    const ids = new Set(some.map(({ id }) => id));
    const without = (list: readonly string[]) => list.filter((id) => !ids.has(id));
    onChange({
      ...edits,
      leftOut: on ? without(edits.leftOut) : [...without(edits.leftOut), ...ids],
      taken: on
        ? [...without(edits.taken), ...[...ids].filter((id) => !lines.proposed.has(id))]
        : without(edits.taken),
    });
  };
  const change = (id: string, to: PlanEdits["changed"][string]) =>
    onChange({ ...edits, changed: { ...edits.changed, [id]: { ...edits.changed[id], ...to } } });
  const asImplied = (id: string) => {
    const { [id]: _, ...rest } = edits.changed;
    onChange({ ...edits, changed: rest });
  };
  return (
    <>
      <p className="mb-1 flex flex-wrap items-center gap-x-5 gap-y-1 text-15">
        <b>{countOf(all.length - others.length, "line")} measured</b>
        {GROUPS.map(([name, isOfGroup]) => {
          const group = all.filter(isOfGroup);
          if (group.length === 0) return null;
          const on = group.filter(isOn).length;
          return (
            <label key={name} className="flex min-h-8 items-center gap-2">
              <input
                type="checkbox"
                className="size-5"
                checked={on === group.length}
                ref={(box) => {
                  if (box) box.indeterminate = on > 0 && on < group.length;
                }}
                onChange={() => measure(group, on < group.length)}
              />
              {name} {on} of {group.length}
            </label>
          );
        })}
      </p>
      <OwnLineForm
        piece={piece}
        lines={all}
        unit={unit}
        taken={edits.own.map(({ id }) => id)}
        onAdd={(line) => onChange({ ...edits, own: [...edits.own, line] })}
      />
      {lines.lost.map(({ id, name, missing }) => (
        <p key={id} role="alert" className="mb-2 text-15 font-semibold text-light">
          “{name}” is measured at {missing}, which the piece no longer has.{" "}
          <button
            type="button"
            className="link min-h-8"
            onClick={() => onChange({ ...edits, own: edits.own.filter((one) => one.id !== id) })}
          >
            Take the line away
          </button>
        </p>
      ))}
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
          {shown.map((line) => (
            <PlanLine
              key={line.id}
              line={line}
              on={isOn(line)}
              own={edits.own.some(({ id }) => id === line.id)}
              open={open === line.id}
              grade={grade}
              unit={unit}
              onMeasure={(on) => measure([line], on)}
              onMove={(by) => move(line.id, by)}
              onOpen={() => setOpen(open === line.id ? null : line.id)}
              onLimits={(to) => change(line.id, to)}
              onAsImplied={() => asImplied(line.id)}
              onRemove={() =>
                onChange({ ...edits, own: edits.own.filter(({ id }) => id !== line.id) })
              }
            />
          ))}
        </tbody>
      </table>
      {others.length > 0 ? (
        <button
          type="button"
          className="link mt-2 min-h-11"
          aria-expanded={showsAll}
          onClick={() => setShowsAll(!showsAll)}
        >
          {showsAll ? "Only what is measured" : `${others.length} more that could be`}
        </button>
      ) : null}
    </>
  );
});

interface PlanLineProps {
  line: Characteristic;
  on: boolean;
  own: boolean;
  open: boolean;
  grade: number;
  unit: LengthUnit;
  onMeasure: (on: boolean) => void;
  onMove: (by: -1 | 1) => void;
  onOpen: () => void;
  onLimits: (to: PlanEdits["changed"][string]) => void;
  onAsImplied: () => void;
  onRemove: () => void;
}

function PlanLine({ line, on, own, open, grade, unit, ...ask }: PlanLineProps) {
  const { name, nominal, weight, unit: measured } = line;
  const { lower, upper } = limitsAtGrade(line, grade);
  return (
    <>
      <tr className={on ? "" : "text-ink-2"}>
        <td>
          <label className="flex min-h-8 items-center gap-2.5">
            <input
              type="checkbox"
              className="size-5"
              checked={on}
              onChange={() => ask.onMeasure(!on)}
            />
            {name}
          </label>
        </td>
        <td className="number">
          {on ? limitsInWords({ nominal, lower, upper, unit: measured }, unit) : "not measured"}
        </td>
        <td className="number">{on ? weight : ""}</td>
        <td className="whitespace-nowrap text-right">
          {on ? (
            <>
              <RowButton label={`${name}, earlier`} onClick={() => ask.onMove(-1)}>
                up
              </RowButton>
              <RowButton label={`${name}, later`} onClick={() => ask.onMove(1)}>
                down
              </RowButton>
              <RowButton
                label={`${name}, its limits and weight`}
                expanded={open}
                onClick={ask.onOpen}
              >
                limits
              </RowButton>
            </>
          ) : null}
          {own ? (
            <RowButton label={`${name}, away with it`} onClick={ask.onRemove}>
              away
            </RowButton>
          ) : null}
        </td>
      </tr>
      {open && on ? (
        <tr>
          <td colSpan={4}>
            <LineLimits
              characteristic={line}
              grade={grade}
              unit={unit}
              onChange={ask.onLimits}
              onAsImplied={ask.onAsImplied}
            />
          </td>
        </tr>
      ) : null}
    </>
  );
}

function RowButton({
  label,
  expanded,
  onClick,
  children,
}: {
  label: string;
  expanded?: boolean;
  onClick: () => void;
  children: string;
}) {
  return (
    <button
      type="button"
      className="link min-h-8 px-1.5"
      aria-label={label}
      aria-expanded={expanded}
      onClick={onClick}
    >
      {children}
    </button>
  );
}

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
