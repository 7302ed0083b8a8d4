import type { Characteristic } from "@/core/measure/characteristic";
import type { CameraValues } from "@/core/photo/camera";
import type { Overlay } from "@/core/photo/layOver";
import type { MatPoint } from "@/core/photo/mat";
import type { PieceOutline } from "@/core/photo/outline";
import type { PhotoReading } from "@/core/photo/read";
import type { Unseen } from "@/core/photo/unseen";
import type { Piece } from "@/core/piece/piece";
import type { MatSeen, MeasuringStep } from "./measure";

/**
 * What is asked of the worker: a picture measured; a camera's view looked at, whether it could be;
 * a picture taken by the simulated camera; or an outline laid over another.
 */
export type PictureRequest =
  | { ask: "look"; picture: Blob }
  | { ask: "measure"; picture: Blob; piece: Piece; lines: readonly Characteristic[] }
  | { ask: "take"; piece: Piece; seed: number }
  | { ask: "lay"; mine: PieceOutline; other: PieceOutline };

/** A picture as it was measured, with all that is drawn over it, in the picture's pixels. */
export interface PictureMeasured {
  mat: MatSeen;
  readings: PhotoReading[];
  notSeen: { id: string; why: Unseen }[];
  widthPx: number;
  heightPx: number;
  outlines: MatPoint[][];
  /** Where each line is on the piece, by its id. */
  places: Record<string, MatPoint>;
  /** The two edges of each width, the two ends of each length, by the line's id: what is moved to correct it. */
  spans: Record<string, readonly [MatPoint, MatPoint]>;
  camera: CameraValues;
  /** What is kept of it, to be laid over others. */
  outline: PieceOutline;
}

/** What the worker answers. */
export type PictureReply =
  | { step: MeasuringStep | "library" | "taking" }
  | { measured: PictureMeasured }
  | { taken: Blob }
  /** Null where they have too little in common. */
  | { laid: Overlay | null }
  /** What a view is refused for, to be changed first. */
  | { looked: { refused: string | null } }
  | { refused: string };
