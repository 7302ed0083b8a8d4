import type { Characteristic } from "@/core/measure/characteristic";
import { project } from "@/core/photo/camera";
import { layOver } from "@/core/photo/layOver";
import { mmOfPlan } from "@/core/photo/profile";
import type { Trace } from "@/core/photo/trace";
import type { MatPoint } from "@/core/photo/mat";
import { Refusal, refuse } from "@/core/problem/problem";
import { wordsForProblem } from "@/core/problem/words";
import { photograph } from "@/core/simulate/camera/photograph";
import { randomScene } from "@/core/simulate/camera/scene";
import { variedPiece } from "@/core/simulate/camera/varied";
import { seededRandom } from "@/core/stats/random";
import type { Vision } from "./library";
import { measurePicture, seeMat, type Measured } from "./measure";
import type { PictureMeasured, PictureReply, PictureRequest } from "./messages";
import { whenReady, type Loading } from "./ready";

/** The part of a worker's own world that is used here. */
interface WorkerScope {
  cv?: Loading;
  importScripts: (path: string) => void;
  onmessage: ((event: { data: PictureRequest }) => void) | null;
  postMessage: (reply: PictureReply) => void;
}
const scope = globalThis as unknown as WorkerScope;

let library: Promise<Vision> | null = null;

/** The vision library, loaded when it is first wanted. */
function loadVision(): Promise<Vision> {
  if (!library) {
    scope.postMessage({ step: "library" });
    scope.importScripts("/vision.js");
    library = whenReady(scope.cv!);
  }
  return library;
}

/** A simulated picture is smaller than a phone's, so that it is taken in seconds, and held with some care. */
const SIMULATED = { widthPx: 2400, heightPx: 1800, maxTiltDeg: 14 };

scope.onmessage = ({ data }) => {
  void answer(data).catch((fault: unknown) => {
    if (fault instanceof Refusal)
      return scope.postMessage({ refused: wordsForProblem(fault.problem) });
    // Out of the promise, so that the page hears of it.
    setTimeout(() => {
      throw fault;
    });
  });
};

async function answer(request: PictureRequest): Promise<void> {
  if (request.ask === "take") {
    scope.postMessage({ step: "taking" });
    return scope.postMessage({ taken: await takePicture(request) });
  }
  if (request.ask === "lay")
    return scope.postMessage({ laid: layOver(request.mine, request.other) });
  const cv = await loadVision();
  const picture = await pixelsOf(request.picture);
  if (request.ask === "look")
    return scope.postMessage({ looked: { refused: refusalOf(() => seeMat(cv, picture)) } });
  const measured = measurePicture(cv, picture, {
    bar: request.piece,
    lines: request.lines,
    says: (step) => scope.postMessage({ step }),
  });
  scope.postMessage({ measured: asShown(measured, picture, request) });
}

/** In words, what speaks against it. */
function refusalOf(look: () => unknown): string | null {
  try {
    look();
    return null;
  } catch (fault) {
    if (fault instanceof Refusal) return wordsForProblem(fault.problem);
    throw fault;
  }
}

async function pixelsOf(picture: Blob): Promise<ImageData> {
  const bitmap = await createImageBitmap(picture).catch(() =>
    refuse({ code: "picture-unreadable" }),
  );
  const { width, height } = bitmap;
  const context = new OffscreenCanvas(width, height).getContext("2d", {
    willReadFrequently: true,
  })!;
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  return context.getImageData(0, 0, width, height);
}

/** A picture of the piece as a learner might have made it, somewhere on a mat. */
async function takePicture({
  piece,
  seed,
}: Extract<PictureRequest, { ask: "take" }>): Promise<Blob> {
  const random = seededRandom(seed);
  const made = variedPiece(piece, random);
  const scene =
    randomScene(made, "a4", SIMULATED, random) ?? randomScene(made, "a3", SIMULATED, random);
  if (!scene) return refuse({ code: "picture-piece-large" });
  const { width, height, data } = photograph(scene, random);
  const canvas = new OffscreenCanvas(width, height);
  canvas
    .getContext("2d")!
    .putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
  return canvas.convertToBlob({ type: "image/jpeg", quality: 0.9 });
}

function asShown(
  { mat, readings, notSeen, outlines, trace, laid, fitted, outline }: Measured,
  { width, height }: { width: number; height: number },
  { lines }: Extract<PictureRequest, { ask: "measure" }>,
): PictureMeasured {
  const { camera } = fitted;
  const onPicture = ({ x, y }: MatPoint): MatPoint => {
    const { u, v } = project(camera, { x, y, z: 0 });
    return { x: u, y: v };
  };
  const places = lines.flatMap(({ id, atMm, part }): [string, MatPoint][] => {
    if (part !== undefined) return [];
    const mm = mmOfPlan(laid, atMm);
    const near = laid.stations.reduce((a, b) =>
      Math.abs(b.mm - mm) < Math.abs(a.mm - mm) ? b : a,
    );
    const { u, v } = project(camera, { x: near.x, y: near.y, z: laid.form.axisHeightMm });
    return [[id, { x: u, y: v }]];
  });
  return {
    mat,
    readings,
    notSeen,
    widthPx: width,
    heightPx: height,
    outlines: outlines.map((line) => line.map(onPicture)),
    places: Object.fromEntries(places),
    spans: Object.fromEntries(
      lines.flatMap((line): [string, [MatPoint, MatPoint]][] => {
        const span = spanOf(line, trace);
        return span ? [[line.id, [onPicture(span[0]), onPicture(span[1])]]] : [];
      }),
    ),
    camera: camera.values,
    outline,
  };
}

/** A width's edges are shown no further from its place than this, mm. */
const BESIDE_MM = 8;

/** The two places on the mat that a width or a length is between; null for what is no such size, or wasn't seen. */
function spanOf(
  { measure, readings, part, atMm, stretch }: Characteristic,
  { places, form }: Trace,
): [MatPoint, MatPoint] | null {
  if (part !== undefined || readings !== "one") return null;
  const nearest = <Of extends { planMm: number }>(all: readonly Of[], mm: number) =>
    all.reduce((a, b) => (Math.abs(b.planMm - mm) < Math.abs(a.planMm - mm) ? b : a));
  if (measure === "thickness") {
    const seen = places.flatMap(({ planMm, left, right }) =>
      left && right && Math.abs(planMm - atMm) < BESIDE_MM ? [{ planMm, left, right }] : [],
    );
    if (seen.length === 0) return null;
    const { left, right } = nearest(seen, atMm);
    return [left, right];
  }
  if (measure !== "length") return null;
  const { stretches, lengthMm } = form.bar;
  const of = stretches.find((one) => one.stretch.id === stretch);
  return [nearest(places, of?.fromMm ?? 0), nearest(places, of?.toMm ?? lengthMm)];
}
