import { EigenvalueDecomposition } from "ml-matrix";
import { cameraOf, type Camera, type FittedCamera } from "./camera";
import type { Perturbation } from "./trace";

/**
 * From a standard uncertainty to what holds in 95 of 100 on made-up pictures: more than 2, since
 * what a hammer does to an edge isn't normal.
 */
export const COVERAGE = 2.6;
/** A learner's bar is as high as drawn to about this, as a share. */
const HEIGHT_SHARE = 0.06;
/** How surely thinner places lie as high as the thickest lets them. */
const SAG = 0.35;

/** Cameras a standard deviation off in each direction they may be off in, and the bar's heights. */
export function perturbationsOf({ camera, covariance }: FittedCamera): Perturbation[] {
  const scale = scalesOf(covariance);
  const plain = covariance.clone();
  for (let row = 0; row < plain.rows; row += 1)
    for (let column = 0; column < plain.columns; column += 1)
      plain.set(row, column, plain.get(row, column) / scale[row]! / scale[column]!);
  const { realEigenvalues, eigenvectorMatrix } = new EigenvalueDecomposition(plain, {
    assumeSymmetric: true,
  });
  const cameras = realEigenvalues.flatMap((value, at): Camera[] => {
    const size = Math.sqrt(Math.max(0, value));
    return [
      cameraOf(
        camera.values.map((one, row) => one + eigenvectorMatrix.get(row, at) * size * scale[row]!),
      ),
    ];
  });
  return [
    ...cameras.map((other) => ({ camera: other, height: 0, sag: 0 })),
    { camera, height: HEIGHT_SHARE, sag: 0 },
    { camera, height: 0, sag: SAG },
  ];
}

/** Standard deviations, by which a covariance is brought to one size before it is taken apart. */
const scalesOf = (covariance: FittedCamera["covariance"]): number[] =>
  Array.from({ length: covariance.rows }, (_, at) =>
    Math.sqrt(Math.max(1e-30, covariance.get(at, at))),
  );
