import { seededRandom } from "../stats/random";
import { cameraOf, fitCamera, onMat, project, type Sighting } from "./camera";
import { leastSquares } from "./leastSquares";
import { markCorners, matMarks } from "./mat";

/** A camera 400 mm over the middle of an A4 mat, turned over (it looks down) and tilted. */
const tilted = (tiltRad: number, focalPx = 3200) =>
  cameraOf([
    Math.PI - tiltRad,
    0,
    0,
    -148,
    105,
    400,
    Math.log(focalPx),
    1999.5,
    1499.5,
    -0.05,
    0.02,
  ]);

const OUT = [
  { x: -1, y: 1 },
  { x: 1, y: 1 },
  { x: 1, y: -1 },
  { x: -1, y: -1 },
];

function sightingsOf(
  camera: ReturnType<typeof tilted>,
  noisePx: number,
  edgeBiasMm = 0,
): Sighting[] {
  const random = seededRandom(5);
  return matMarks("a4").flatMap((mark) =>
    markCorners(mark).map((place, index) => {
      const out = OUT[index]!;
      const grown = { x: place.x + out.x * edgeBiasMm, y: place.y + out.y * edgeBiasMm, z: 0 };
      const { u, v } = project(camera, grown);
      return {
        place,
        out,
        pixel: { u: u + noisePx * random.normal(), v: v + noisePx * random.normal() },
      };
    }),
  );
}

/** A homography near a camera's, from its pose without distortion. */
function homographyOf({ turn, values, focalPx }: ReturnType<typeof tilted>): number[] {
  const rows = [0, 1, 2].map((row) => [turn[row * 3]!, turn[row * 3 + 1]!, values[3 + row]!]);
  const [cu, cv] = [values[7]!, values[8]!];
  const mix = (a: number[], by: number, c: number) =>
    a.map((value, index) => value * by + rows[2]![index]! * c);
  return [...mix(rows[0]!, focalPx, cu), ...mix(rows[1]!, focalPx, cv), ...rows[2]!];
}

const PRIOR = { widthPx: 4000, heightPx: 3000 };

test("a place and its pixel are one another's", () => {
  const camera = tilted(0.3);
  for (const place of [
    { x: 20, y: 20 },
    { x: 250, y: 180 },
  ]) {
    const back = onMat(camera, project(camera, { ...place, z: 0 }));
    expect(back.x).toBeCloseTo(place.x, 6);
    expect(back.y).toBeCloseTo(place.y, 6);
  }
});

test("what is higher appears further from the camera's foot, by similar triangles", () => {
  const camera = tilted(0.2);
  const { x, y, z } = camera.at;
  const seen = onMat(camera, project(camera, { x: x + 100, y: y + 40, z: 20 }));
  expect(seen.x - x).toBeCloseTo((100 * z) / (z - 20), 5);
  expect(seen.y - y).toBeCloseTo((40 * z) / (z - 20), 5);
});

test("a tilted camera is found with its focal length and its marks' growth", () => {
  const camera = tilted(0.3);
  const fit = fitCamera(sightingsOf(camera, 0.05, -0.03), homographyOf(camera), PRIOR);
  expect(fit.camera.focalPx).toBeGreaterThan(3180);
  expect(fit.camera.focalPx).toBeLessThan(3220);
  expect(fit.camera.tiltDeg).toBeCloseTo((0.3 * 180) / Math.PI, 1);
  expect(fit.edgeBiasMm).toBeCloseTo(-0.03, 2);
  expect(fit.rmsPx).toBeLessThan(0.1);
});

test("straight from above the focal length isn't known, and the covariance says so", () => {
  const spread = (tiltRad: number) => {
    const camera = tilted(tiltRad);
    const fit = fitCamera(sightingsOf(camera, 0.05), homographyOf(camera), PRIOR);
    return Math.sqrt(fit.covariance.get(6, 6));
  };
  expect(spread(0)).toBeGreaterThan(0.1);
  expect(spread(0.3)).toBeLessThan(0.02);
});

test("corners that are of something else are left out", () => {
  const camera = tilted(0.25);
  const sightings = sightingsOf(camera, 0.05);
  const spoiled = sightings.map((one, index) =>
    index % 20 === 0 ? { ...one, pixel: { u: one.pixel.u + 9, v: one.pixel.v - 7 } } : one,
  );
  const fit = fitCamera(spoiled, homographyOf(camera), PRIOR);
  expect(fit.used).toBeLessThanOrEqual(fit.of - Math.ceil(sightings.length / 20));
  expect(Math.abs(fit.camera.focalPx / 3200 - 1)).toBeLessThan(0.01);
});

test("least squares agrees with NIST's certified values for Misra1a", () => {
  // NIST Statistical Reference Datasets, nonlinear regression, Misra1a (data from memory).
  const ys = [
    10.07, 14.73, 17.94, 23.93, 29.61, 35.18, 40.02, 44.82, 50.76, 55.05, 61.01, 66.4, 75.47, 81.78,
  ];
  const xs = [
    77.6, 114.9, 141.1, 190.8, 239.9, 289, 332.8, 378.4, 434.8, 477.3, 536.8, 593.1, 689.1, 760,
  ];
  const { values, cost } = leastSquares(
    [500, 0.0001],
    [1e-3, 1e-9],
    ([a, b]) => Float64Array.from(xs, (x, at) => a! * (1 - Math.exp(-b! * x)) - ys[at]!),
    { rounds: 200 },
  );
  expect(values[0]! / 238.94212918).toBeCloseTo(1, 5);
  expect(values[1]! / 5.5015643181e-4).toBeCloseTo(1, 5);
  expect(cost).toBeCloseTo(0.12455138894, 6);
});
