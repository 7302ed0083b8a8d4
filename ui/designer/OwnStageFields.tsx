import { nameOf } from "@/core/bar/named";
import { OPERATION_KEYS, OPERATIONS, type OperationKey } from "@/core/operation/registry";
import type { Piece } from "@/core/piece/piece";
import type { LengthUnit } from "@/core/units/length";
import type { StageEdit } from "@/core/workpiece/edit";
import { ChoiceField, SectionField } from "./fields";

interface OwnStageFieldsProps {
  edit: StageEdit;
  piece: Piece;
  unit: LengthUnit;
  onPut: (change: Partial<StageEdit>) => void;
}

const NOTHING = "";

/** What an instructor's own stage does: its operation, and what it makes of which stretch. */
export function OwnStageFields({ edit, piece, unit, onPut }: OwnStageFieldsProps) {
  const stretch = piece.stretches.find(({ id }) => id === edit.on);
  return (
    <>
      <ChoiceField<OperationKey | typeof NOTHING>
        label="Operation"
        value={edit.operation ?? NOTHING}
        choices={[
          [NOTHING, "none in particular"],
          ...OPERATION_KEYS.map(
            (key) => [key, OPERATIONS[key].verb.toLowerCase()] as [OperationKey, string],
          ),
        ]}
        onTake={(operation) => onPut({ operation: operation || undefined })}
      />
      <ChoiceField
        label="Done to"
        value={edit.on ?? NOTHING}
        choices={[
          [NOTHING, "the bar as a whole"],
          ...piece.stretches.map((one) => [one.id, nameOf(one)] as [string, string]),
        ]}
        onTake={(on) =>
          onPut(on === NOTHING ? { on: undefined, to: undefined } : { on, to: edit.to })
        }
      />
      {stretch ? (
        <SectionField
          label="Brings it to"
          section={edit.to ?? piece.stock.section}
          unit={unit}
          onTake={(to) => onPut({ to })}
        />
      ) : null}
      <SectionField
        label="Tongs for"
        section={edit.tongs ?? piece.stock.section}
        unit={unit}
        onTake={(tongs) => onPut({ tongs })}
      />
    </>
  );
}
