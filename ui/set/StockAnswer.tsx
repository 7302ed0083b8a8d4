import type { Piece } from "@/core/piece/piece";
import { namesInTextOf, type Plan } from "@/core/piece/plan";
import { wordsForWarning } from "@/core/feature/warningWords";
import { printSection } from "@/core/section/spoken";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits, printInchFraction, printMmRounded } from "@/core/units/print";

/** How much bar to cut: the number nobody has to reckon. */
export function StockAnswer({
  piece,
  plan,
  unit,
  onGive,
}: {
  piece: Piece;
  plan: Plan;
  unit: LengthUnit;
  /** Where it is designed: gives a feature the bar it takes. */
  onGive?: (feature: string, needsMm: number) => void;
}) {
  const metric = `${printMmRounded(plan.stockLengthMm)} mm`;
  const imperial = printInchFraction(plan.stockLengthMm);
  const scale = piece.allowances?.scale ?? 0;
  const nameOf = namesInTextOf(piece);
  const trim = piece.allowances?.endTrim ?? 0;
  return (
    <section aria-label="Stock">
      <p className="quiet text-15">Cut from {printSection(piece.stock.section, unit)}</p>
      <p className="font-slab text-38 font-semibold" data-stock>
        {unit === "mm" ? metric : imperial}
      </p>
      <p className="quiet text-15">
        {unit === "mm" ? imperial : metric} · {plan.massKg.toFixed(2)} kg · scale{" "}
        {printMmRounded(scale * 100)} %
        {trim > 0 ? ` · trim ${printBothUnits(trim, unit)} at end B` : ""}
      </p>
      {plan.leftMm === null ? null : (
        <p className="quiet text-15">
          leaves {printBothUnits(plan.leftMm, unit)} of the bar in hand
        </p>
      )}
      {plan.warnings.map((warning) => (
        <p
          key={warning.message}
          className="mt-3 border-l-4 border-heavy bg-warning px-3 py-2 text-15"
        >
          {wordsForWarning(warning, unit, nameOf)}
          {onGive && warning.code === "too-little-bar" ? (
            <button
              type="button"
              className="link block min-h-11"
              onClick={() => onGive(warning.feature, warning.needsMm)}
            >
              Give it that much
            </button>
          ) : null}
        </p>
      ))}
    </section>
  );
}
