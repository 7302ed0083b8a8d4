import type { ForecastMaps } from "@/core/climb/forecastMaps";
import { foretold } from "@/core/climb/piecesToGo";
import type { PracticeFit } from "@/core/climb/practice";
import type { Towards } from "@/core/climb/standing";
import type { Step } from "@/core/trade/steps";
import { piecesToGoInWords, unprovableInWords } from "@/ui/words/climb";

/**
 * How many pieces to the next step, in words; null where no run decides it.
 *
 * @param fit null where there are too few pieces
 * @param provable the highest step that anything on the shelf proves
 */
export function howFarInWords(
  fit: PracticeFit | null,
  towards: Towards,
  { maps, provable }: { maps: ForecastMaps; provable: Step | 0 },
): string | null {
  if (towards.step > 4) return null;
  if (towards.step > provable) return unprovableInWords(towards.step);
  return piecesToGoInWords(fit && foretold(fit, towards, maps), towards.step);
}
