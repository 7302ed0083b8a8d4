"use client";

import { nameInText, nameOf } from "@/core/bar/named";
import { nameSchema } from "@/core/bar/schema";
import { isSameSection } from "@/core/bar/stretch";
import {
  MAIN_PART,
  PART_SIDES,
  type Part,
  type PartPlace,
  type PartSide,
  type Piece,
} from "@/core/piece/piece";
import { MAIN_BAR_NAME } from "@/core/piece/plan";
import type { LengthUnit } from "@/core/units/length";
import { ChoiceField, LengthField, NumberField } from "./fields";
import { TextField } from "./TextFields";

interface PartEditorProps {
  piece: Piece;
  part: Part;
  unit: LengthUnit;
  onChange: (to: Partial<Part>) => void;
  onRemove: () => void;
}

const SIDE_WORDS: Record<PartSide, string> = {
  top: "on its top face",
  bottom: "on its bottom face",
  front: "on its near edge",
  back: "on its far edge",
  through: "through it",
  within: "in line with it",
};

/** A further bar of a piece: what it is called, how many there are, where each lies, and whether it is cut from another. */
export function PartEditor({ piece, part, unit, onChange, onRemove }: PartEditorProps) {
  const { places = [], count = 1 } = part;
  const others = (piece.parts ?? []).filter(({ id }) => id !== part.id);
  const hosts = [{ id: MAIN_PART, name: MAIN_BAR_NAME }, ...others];
  const put = (at: number, to: Partial<PartPlace>) =>
    onChange({ places: places.map((one, index) => (index === at ? { ...one, ...to } : one)) });
  return (
    <>
      <TextField
        label="This part is called"
        value={nameOf(part)}
        schema={nameSchema}
        onTake={(name) => onChange({ name })}
      />
      <NumberField
        label="How many alike"
        value={count}
        min={1}
        max={100}
        whole
        onTake={(many) => onChange({ count: many })}
      />
      <ChoiceField
        label="Forged from"
        value={part.cutFrom ?? ""}
        choices={[
          ["", "a bar of its own"],
          ...barsToCutFrom(piece, part).map(
            ({ id, name }) => [id, `one bar with ${name}`] as const,
          ),
        ]}
        onTake={(cutFrom) => onChange({ cutFrom: cutFrom === "" ? undefined : cutFrom })}
      />
      <div className="w-full">
        <h3 className="text-13 text-ink-2">Where it lies</h3>
        {places.map((place, index) => (
          <div key={index} className="flex flex-wrap items-start gap-4 border-b border-rule py-2">
            <ChoiceField
              label="On"
              value={place.on ?? MAIN_PART}
              choices={hosts.map((host) => [host.id, nameInText(host)] as const)}
              onTake={(on) => put(index, { on: on === MAIN_PART ? undefined : on })}
            />
            <ChoiceField
              label="How"
              value={place.side ?? "top"}
              choices={PART_SIDES.map((side) => [side, SIDE_WORDS[side]] as const)}
              onTake={(side) => put(index, { side })}
            />
            <LengthField
              label="At, from its end A"
              mm={place.at}
              unit={unit}
              zero
              onTake={(at) => put(index, { at })}
            />
            <LengthField
              label="With its own place"
              mm={place.own ?? 0}
              unit={unit}
              zero
              onTake={(own) => put(index, { own })}
            />
            <NumberField
              label="Turned, degrees"
              value={place.turn ?? 0}
              min={-360}
              max={360}
              onTake={(turn) => put(index, { turn })}
            />
            <button
              type="button"
              className="link mt-5 min-h-11 text-15"
              onClick={() => onChange({ places: places.filter((_, at) => at !== index) })}
            >
              Lay it apart
            </button>
          </div>
        ))}
        {places.length < count ? (
          <button
            type="button"
            className="link min-h-11 text-15"
            onClick={() => onChange({ places: [...places, { at: 0 }] })}
          >
            Put it in its place
          </button>
        ) : null}
        <button type="button" className="link ml-5 min-h-11 text-15" onClick={onRemove}>
          Take the part out
        </button>
      </div>
    </>
  );
}

/** Bars of the same stock that aren't cut from another themselves. */
const barsToCutFrom = (piece: Piece, part: Part): { id: string; name: string }[] =>
  [{ ...piece, id: MAIN_PART, name: MAIN_BAR_NAME, cutFrom: undefined }, ...(piece.parts ?? [])]
    .filter(
      ({ id, stock, cutFrom }) =>
        id !== part.id && cutFrom === undefined && isSameSection(stock.section, part.stock.section),
    )
    .map((bar) => ({ id: bar.id, name: nameInText(bar) }));
