import type { PieceOutline } from "@/core/photo/outline";
import type { BenchInstrument } from "@/core/records/bench";
import { newId } from "../command";
import type { PictureLine } from "../photo/useReadings";
import type { Bench } from "./useBench";

/** Puts readings of a picture on record, each with how sure it is, in the place of what stands. */
export function takeFromPicture(
  { piece, record }: Bench,
  instrument: BenchInstrument,
  lines: readonly PictureLine[],
): void {
  for (const { line, values, uncertainty, isCorrected } of lines) {
    if (!values) continue;
    const standing = piece.readings.findLast(
      ({ characteristicId }) => characteristicId === line.id,
    );
    record({
      name: "take-reading",
      input: {
        readingId: newId(),
        pieceId: piece.id,
        characteristicId: line.id,
        values: values.map((value) => Math.max(0, Number(value.toFixed(3)))),
        typed: isCorrected ? "from a picture, corrected" : "from a picture",
        instrumentId: instrument.id,
        uncertainty,
        supersedesId: standing?.id ?? null,
        takenAt: new Date().toISOString(),
      },
    });
  }
}

/** Keeps the outline of a picture with the piece, to be laid over others. */
export function keepOutline({ piece, record }: Bench, outline: PieceOutline): void {
  record({
    name: "keep-outline",
    input: {
      outlineId: newId(),
      pieceId: piece.id,
      outline,
      takenAt: new Date().toISOString(),
    },
  });
}
