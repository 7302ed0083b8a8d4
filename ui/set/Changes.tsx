import type { Change, ChangeValue } from "@/core/exercise/compare";
import { printSection } from "@/core/section/spoken";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";

/** What differs between two revisions, in words. */
export function Changes({ changes, unit }: { changes: readonly Change[]; unit: LengthUnit }) {
  if (changes.length === 0)
    return <p className="mt-4 text-15">Nothing differs: the two revisions are the same.</p>;
  return (
    <table className="ledger mt-4 text-15">
      <thead>
        <tr>
          <th scope="col">Of</th>
          <th scope="col">What</th>
          <th scope="col">Was</th>
          <th scope="col">Is</th>
        </tr>
      </thead>
      <tbody>
        {changes.map(({ of, what, was, is }) => (
          <tr key={`${of} ${what}`}>
            <td>{of}</td>
            <td className="quiet">{what}</td>
            <td>{inWords(was, unit)}</td>
            <td className="font-semibold">{inWords(is, unit)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function inWords(value: ChangeValue, unit: LengthUnit): string {
  if (!value) return "–";
  if ("mm" in value) return printBothUnits(value.mm, unit);
  if ("text" in value) return value.text;
  return value.section === "point" ? "a point" : printSection(value.section, unit);
}
