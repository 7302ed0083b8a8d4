import type { Piece } from "@/core/piece/piece";
import type { Plan } from "@/core/piece/plan";
import { printSection } from "@/core/section/spoken";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";

/** The further bars of a piece of several parts: what each is cut from. */
export function PartList({ piece, plan, unit }: { piece: Piece; plan: Plan; unit: LengthUnit }) {
  if (plan.parts.length === 0) return null;
  return (
    <table className="ledger mt-3 text-15">
      <thead>
        <tr>
          <th scope="col">Further parts</th>
          <th scope="col">From</th>
          <th scope="col" className="number">
            Cut
          </th>
        </tr>
      </thead>
      <tbody>
        {plan.parts.map(({ id, name, count, stockLengthMm }, index) => (
          <tr key={id}>
            <td>
              {name}
              {count > 1 ? `, ${count} alike` : ""}
            </td>
            <td>{printSection(piece.parts![index]!.stock.section, unit)}</td>
            <td className="number font-semibold">{printBothUnits(stockLengthMm, unit)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
