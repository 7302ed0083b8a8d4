"use client";

import { freeId } from "@/core/piece/edit";
import { nameSchema } from "@/core/bar/schema";
import {
  COATINGS,
  MAIN_PART,
  STOCK_FORMS,
  type Coating,
  type Join,
  type Part,
  type Piece,
  type StockForm,
} from "@/core/piece/piece";
import { nameInText, nameOf } from "@/core/bar/named";
import type { LengthUnit } from "@/core/units/length";
import type { Bar } from "./bars";
import { ChoiceField, LengthField, NumberField, SectionField } from "./fields";
import { FinishedLengthField } from "./FinishedLengthField";
import { TextField } from "./TextFields";

const FORM_WORDS: Record<StockForm, string> = {
  bar: "bar",
  plate: "plate",
  sheet: "sheet",
  bolt: "a bolt’s shank",
  "reinforcing-bar": "reinforcing bar",
};
const COATING_WORDS: Record<Coating, string> = {
  bare: "nothing: bare steel",
  zinc: "zinc",
  plated: "plating",
  painted: "paint",
};

interface BarEditorProps {
  piece: Piece;
  bar: Bar;
  part: string;
  unit: LengthUnit;
  onChangeBar: (change: (bar: Bar) => Bar) => void;
  onChangePiece: (change: (piece: Piece) => Piece) => void;
  onWorkOn: (part: string) => void;
}

/** What the bar is cut from and what is allowed for; the piece's further parts and how they are joined. */
export function BarEditor({
  piece,
  bar,
  part,
  unit,
  onChangeBar,
  onChangePiece,
  onWorkOn,
}: BarEditorProps) {
  const { stock, allowances = {} } = bar;
  const allow = (to: Bar["allowances"]) =>
    onChangeBar((now) => ({ ...now, allowances: { ...now.allowances, ...to } }));
  return (
    <div className="space-y-4 border-t-2 border-ink bg-sheet p-4">
      <div className="flex flex-wrap gap-4">
        <SectionField
          label="Cut from"
          section={stock.section}
          unit={unit}
          onTake={(section) => onChangeBar((now) => ({ ...now, stock: { ...now.stock, section } }))}
        />
        <ChoiceField
          label="Steel"
          value={stock.steel ?? "mild"}
          choices={[
            ["mild", "mild"],
            ["medium-carbon", "medium carbon"],
            ["unknown", "unknown, reclaimed"],
          ]}
          onTake={(steel) => onChangeBar((now) => ({ ...now, stock: { ...now.stock, steel } }))}
        />
        <ChoiceField
          label="Found as"
          value={stock.form ?? "bar"}
          choices={STOCK_FORMS.map((form) => [form, FORM_WORDS[form]])}
          onTake={(form) => onChangeBar((now) => ({ ...now, stock: { ...now.stock, form } }))}
        />
        <ChoiceField
          label="On it"
          value={stock.coating ?? "bare"}
          choices={COATINGS.map((coating) => [coating, COATING_WORDS[coating]])}
          onTake={(coating) => onChangeBar((now) => ({ ...now, stock: { ...now.stock, coating } }))}
        />
        <LengthField
          label="In hand, if it is one bar"
          mm={stock.lengthInHand ?? 0}
          unit={unit}
          zero
          onTake={(lengthInHand) =>
            onChangeBar(({ stock: { lengthInHand: _, ...rest }, ...now }) => ({
              ...now,
              stock: lengthInHand === 0 ? rest : { ...rest, lengthInHand },
            }))
          }
        />
        <NumberField
          label="Scale, %"
          value={(allowances.scale ?? 0) * 100}
          min={0}
          max={50}
          onTake={(percent) => allow({ scale: percent / 100 })}
        />
        <LengthField
          label="Trim at end B"
          mm={allowances.endTrim ?? 0}
          unit={unit}
          zero
          onTake={(endTrim) => allow({ endTrim })}
        />
        <NumberField
          label="Price of a kg, if known"
          value={stock.pricePerKg ?? 0}
          min={0}
          max={1_000_000}
          onTake={(price) =>
            onChangeBar(({ stock: { pricePerKg: _, ...rest }, ...now }) => ({
              ...now,
              stock: price === 0 ? rest : { ...rest, pricePerKg: price },
            }))
          }
        />
        {part === MAIN_PART ? (
          <FinishedLengthField piece={piece} unit={unit} onChange={onChangePiece} />
        ) : (
          <PartFields
            part={piece.parts!.find(({ id }) => id === part)!}
            onChange={(to) =>
              onChangePiece((now) => ({
                ...now,
                parts: now.parts?.map((one) => (one.id === part ? { ...one, ...to } : one)),
              }))
            }
            onRemove={() => {
              onWorkOn(MAIN_PART);
              onChangePiece((now) => withoutPart(now, part));
            }}
          />
        )}
      </div>
      <Joins piece={piece} unit={unit} onChange={onChangePiece} />
    </div>
  );
}

function PartFields({
  part,
  onChange,
  onRemove,
}: {
  part: Part;
  onChange: (to: Partial<Part>) => void;
  onRemove: () => void;
}) {
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
        value={part.count ?? 1}
        min={1}
        max={100}
        whole
        onTake={(count) => onChange({ count })}
      />
      <button type="button" className="link mt-5 min-h-11 text-15" onClick={onRemove}>
        Take the part out
      </button>
    </>
  );
}

/** The piece without a part, and without the joins that held it. */
const withoutPart = (piece: Piece, id: string): Piece => ({
  ...piece,
  parts: piece.parts?.filter((part) => part.id !== id),
  joins: piece.joins?.filter(({ parts }) => !parts.includes(id)),
});

const KINDS = [
  ["rivet", "rivet"],
  ["weld", "weld"],
  ["collar", "collar"],
  ["wrap", "wrap"],
] as const satisfies readonly (readonly [Join["kind"], string])[];

function Joins({
  piece,
  unit,
  onChange,
}: {
  piece: Piece;
  unit: LengthUnit;
  onChange: (change: (piece: Piece) => Piece) => void;
}) {
  const parts = piece.parts ?? [];
  const joins = piece.joins ?? [];
  if (parts.length === 0) return null;
  const put = (id: string, to: Partial<Join>) =>
    onChange((now) => ({
      ...now,
      joins: now.joins?.map((join) => (join.id === id ? { ...join, ...to } : join)),
    }));
  const add = () =>
    onChange((now) => {
      const before = now.joins ?? [];
      const id = freeId(before, "join");
      const join: Join = { id, kind: "rivet", parts: [MAIN_PART, parts[0]!.id] };
      return { ...now, joins: [...before, join] };
    });
  return (
    <section aria-label="Joins">
      <h3 className="text-13 text-ink-2">How the parts hold together</h3>
      {joins.map((join) => (
        <div key={join.id} className="flex flex-wrap items-start gap-4 border-b border-rule py-2">
          <ChoiceField
            label="Join"
            value={join.kind}
            choices={KINDS}
            onTake={(kind) => put(join.id, { kind })}
          />
          <ChoiceField
            label="of the first bar and"
            value={join.parts.at(-1)!}
            choices={[...parts.map((part) => [part.id, nameInText(part)] as const)]}
            onTake={(id) => put(join.id, { parts: [MAIN_PART, id] })}
          />
          <LengthField
            label="At, from end A"
            mm={join.at ?? 0}
            unit={unit}
            zero
            onTake={(at) => put(join.id, { at })}
          />
          <button
            type="button"
            className="link mt-5 min-h-11 text-15"
            onClick={() =>
              onChange((now) => ({
                ...now,
                joins: now.joins?.filter(({ id }) => id !== join.id),
              }))
            }
          >
            Take it out
          </button>
        </div>
      ))}
      <button type="button" className="link min-h-11 text-15" onClick={add}>
        Another join
      </button>
    </section>
  );
}
