import type { Plan } from "@/core/piece/plan";
import { stretchName } from "@/core/piece/stretch";
import type { Piece } from "@/core/piece/piece";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";

/** Where to mark the cold bar: every mark from one end, so that errors don't add. */
export function LayoutMarks({ piece, plan, unit }: { piece: Piece; plan: Plan; unit: LengthUnit }) {
  const nameOf = (id: string) =>
    stretchName(piece.stretches.find((stretch) => stretch.id === id)!).toLowerCase();
  if (plan.marks.length === 0)
    return <p className="quiet text-15">No mark is needed: the whole bar is one stretch.</p>;
  return (
    <table className="ledger text-15">
      <thead>
        <tr>
          <th scope="col">Mark between</th>
          <th scope="col" className="number">
            From end A
          </th>
          <th scope="col" className="number">
            From end B
          </th>
        </tr>
      </thead>
      <tbody>
        {plan.marks.map(({ at, fromAMm, fromBMm }) => {
          const [before, after] = at.split("/") as [string, string];
          return (
            <tr key={at}>
              <td>
                {nameOf(before)} and {nameOf(after)}
              </td>
              <td className="number font-semibold">{printBothUnits(fromAMm, unit)}</td>
              <td className="number quiet">{printBothUnits(fromBMm, unit)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
