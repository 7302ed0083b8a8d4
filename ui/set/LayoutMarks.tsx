import { nameOf } from "@/core/bar/named";
import { MAIN_PART, type Piece } from "@/core/piece/piece";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";
import type { ColdMark } from "@/core/workpiece/marks";

/** Where to mark the cold bars: every mark from one end, so that errors don't add. */
export function LayoutMarks({
  piece,
  marks,
  unit,
}: {
  piece: Piece;
  marks: readonly ColdMark[];
  unit: LengthUnit;
}) {
  if (marks.length === 0)
    return (
      <p className="quiet text-15">
        No mark is needed: one section from end to end, and nothing on it.
      </p>
    );
  const parts = [...new Set(marks.map(({ part }) => part))];
  return (
    <table className="ledger text-15">
      <thead>
        <tr>
          <th scope="col">Mark</th>
          <th scope="col" className="number">
            From end A
          </th>
          <th scope="col" className="number">
            From end B
          </th>
        </tr>
      </thead>
      {parts.map((part) => (
        <tbody key={part}>
          {part === MAIN_PART ? null : (
            <tr>
              <th scope="rowgroup" colSpan={3} className="text-left font-semibold">
                {nameOf(piece.parts!.find(({ id }) => id === part)!)}
              </th>
            </tr>
          )}
          {marks
            .filter((mark) => mark.part === part)
            .map(({ what, fromAMm, fromBMm }) => (
              <tr key={`${what}${fromAMm}`}>
                <td>{what}</td>
                <td className="number font-semibold">{printBothUnits(fromAMm, unit)}</td>
                <td className="number quiet">{printBothUnits(fromBMm, unit)}</td>
              </tr>
            ))}
        </tbody>
      ))}
    </table>
  );
}
