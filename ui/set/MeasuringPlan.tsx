import { limitsAtGrade, type Characteristic } from "@/core/measure/characteristic";
import type { LengthUnit } from "@/core/units/length";
import { INSTRUMENT_WORDS } from "../words/instruments";
import { limitsInWords } from "../words/sizes";

const KIND_WORDS = {
  size: "size",
  match: "match",
  evenness: "evenness",
  presence: "by eye",
} as const;

/** What will be measured, with what, and how far off it may be at this step. */
export function MeasuringPlan({
  characteristics,
  grade,
  unit,
}: {
  characteristics: readonly Characteristic[];
  grade: number;
  unit: LengthUnit;
}) {
  return (
    <table className="ledger text-15">
      <thead>
        <tr>
          <th scope="col">Measured on</th>
          <th scope="col" className="max-sm:hidden">
            Kind
          </th>
          <th scope="col">With</th>
          <th scope="col">Still heavy when</th>
          <th scope="col" className="number">
            Limits, {unit}
          </th>
        </tr>
      </thead>
      <tbody>
        {characteristics.map((characteristic, index) => {
          const { lower, upper } = limitsAtGrade(characteristic, grade);
          const { nominal, kind, instrument, heavyWhen, measure } = characteristic;
          const heavy = heavyWhen === "above" ? "over" : "short";
          return (
            <tr key={characteristic.id}>
              <td>
                <span className="quiet mr-2">{index + 1}</span>
                {characteristic.name}
              </td>
              <td className="quiet max-sm:hidden">{KIND_WORDS[kind]}</td>
              <td className="quiet">{INSTRUMENT_WORDS[instrument]}</td>
              <td className="quiet">
                {measure === "length" ? heavy : heavyWhen === "above" ? "over" : "under"}
              </td>
              <td className="number whitespace-nowrap">
                {limitsInWords({ nominal, lower, upper, unit: characteristic.unit }, unit)}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
