"use client";

import { useState } from "react";
import { nameOf } from "@/core/bar/named";
import { ownLineSchema, type LinePlace, type OwnLine } from "@/core/exercise/ownLine";
import { featureName } from "@/core/feature/registry";
import type { Characteristic } from "@/core/measure/characteristic";
import type { Piece } from "@/core/piece/piece";
import { complain } from "@/core/problem/complain";
import type { LengthUnit } from "@/core/units/length";
import { typedLengthMm } from "@/core/units/typed";
import { Refusal } from "@/core/problem/problem";
import { INSTRUMENT_WORDS } from "../words/instruments";
import { ChoiceField } from "./fields";

const KINDS = [
  ["size", "a size"],
  ["clearance", "a clearance"],
  ["match", "a match of two lines"],
  ["evenness", "an evenness"],
  ["by-eye", "by eye, in three grades"],
] as const;
type Kind = (typeof KINDS)[number][0];

const WORKABLE = [
  ["when-large", "when it is too large"],
  ["when-small", "when it is too small"],
  ["either-way", "either way"],
] as const;

/** What a size can be taken with; pins and the eye have kinds of their own. */
const INSTRUMENTS = (["caliper", "rule", "straight-edge", "protractor", "template"] as const).map(
  (kind) => [kind, INSTRUMENT_WORDS[kind]] as const,
);

const SIDES = [
  ["a", "at its A side"],
  ["middle", "its middle"],
  ["b", "at its B side"],
] as const;

/** Places a line can begin or end at, as "id side". */
function placesOf({ stretches, features = [] }: Piece): [string, string][] {
  const things = [
    ...features.map((one) => [one.id, featureName(one)] as const),
    ...stretches.map((one) => [one.id, nameOf(one)] as const),
  ];
  return [
    ["", "nowhere in particular"],
    ["end-a", "end A"],
    ["end-b", "end B"],
    ...things.flatMap(([id, name]) =>
      SIDES.map(([side, said]): [string, string] => [`${id} ${side}`, `${name}, ${said}`]),
    ),
  ];
}

const placeOf = (chosen: string): LinePlace | undefined => {
  if (chosen === "") return undefined;
  const [of, side] = chosen.split(" ") as [string, LinePlace["side"] | undefined];
  return side ? { of, side } : { of };
};

const INITIAL = {
  kind: "size" as Kind,
  name: "",
  from: "",
  to: "",
  nominal: "",
  lower: "",
  upper: "",
  first: "",
  second: "",
  workable: "either-way" as (typeof WORKABLE)[number][0],
  instrument: "caliper" as (typeof INSTRUMENTS)[number][0],
};
type Typed = typeof INITIAL;

/** What the form says, as the line's schema reads it; a bare number is in the person's unit. */
function said(typed: Typed, id: string, unit: LengthUnit): unknown {
  const length = (text: string) => (text.trim() === "" ? undefined : typedLengthMm(text, unit));
  const { kind, name, workable, instrument } = typed;
  const places = { from: placeOf(typed.from), to: placeOf(typed.to) };
  const own = { id, name, kind, workable };
  switch (kind) {
    case "size":
      return {
        ...own,
        ...places,
        instrument,
        nominal: length(typed.nominal),
        lower: length(typed.lower),
        upper: length(typed.upper),
      };
    case "clearance":
      return {
        ...own,
        ...places,
        instrument,
        lower: length(typed.lower),
        upper: length(typed.upper),
      };
    case "match":
      return { ...own, lines: [typed.first, typed.second], upper: length(typed.upper) };
    case "evenness":
      return { ...own, ...places, instrument, upper: length(typed.upper) };
    case "by-eye":
      return { ...own, ...places };
  }
}

interface OwnLineFormProps {
  piece: Piece;
  /** All lines there are, for a match between two. */
  lines: readonly Characteristic[];
  unit: LengthUnit;
  /** Ids there are already. */
  taken: readonly string[];
  onAdd: (line: OwnLine) => void;
}

/** A measuring line of one's own: what it is, where, within which limits. */
export function OwnLineForm({ piece, lines, unit, taken, onAdd }: OwnLineFormProps) {
  const [typed, setTyped] = useState<Typed | null>(null);
  const [error, setError] = useState<string | null>(null);
  if (!typed)
    return (
      <button type="button" className="link mb-1 min-h-11" onClick={() => setTyped(INITIAL)}>
        A line of your own
      </button>
    );
  const set = (some: Partial<Typed>) => {
    setTyped({ ...typed, ...some });
    setError(null);
  };
  const add = () => {
    try {
      const read = ownLineSchema.safeParse(said(typed, freeLineId(taken), unit));
      if (!read.success) return setError(complain(read.error).message);
      onAdd(read.data);
      setTyped(null);
    } catch (failure) {
      if (!(failure instanceof Refusal)) throw failure;
      setError(complain(failure).message);
    }
  };
  return (
    <form
      className="mb-3 border-y-2 border-ink py-3"
      aria-label="A line of your own"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
      onKeyDown={(event) => {
        if (event.key === "Escape") setTyped(null);
      }}
    >
      <div className="flex flex-wrap items-start gap-4">
        <TextBox wide label="Called" value={typed.name} onType={(name) => set({ name })} first />
        <ChoiceField
          label="It is"
          value={typed.kind}
          choices={KINDS}
          onTake={(kind) => set({ kind })}
        />
        <OwnLineFields typed={typed} piece={piece} lines={lines} onSet={set} />
        <ChoiceField
          label="Can still be worked"
          value={typed.workable}
          choices={WORKABLE}
          onTake={(workable) => set({ workable })}
        />
      </div>
      {error ? (
        <p role="alert" className="mt-2 text-15 font-semibold text-light">
          {error}
        </p>
      ) : null}
      <p className="mt-3 flex gap-5">
        <button type="submit" className="button">
          Add the line
        </button>
        <button type="button" className="link min-h-11" onClick={() => setTyped(null)}>
          Leave it
        </button>
      </p>
    </form>
  );
}

/** A free id: own-1, own-2 … */
function freeLineId(taken: readonly string[]): string {
  for (let number = 1; ; number += 1) if (!taken.includes(`own-${number}`)) return `own-${number}`;
}

interface OwnLineFieldsProps {
  typed: Typed;
  piece: Piece;
  lines: readonly Characteristic[];
  onSet: (some: Partial<Typed>) => void;
}

/** What is asked of a line of its kind. */
function OwnLineFields({ typed, piece, lines, onSet }: OwnLineFieldsProps) {
  const { kind } = typed;
  const places = placesOf(piece);
  if (kind === "match") {
    const choices = [["", "choose"], ...lines.map(({ id, name }) => [id, name])] as [
      string,
      string,
    ][];
    return (
      <>
        <ChoiceField
          label="This"
          value={typed.first}
          choices={choices}
          onTake={(first) => onSet({ first })}
        />
        <ChoiceField
          label="and this"
          value={typed.second}
          choices={choices}
          onTake={(second) => onSet({ second })}
        />
        <TextBox label="May differ by" value={typed.upper} onType={(upper) => onSet({ upper })} />
      </>
    );
  }
  return (
    <>
      <ChoiceField
        label="From"
        value={typed.from}
        choices={places}
        onTake={(from) => onSet({ from })}
      />
      <ChoiceField label="To" value={typed.to} choices={places} onTake={(to) => onSet({ to })} />
      {kind === "size" ? (
        <TextBox
          label="Size, unless as drawn"
          value={typed.nominal}
          onType={(nominal) => onSet({ nominal })}
        />
      ) : null}
      {kind === "size" || kind === "clearance" ? (
        <TextBox label="At least" value={typed.lower} onType={(lower) => onSet({ lower })} />
      ) : null}
      {kind === "by-eye" ? null : (
        <>
          <TextBox label="At most" value={typed.upper} onType={(upper) => onSet({ upper })} />
          <ChoiceField
            label="With"
            value={typed.instrument}
            choices={INSTRUMENTS}
            onTake={(instrument) => onSet({ instrument })}
          />
        </>
      )}
    </>
  );
}

function TextBox({
  label,
  value,
  wide = false,
  first = false,
  onType,
}: {
  label: string;
  value: string;
  wide?: boolean;
  first?: boolean;
  onType: (text: string) => void;
}) {
  return (
    <label className={`block text-13 text-ink-2 ${wide ? "w-56" : "w-40"}`}>
      {label}
      <input
        value={value}
        autoComplete="off"
        className="field text-15 text-ink"
        ref={first ? focusOnce : undefined}
        onChange={(event) => onType(event.target.value)}
      />
    </label>
  );
}

/** The first field of a form that was just opened is ready to be typed into. */
const focusOnce = (field: HTMLInputElement | null) => field?.focus();
