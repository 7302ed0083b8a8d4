import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import type { Judgement } from "@/core/verdict/judge";
import { StateShape, stateColour } from "../kit/StateShape";
import { limitsInWords, STATE_WORDS } from "../words/verdict";

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
              {own.size > 0 ? <Reading of={self} unit={unit} /> : null}
              <Reading of={inspection} unit={unit} />
              {own.size > 0 ? (
                <td className="number">
                  {self && inspection ? apart(self, inspection, unit) : ""}
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

function apart(self: Judgement, inspection: Judgement, unit: LengthUnit): string {
  const by = self.value - inspection.value;
  const size = printMeasured(Math.abs(by), self.unit, unit);
  return `${by > 0 ? "+" : by < 0 ? "−" : ""}${size}`;
}

function Reading({ of, unit }: { of: Judgement | undefined; unit: LengthUnit }) {
  if (!of) return <td className="number quiet">–</td>;
  return (
    <td className={`number font-semibold ${stateColour(of.state)}`}>
      {printMeasured(of.value, of.unit, unit)} <StateShape state={of.state} size={13} />
      <span className="sr-only"> {STATE_WORDS[of.state]}</span>
    </td>
  );
}
