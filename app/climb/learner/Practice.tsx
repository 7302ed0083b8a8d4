import type { ForecastMaps } from "@/core/climb/forecastMaps";
import { fitPractice, practiceFinding } from "@/core/climb/practice";
import type { Towards } from "@/core/climb/standing";
import { STEP_NAMES, type Step } from "@/core/trade/steps";
import type { PieceErrors } from "@/data/queries/runs";
import { PracticeChart } from "@/ui/charts/PracticeChart";
import { practiceInWords } from "@/ui/words/practice";
import { howFarInWords } from "../howFar";

/** Pieces still to come that the curve is drawn for. */
const AHEAD = 6;

/** How far to the next step of the technique made last, and what practice does to it. */
export function Practice({
  technique,
  towards,
  provable,
  errors,
  maps,
}: {
  technique: string;
  towards: Towards | null;
  /** The highest step that anything on the shelf proves. */
  provable: Step | 0;
  errors: readonly PieceErrors[];
  maps: ForecastMaps;
}) {
  const fit = fitPractice(errors.map(({ worst }) => worst));
  const toGo = towards && howFarInWords(fit, towards, { maps, provable });
  const measures = [...new Set(errors.flatMap(({ byMeasure }) => Object.keys(byMeasure)))].sort();
  const findings = measures.flatMap((measure) => {
    const own = fitPractice(errors.flatMap(({ byMeasure }) => byMeasure[measure] ?? []));
    return own && practiceFinding(own).kind !== "unsure" ? [{ measure, own }] : [];
  });
  const points = Array.from({ length: errors.length + AHEAD }, (_, index) => {
    const { middle, low, high } = fit?.typical(index + 1) ?? { middle: 0, low: 0, high: 0 };
    const band: [number, number] = [low, high];
    return { n: index + 1, error: errors[index]?.worst ?? null, middle, band };
  });
  return (
    <section aria-label="Practice">
      <h2 className="font-slab text-20 font-semibold">{technique}: what practice does</h2>
      {towards && toGo ? (
        <p className="text-15">
          <strong className="font-semibold">To “{STEP_NAMES[towards.step]}”:</strong> {toGo}.
        </p>
      ) : null}
      {fit ? (
        <>
          <p className="text-15 text-ink-2">
            {practiceInWords(fit)} Each dot is a piece: how far its worst size was off, as a share
            of what that step allows; the band holds eight in ten of the curves that fit them.
          </p>
          <PracticeChart title={`${technique}, error piece by piece`} points={points} />
          <ul className="text-13 text-ink-2">
            {findings.map(({ measure, own }) => (
              <li key={measure}>
                {measure}: {practiceInWords(own)}
              </li>
            ))}
          </ul>
        </>
      ) : toGo ? null : (
        <p className="text-15 text-ink-2">Not enough pieces to say: four are needed.</p>
      )}
    </section>
  );
}
