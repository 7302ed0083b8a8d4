import { limitsAtGrade, type Characteristic } from "@/core/measure/characteristic";
import type { LengthUnit } from "@/core/units/length";
import { limitsInWords } from "../words/sizes";

/** The measuring plan as a form to fill in by hand: by eye, then measured. */
export function SheetPlan({
  characteristics,
  grade,
  unit,
}: {
  characteristics: readonly Characteristic[];
  grade: number;
  unit: LengthUnit;
}) {
  return (
    <table className="ledger break-inside-avoid text-15">
      <thead>
        <tr>
          <th scope="col">Measure</th>
          <th scope="col" className="number">
            Limits, {unit}
          </th>
          <th scope="col" className="w-[18%]">
            By eye
          </th>
          <th scope="col" className="w-[18%]">
            Measured
          </th>
        </tr>
      </thead>
      <tbody>
        {characteristics.map((characteristic, index) => {
          const { lower, upper } = limitsAtGrade(characteristic, grade);
          const { nominal } = characteristic;
          return (
            <tr key={characteristic.id}>
              <td>
                <span className="quiet mr-2">{index + 1}</span>
                {characteristic.name}
              </td>
              <td className="number">
                {limitsInWords({ nominal, lower, upper, unit: characteristic.unit }, unit)}
              </td>
              <td className="border-l" />
              <td className="border-l" />
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
