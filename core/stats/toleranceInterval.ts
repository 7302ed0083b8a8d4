import chisquareCdf from "@stdlib/stats-base-dists-chisquare-cdf";
import normalCdf from "@stdlib/stats-base-dists-normal-cdf";
import normalPdf from "@stdlib/stats-base-dists-normal-pdf";
import { solveRising } from "../curve/solve";

/** Panels of Simpson's rule over half the mean's distribution; twice as many change nothing in the sixth digit. */
const PANELS = 96;
/** Standard errors of the mean beyond which nothing is left to sum. */
const FAR = 7;

/**
 * The factor k of a two-sided normal tolerance interval, mean ± k·sd, both unknown: at
 * this confidence at least `coverage` of all pieces lie inside. Exact, by the integral of
 * ISO 16269-6 over where the mean of n pieces may lie: for each place r is the half
 * width that covers enough, and P(χ² of n − 1 > (n − 1)·r²/k²) that the sd is large enough.
 *
 * @param n pieces, at least 2
 */
export function toleranceFactor(n: number, coverage: number, confidence: number): number {
  const degrees = n - 1;
  const far = FAR / Math.sqrt(n);
  const nodes = Array.from({ length: PANELS + 1 }, (_, index) => {
    const off = (far * index) / PANELS;
    const simpson = index === 0 || index === PANELS ? 1 : index % 2 === 1 ? 4 : 2;
    const density = 2 * Math.sqrt(n) * normalPdf(off * Math.sqrt(n), 0, 1);
    return {
      weight: (simpson * density * far) / (3 * PANELS),
      square: halfWidth(off, coverage) ** 2,
    };
  });
  const confidenceOf = (k: number) =>
    nodes.reduce(
      (sum, { weight, square }) =>
        sum + weight * (1 - chisquareCdf((degrees * square) / k ** 2, degrees)),
      0,
    );
  return solveRising(confidenceOf, confidence, { low: 0.5, high: 4000 });
}

/** r with Φ(x + r) − Φ(x − r) = coverage. */
const halfWidth = (x: number, coverage: number): number =>
  solveRising((r) => normalCdf(x + r, 0, 1) - normalCdf(x - r, 0, 1), coverage, {
    low: 0,
    high: x + 10,
  });
