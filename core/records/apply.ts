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
  | { name: "keep-outline"; input: CommandInput<"keep-outline"> }
  | { name: "note-device"; input: CommandInput<"note-device"> }
  | { name: "declare-work"; input: CommandInput<"declare-work"> }
  | { name: "sign-verdict"; input: CommandInput<"sign-verdict"> };

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
    case "keep-outline":
      return input.outlineId;
    case "note-device":
      return input.noteId;
    case "declare-work":
      return `${input.pieceId}:declared`;
    case "sign-verdict":
      return input.verdictId;
  }
}

type Applier<Name extends BenchEvent["name"]> = (
  piece: BenchPiece,
  input: CommandInput<Name>,
  instruments: readonly BenchInstrument[],
) => BenchPiece;

const has = (all: readonly { id: string }[], id: string) => all.some((one) => one.id === id);

const APPLIERS: { [Name in BenchEvent["name"]]: Applier<Name> } = {
  "take-reading": withReading,
  "note-defect": (piece, { defectId: id, kind, severity, atMm, note, stage }) => {
    if (has(piece.defects, id)) return piece;
    const noted = { id, kind, severity, atMm, note, stage, corrected: false, withdrawn: false };
    return { ...piece, defects: [...piece.defects, noted] };
  },
  "change-defect": (piece, { defectId, corrected, withdrawn }) => {
    const defects = piece.defects.map((defect) =>
      defect.id === defectId ? { ...defect, corrected, withdrawn } : defect,
    );
    return { ...piece, defects: defects.filter((defect) => !defect.withdrawn) };
  },
  "tally-piece": (piece, { heats, minutes }) => ({ ...piece, heats, minutes }),
  "answer-try": (piece, { tryId: id, question, works }) => {
    if (has(piece.tries, id)) return piece;
    const others = piece.tries.filter((answered) => answered.question !== question);
    return { ...piece, tries: [...others, { id, question, works }] };
  },
  "check-stage": (piece, { checkId: id, stage, holds, readings = [] }) => {
    if (has(piece.stageChecks, id)) return piece;
    const others = piece.stageChecks.filter((checked) => checked.stage !== stage);
    return { ...piece, stageChecks: [...others, { id, stage, holds, readings }] };
  },
  "call-size": (piece, { callId: id, characteristicId, callerId, called }) => {
    const isThere = piece.calls.some(
      (call) =>
        call.id === id ||
        (call.callerId === callerId && call.characteristicId === characteristicId),
    );
    if (isThere) return piece;
    return { ...piece, calls: [...piece.calls, { id, characteristicId, callerId, called }] };
  },
  "note-device": (piece, { noteId: id, sent }) =>
    has(piece.deviceNotes, id)
      ? piece
      : { ...piece, deviceNotes: [...piece.deviceNotes, { id, ...sent }] },
  // What an earlier version kept on a device says nothing of what was found.
  "declare-work": (piece, { corrections, undeclared = [], aids }) => ({
    ...piece,
    ...{ corrections, undeclared, aids },
  }),
  // Of no other reading's doing, and looked at on its own.
  "keep-outline": (piece) => piece,
  // Signed is what the server has signed.
  "sign-verdict": (piece) => piece,
};

/**
 * The piece with an event applied. Applying one again changes nothing, so what
 * the server already has and what still waits on the device can be laid over
 * each other.
 */
export function applyEvent<Name extends BenchEvent["name"]>(
  piece: BenchPiece,
  { name, input }: { name: Name; input: CommandInput<Name> },
  instruments: readonly BenchInstrument[],
): BenchPiece {
  return APPLIERS[name](piece, input, instruments);
}

/** A reading's own uncertainty counts where its instrument has none that is always the same; never below it. */
function uncertaintyOf(instrument: BenchInstrument | undefined, own = 0): number {
  const least = instrument?.uncertainty ?? 0;
  return instrument?.kind === "photograph" ? Math.max(least, own) : least;
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
  const instrumentUncertainty = uncertaintyOf(
    instruments.find((instrument) => instrument.id === instrumentId),
    input.uncertainty,
  );
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
