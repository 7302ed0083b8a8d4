"use client";

import { useMemo } from "react";
import type { StageReading } from "@/core/records/bench";
import type { CommandInput } from "@/core/records/commands";
import { newId } from "../command";
import type { Bench } from "./useBench";

export type DeclaredWork = Required<Omit<CommandInput<"declare-work">, "pieceId">>;

export type NotedDefect = Pick<
  CommandInput<"note-defect">,
  "kind" | "severity" | "atMm" | "note" | "stage"
>;

export interface Notes {
  tally: (heats: number, minutes: number) => void;
  answerTry: (question: string | undefined, works: boolean) => void;
  declare: (declared: DeclaredWork) => void;
  noteDevice: (sent: CommandInput<"note-device">["sent"]) => void;
  checkStage: (stage: number, holds: boolean, readings: StageReading[]) => void;
  call: (characteristicId: string, callerId: string, called: number) => void;
  noteDefect: (noted: NotedDefect) => void;
  changeDefect: (defectId: string, change: { corrected: boolean; withdrawn: boolean }) => void;
}

const now = () => new Date().toISOString();

/** Everything recorded at the bench besides readings; on a closed piece nothing is. */
export function useNotes({ piece, record }: Bench, closed: boolean): Notes {
  const pieceId = piece.id;
  return useMemo(() => notesFor(pieceId, record, closed), [pieceId, record, closed]);
}

function notesFor(pieceId: string, record: Bench["record"], closed: boolean): Notes {
  const unlessClosed =
    <Given extends unknown[]>(act: (...given: Given) => void) =>
    (...given: Given) => {
      if (!closed) act(...given);
    };
  return {
    tally: unlessClosed((heats: number, minutes: number) => {
      if (heats < 0 || minutes < 0 || heats > 99 || minutes > 999) return;
      record({ name: "tally-piece", input: { pieceId, heats, minutes } });
    }),
    answerTry: unlessClosed((question: string | undefined, works: boolean) => {
      if (question === undefined) return;
      const input = { tryId: newId(), pieceId, question, works, answeredAt: now() };
      record({ name: "answer-try", input });
    }),
    declare: unlessClosed((declared: DeclaredWork) =>
      record({ name: "declare-work", input: { pieceId, ...declared } }),
    ),
    noteDevice: unlessClosed((sent: CommandInput<"note-device">["sent"]) =>
      record({ name: "note-device", input: { noteId: newId(), pieceId, sent, notedAt: now() } }),
    ),
    checkStage: unlessClosed((stage: number, holds: boolean, readings: StageReading[]) =>
      record({
        name: "check-stage",
        input: { checkId: newId(), pieceId, stage, holds, readings, checkedAt: now() },
      }),
    ),
    call: unlessClosed((characteristicId: string, callerId: string, called: number) =>
      record({
        name: "call-size",
        input: { callId: newId(), pieceId, characteristicId, callerId, called, calledAt: now() },
      }),
    ),
    noteDefect: unlessClosed((noted: NotedDefect) =>
      record({
        name: "note-defect",
        input: { ...noted, defectId: newId(), pieceId, notedAt: now() },
      }),
    ),
    changeDefect: (defectId, change) =>
      record({ name: "change-defect", input: { defectId, ...change } }),
  };
}
