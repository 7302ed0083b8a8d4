import type { BenchInstrument, BenchPiece } from "./bench";
import type { CommandInput } from "./commands";

/** What the bench sends about a piece; each can be applied here and now, and saved later. */
export type BenchEvent =
  | { name: "take-reading"; input: CommandInput<"take-reading"> }
  | { name: "note-defect"; input: CommandInput<"note-defect"> }
  | { name: "change-defect"; input: CommandInput<"change-defect"> }
  | { name: "tally-piece"; input: CommandInput<"tally-piece"> }
  | { name: "answer-try"; input: CommandInput<"answer-try"> }
  | { name: "check-stage"; input: CommandInput<"check-stage"> }
  | { name: "call-size"; input: CommandInput<"call-size"> }
  | { name: "note-device"; input: CommandInput<"note-device"> }
  | { name: "declare-work"; input: CommandInput<"declare-work"> };

/** The id by which an event is known on the device: the record's own where it has one. */
export function eventId({ name, input }: BenchEvent): string {
  switch (name) {
    case "take-reading":
      return input.readingId;
    case "note-defect":
      return input.defectId;
    case "change-defect":
      return `${input.defectId}:change`;
    case "tally-piece":
      return `${input.pieceId}:tally`;
    case "answer-try":
      return input.tryId;
    case "check-stage":
      return input.checkId;
    case "call-size":
      return input.callId;
    case "note-device":
      return input.noteId;
    case "declare-work":
      return `${input.pieceId}:declared`;
  }
}

/**
 * The piece with an event applied. Applying one again changes nothing, so what
 * the server already has and what still waits on the device can be laid over
 * each other.
 */
export function applyEvent(
  piece: BenchPiece,
  event: BenchEvent,
  instruments: readonly BenchInstrument[],
): BenchPiece {
  switch (event.name) {
    case "take-reading":
      return withReading(piece, event.input, instruments);
    case "note-defect": {
      const { defectId: id, kind, severity, atMm, note, stage } = event.input;
      if (piece.defects.some((defect) => defect.id === id)) return piece;
      const noted = { id, kind, severity, atMm, note, stage, corrected: false, withdrawn: false };
      return { ...piece, defects: [...piece.defects, noted] };
    }
    case "change-defect": {
      const { defectId, corrected, withdrawn } = event.input;
      const defects = piece.defects.map((defect) =>
        defect.id === defectId ? { ...defect, corrected, withdrawn } : defect,
      );
      return { ...piece, defects: defects.filter((defect) => !defect.withdrawn) };
    }
    case "tally-piece":
      return { ...piece, heats: event.input.heats, minutes: event.input.minutes };
    case "answer-try": {
      const { tryId: id, question, works } = event.input;
      if (piece.tries.some((answered) => answered.id === id)) return piece;
      const others = piece.tries.filter((answered) => answered.question !== question);
      return { ...piece, tries: [...others, { id, question, works }] };
    }
    case "check-stage": {
      const { checkId: id, stage, holds, readings = [] } = event.input;
      if (piece.stageChecks.some((checked) => checked.id === id)) return piece;
      const others = piece.stageChecks.filter((checked) => checked.stage !== stage);
      return { ...piece, stageChecks: [...others, { id, stage, holds, readings }] };
    }
    case "call-size": {
      const { callId: id, characteristicId, callerId, called } = event.input;
      const isThere = piece.calls.some(
        (call) =>
          call.id === id ||
          (call.callerId === callerId && call.characteristicId === characteristicId),
      );
      if (isThere) return piece;
      return { ...piece, calls: [...piece.calls, { id, characteristicId, callerId, called }] };
    }
    case "note-device": {
      const { noteId: id, sent } = event.input;
      if (piece.deviceNotes.some((note) => note.id === id)) return piece;
      return { ...piece, deviceNotes: [...piece.deviceNotes, { id, ...sent }] };
    }
    case "declare-work":
      return { ...piece, corrections: event.input.corrections, aids: event.input.aids };
  }
}

function withReading(
  piece: BenchPiece,
  input: CommandInput<"take-reading">,
  instruments: readonly BenchInstrument[],
): BenchPiece {
  const { readingId: id, characteristicId, values, typed, instrumentId, supersedesId } = input;
  // There already, or taken the place of meanwhile, here or on another bench.
  if (piece.readings.some((reading) => reading.id === id || reading.supersedesId === id))
    return piece;
  const instrumentUncertainty =
    instruments.find((instrument) => instrument.id === instrumentId)?.uncertainty ?? 0;
  const reading = {
    id,
    characteristicId,
    values,
    typed,
    instrumentId,
    instrumentUncertainty,
    supersedesId,
  };
  const kept = piece.readings.filter((other) => other.id !== supersedesId);
  return { ...piece, readings: [...kept, reading] };
}
