import type { LengthUnit } from "@/core/units/length";
import type { Judgement } from "@/core/measure/judge";
import { limitsInWords, signedInWords } from "../words/sizes";
import { MeasuredCell } from "./MeasuredCell";

interface ReadingTableProps {
  inspected: readonly Judgement[];
  /** The learner's own readings; their column is there only where they took any. */
  selfChecked: readonly Judgement[];
  unit: LengthUnit;
}

/** Every reading with its limits; the learner's own check beside the inspection. */
export function ReadingTable({ inspected, selfChecked, unit }: ReadingTableProps) {
  const own = new Map(selfChecked.map((one) => [one.characteristicId, one]));
  const official = new Map(inspected.map((one) => [one.characteristicId, one]));
  const rows = [...new Map([...own, ...official]).values()];
  if (rows.length === 0) return <p className="p-3 text-15">Nothing is measured yet.</p>;
  return (
    <table className="ledger text-15">
      <thead>
        <tr>
          <th scope="col">Measured</th>
          {own.size > 0 ? (
            <th scope="col" className="number">
              Self-check
            </th>
          ) : null}
          <th scope="col" className="number">
            {own.size > 0 ? "Inspection" : "Reading"}
          </th>
          {own.size > 0 ? (
            <th scope="col" className="number">
              Apart
            </th>
          ) : null}
          <th scope="col" className="number">
            Limits, {unit}
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => {
          const self = own.get(row.characteristicId);
          const inspection = official.get(row.characteristicId);
          return (
            <tr key={row.characteristicId}>
              <td>{row.name}</td>
              {own.size > 0 ? <MeasuredCell of={self} unit={unit} /> : null}
              <MeasuredCell of={inspection} unit={unit} />
              {own.size > 0 ? (
                <td className="number">
                  {self && inspection
                    ? signedInWords(self.value - inspection.value, row.unit, unit)
                    : ""}
                </td>
              ) : null}
              <td className="number quiet">{limitsInWords(row, unit)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
