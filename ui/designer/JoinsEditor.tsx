"use client";

import { nameInText, nameOf } from "@/core/bar/named";
import { nameSchema } from "@/core/bar/schema";
import { freeId } from "@/core/piece/edit";
import { JOIN_KINDS, namedJoin } from "@/core/piece/joins";
import { MAIN_PART, type Join, type Piece } from "@/core/piece/piece";
import { MAIN_BAR_NAME } from "@/core/piece/plan";
import type { LengthUnit } from "@/core/units/length";
import { ChoiceField, LengthField, NumberField } from "./fields";
import { TextField } from "./TextFields";

interface JoinsEditorProps {
  piece: Piece;
  unit: LengthUnit;
  onChange: (change: (piece: Piece) => Piece) => void;
}

/** What a join begins with, so that it can be made as it stands. */
const STARTS: Record<Join["kind"], Partial<Join>> = {
  rivet: { diameter: 8 },
  pivot: { diameter: 8, clearance: 0.5 },
  weld: {},
  collar: {},
  wrap: { turns: 1 },
};

/** A join of another kind: its parts and place stay, what only the old kind has goes. */
const ofKind = ({ id, name, parts, at }: Join, kind: Join["kind"]): Join => ({
  id,
  name,
  kind,
  parts,
  at,
  ...STARTS[kind],
});

/** How the parts of a piece hold together. */
export function JoinsEditor({ piece, unit, onChange }: JoinsEditorProps) {
  const parts = piece.parts ?? [];
  const joins = piece.joins ?? [];
  if (parts.length === 0) return null;
  const change = (to: (joins: Join[]) => Join[]) =>
    onChange((now) => ({ ...now, joins: to(now.joins ?? []) }));
  return (
    <section aria-label="Joins">
      <h3 className="text-13 text-ink-2">How the parts hold together</h3>
      {joins.map((join) => (
        <JoinFields
          key={join.id}
          join={join}
          bars={[{ id: MAIN_PART, name: MAIN_BAR_NAME }, ...parts]}
          unit={unit}
          onPut={(to) => change((all) => all.map((one) => (one.id === join.id ? to(one) : one)))}
          onRemove={() => change((all) => all.filter(({ id }) => id !== join.id))}
        />
      ))}
      <button
        type="button"
        className="link min-h-11 text-15"
        onClick={() =>
          change((all) => [
            ...all,
            {
              id: freeId(all, "join"),
              kind: "rivet",
              parts: [MAIN_PART, parts[0]!.id],
              at: 20,
              ...STARTS.rivet,
            },
          ])
        }
      >
        Another join
      </button>
    </section>
  );
}

interface JoinFieldsProps {
  join: Join;
  bars: readonly { id: string; name?: string | undefined }[];
  unit: LengthUnit;
  onPut: (to: (join: Join) => Join) => void;
  onRemove: () => void;
}

function JoinFields({ join, bars, unit, onPut, onRemove }: JoinFieldsProps) {
  const put = (to: Partial<Join>) => onPut((now) => ({ ...now, ...to }));
  const toggle = (id: string) =>
    onPut((now) => {
      const parts = bars
        .map((bar) => bar.id)
        .filter((one) => (one === id ? !now.parts.includes(id) : now.parts.includes(one)));
      return parts.length > 0 ? { ...now, parts } : now;
    });
  return (
    <div className="flex flex-wrap items-start gap-4 border-b border-rule py-2">
      <TextField
        label="Called"
        value={nameOf(namedJoin(join))}
        schema={nameSchema}
        onTake={(name) => put({ name })}
      />
      <ChoiceField
        label="Join"
        value={join.kind}
        choices={Object.entries(JOIN_KINDS).map(
          ([kind, { name }]) => [kind as Join["kind"], name] as const,
        )}
        onTake={(kind) => onPut((now) => ofKind(now, kind))}
      />
      <fieldset className="flex flex-wrap gap-x-4">
        <legend className="text-13 text-ink-2">It holds</legend>
        {bars.map((bar) => (
          <label key={bar.id} className="flex min-h-11 items-center gap-2 text-15">
            <input
              type="checkbox"
              className="size-5"
              checked={join.parts.includes(bar.id)}
              onChange={() => toggle(bar.id)}
            />
            {nameInText(bar)}
          </label>
        ))}
      </fieldset>
      <LengthField
        label={`On ${nameInText(bars.find(({ id }) => id === join.parts[0]) ?? bars[0]!)}, from end A`}
        mm={join.at ?? 0}
        unit={unit}
        zero
        onTake={(at) => put({ at })}
      />
      <SizeFields join={join} unit={unit} onPut={put} />
      <button type="button" className="link mt-5 min-h-11 text-15" onClick={onRemove}>
        Take it out
      </button>
    </div>
  );
}

/** The sizes a kind of join has. */
function SizeFields({
  join,
  unit,
  onPut,
}: {
  join: Join;
  unit: LengthUnit;
  onPut: (to: Partial<Join>) => void;
}) {
  const length = (label: string, key: "diameter" | "clearance" | "length" | "across") => (
    <LengthField
      label={label}
      mm={join[key] ?? 0}
      unit={unit}
      zero
      onTake={(mm) => onPut({ [key]: mm === 0 ? undefined : mm })}
    />
  );
  switch (join.kind) {
    case "rivet":
      return length("Rivet, across", "diameter");
    case "pivot":
      return (
        <>
          <LengthField
            label="Pin, across"
            mm={join.diameter ?? 0}
            unit={unit}
            onTake={(diameter) => onPut({ diameter })}
          />
          {length("Play in the hole", "clearance")}
        </>
      );
    case "weld":
      return length("Seam, long", "length");
    case "wrap":
      return (
        <>
          <NumberField
            label="Turns left in it"
            value={join.turns ?? 1}
            min={0.001}
            max={100}
            onTake={(turns) => onPut({ turns })}
          />
          {length("Opened to, across", "across")}
        </>
      );
    case "collar":
      return null;
  }
}
