"use client";

import { useMemo, useState } from "react";
import type { Characteristic } from "@/core/measure/characteristic";
import type { BenchInstrument } from "@/core/records/bench";
import type { Judgement } from "@/core/measure/judge";
import { newId } from "../command";
import type { Bench } from "./useBench";

export interface Stations {
  active: Characteristic | undefined;
  /** What the active station is measured with, and what else could measure it. */
  instrument: BenchInstrument | undefined;
  fitting: readonly BenchInstrument[];
  judgements: ReadonlyMap<string, Judgement>;
  pick: (id: string | null) => void;
  /** Lights the first that isn't measured. */
  startAnew: () => void;
  move: (by: number) => void;
  hold: (instrumentId: string) => void;
  /** Takes up the next of those that fit. */
  holdNext: () => void;
  take: (values: number[], typed: string) => void;
}

/** Which station is lit and which comes next, and what it is measured with. */
export function useStations(
  bench: Bench,
  instruments: readonly BenchInstrument[],
  closed: boolean,
): Stations {
  const { piece, verdict, record } = bench;
  const { characteristics } = piece;
  // Until one is picked the first that isn't measured is lit, whatever order or readings come in.
  const [picked, setPicked] = useState<string | null>();
  const activeId = picked === undefined ? (verdict.unmeasured[0] ?? null) : picked;
  const [held, setHeld] = useState<string | null>(null);
  const active = closed ? undefined : characteristics.find(({ id }) => id === activeId);
  const judgements = useMemo(
    () => new Map(verdict.judgements.map((judgement) => [judgement.characteristicId, judgement])),
    [verdict.judgements],
  );

  const fitting = active ? instrumentsFor(active, instruments) : [];
  const instrument = fitting.find(({ id }) => id === held) ?? fitting[0];

  function move(by: number) {
    const at = characteristics.findIndex(({ id }) => id === activeId);
    const from = at < 0 ? (by > 0 ? -1 : characteristics.length) : at;
    const next = characteristics[from + by];
    if (next) setPicked(next.id);
  }

  /** The next to light: what isn't measured yet, further on first; then what is off size further on. */
  function stationAfter(taken: Characteristic): string | null {
    const at = characteristics.indexOf(taken);
    const unmeasured = characteristics.filter(
      ({ id }) => id !== taken.id && verdict.unmeasured.includes(id),
    );
    const isOff = (id: string) => (judgements.get(id)?.state ?? "on-size") !== "on-size";
    const next =
      unmeasured.find((one) => characteristics.indexOf(one) > at) ??
      unmeasured[0] ??
      characteristics.slice(at + 1).find(({ id }) => isOff(id));
    return next?.id ?? null;
  }

  function take(values: number[], typed: string) {
    if (!active || !instrument) return;
    const standing = piece.readings.findLast(
      ({ characteristicId }) => characteristicId === active.id,
    );
    record({
      name: "take-reading",
      input: {
        readingId: newId(),
        pieceId: piece.id,
        characteristicId: active.id,
        values,
        typed: typed.slice(0, 160),
        instrumentId: instrument.id,
        supersedesId: standing?.id ?? null,
        takenAt: new Date().toISOString(),
      },
    });
    setPicked(stationAfter(active));
  }

  const holdNext = () => {
    const next = fitting[(fitting.findIndex((one) => one === instrument) + 1) % fitting.length];
    if (next) setHeld(next.id);
  };

  return {
    active,
    instrument,
    fitting,
    judgements,
    pick: setPicked,
    startAnew: () => setPicked(undefined),
    move,
    hold: setHeld,
    holdNext,
    take,
  };
}

/** What can measure a characteristic: its own kind of instrument, and a caliper in place of a rule. */
function instrumentsFor(
  { instrument }: Characteristic,
  instruments: readonly BenchInstrument[],
): BenchInstrument[] {
  const own = instruments.filter(({ kind }) => kind === instrument);
  const finer = instrument === "rule" ? instruments.filter(({ kind }) => kind === "caliper") : [];
  const fitting = [...own, ...finer];
  return fitting.length > 0 ? fitting : instruments.slice(0, 1);
}
