import type { Piece } from "@/core/piece/piece";
import { namesInTextOf, type Plan } from "@/core/piece/plan";
import { printSection } from "@/core/section/spoken";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";

/** The further bars of a piece of several parts: what each is cut from. */
export function PartList({ piece, plan, unit }: { piece: Piece; plan: Plan; unit: LengthUnit }) {
  if (plan.parts.length === 0 && plan.fasteners.length === 0) return null;
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
        {plan.parts.map(({ id, name, count, stockLengthMm, cutFrom, leftMm }, index) => (
          <tr key={id}>
            <td>
              {name}
              {count > 1 ? `, ${count} alike` : ""}
            </td>
            <td>
              {cutFrom === null
                ? printSection(piece.parts![index]!.stock.section, unit)
                : `one bar with ${namesInTextOf(piece)(cutFrom)}`}
            </td>
            <td className="number font-semibold">
              {printBothUnits(stockLengthMm, unit)}
              {leftMm === null ? null : (
                <span className="quiet block text-13 font-normal">
                  leaves {printBothUnits(leftMm, unit)}
                </span>
              )}
            </td>
          </tr>
        ))}
        {plan.fasteners.map(({ join, name, diameterMm, lengthMm }) => (
          <tr key={join}>
            <td>{name}</td>
            <td>{printSection({ shape: "round", size: diameterMm }, unit)}</td>
            <td className="number font-semibold">{printBothUnits(lengthMm, unit)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
