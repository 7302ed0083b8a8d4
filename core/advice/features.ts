import { agreePairs } from "./pairs";
import { bringToOverall } from "./overall";
import { closeRings } from "./rings";
import { evenLegs } from "./legs";
import { reworkLines } from "./lines";
import type { FeatureMove, Progress } from "./progress";
import type { MeasuredPiece, ReworkState } from "./workpiece";

/**
 * What brings features, joins and the whole within limits once the sections and lengths are
 * right: each line on or back as its kind says, rings as one sum, what has to agree brought
 * to one another, last the overall size.
 *
 * @returns null where a line is off that nothing can be done about
 */
export function planFeatures(
  measured: MeasuredPiece,
  state: ReworkState,
  may: Pick<Progress, "mayCut" | "explanations">,
): { state: ReworkState; moves: FeatureMove[] } | null {
  const progress: Progress = { measured, state, moves: [], ...may, off: null };
  const done =
    closeRings(progress) &&
    evenLegs(progress) &&
    reworkLines(progress) &&
    agreePairs(progress) &&
    bringToOverall(progress);
  return done ? { state: progress.state, moves: progress.moves } : null;
}
