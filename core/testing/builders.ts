import type { SignedPiece } from "../climb/standing";
import type { Characteristic } from "../measure/characteristic";

/** A thickness read once with the caliper, of the stretch it is named after; what else it is, is said. */
export const thicknessLine = (
  given: Pick<Characteristic, "id" | "nominal"> & Partial<Characteristic>,
): Characteristic => ({
  name: given.id,
  kind: "size",
  measure: "thickness",
  unit: "mm",
  stretch: given.id,
  atMm: 0,
  instrument: "caliper",
  heavyWhen: "above",
  whenLight: "start-again",
  readings: "one",
  tolerance: { sizeMm: given.nominal, coarser: 0 },
  weight: 1,
  ...given,
});

/** An assessed, unaided piece of one exercise, signed the moment it was begun; what else it is, is said. */
export const signedPiece = (
  given: Pick<SignedPiece, "pieceId" | "meetsStep" | "startedAt"> & Partial<SignedPiece>,
): SignedPiece => ({
  exerciseId: "fid",
  exerciseStep: 3,
  kind: "assessed",
  guided: false,
  inPart: false,
  signedAt: given.startedAt,
  madeBefore: null,
  cold: false,
  shown: false,
  worst: null,
  sizes: [],
  ...given,
});
