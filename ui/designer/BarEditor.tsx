"use client";

import { restock } from "@/core/piece/edit";
import {
  COATINGS,
  MAIN_PART,
  STOCK_FORMS,
  type Coating,
  type Piece,
  type StockForm,
} from "@/core/piece/piece";
import type { LengthUnit } from "@/core/units/length";
import { withoutPart, type Bar } from "./bars";
import { ChoiceField, LengthField, NumberField, SectionField } from "./fields";
import { FinishedLengthField } from "./FinishedLengthField";
import { JoinsEditor } from "./JoinsEditor";
import { PartEditor } from "./PartEditor";

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
          onTake={(section) => onChangeBar((now) => restock(now, section))}
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
          <PartEditor
            piece={piece}
            unit={unit}
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
      <JoinsEditor piece={piece} unit={unit} onChange={onChangePiece} />
    </div>
  );
}
