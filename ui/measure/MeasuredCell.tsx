import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import type { Judgement } from "@/core/measure/judge";
import { StateShape, stateColour } from "../kit/StateShape";
import { STATE_WORDS } from "../words/verdict";

/** A reading in a table, with how it stands; a dash where there is none. */
export function MeasuredCell({ of, unit }: { of: Judgement | null | undefined; unit: LengthUnit }) {
  if (!of) return <td className="number quiet">–</td>;
  return (
    <td className={`number font-semibold ${stateColour(of.state)}`}>
      {printMeasured(of.value, of.unit, unit)} <StateShape state={of.state} size={13} />
      <span className="sr-only"> {STATE_WORDS[of.state]}</span>
    </td>
  );
}
