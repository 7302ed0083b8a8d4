"use client";

import { useRef, useState } from "react";
import type { Plan } from "@/core/piece/plan";
import type { Standing } from "@/core/climb/standing";
import type { BenchOrder } from "@/core/measure/order";
import { isClosed, type BenchInstrument, type BenchPiece } from "@/core/records/bench";
import type { Salvage } from "@/core/shelf/salvage";
import type { LengthUnit } from "@/core/units/length";
import { canBeDecided } from "@/core/verdict/verdict";
import type { Onlooker } from "./Calls";
import type { DeviceDoor } from "./ReadingField";
import { useBench } from "./useBench";
import { useBenchKeys } from "./useBenchKeys";
import { useBenchOrder } from "./useBenchOrder";
import { useCauses, type CauseHistory } from "./useCauses";
import { useNotes } from "./useNotes";
import { useOnTheBar, type BenchPlan } from "./useOnTheBar";
import { useSigning } from "./useSigning";
import { useStations } from "./useStations";

export interface BenchViewProps {
  loaded: BenchPiece;
  /** Planned at the server: the bench only draws it. */
  plan: BenchPlan & Pick<Plan, "finishedMassKg">;
  instruments: readonly BenchInstrument[];
  standing: Standing;
  history: CauseHistory;
  /** The learner, and who stands round the bench. */
  onlookers: readonly Onlooker[];
  /** What its plain stretches would still make, if it is spoiled. */
  salvage: readonly Salvage[];
  /** Date at the server, for checks that have run out. */
  today: string;
  person: { id: string; unit: LengthUnit; maySign: boolean };
}

/** Everything the bench holds and does, for its parts to show. */
export function useBenchPage({
  loaded,
  plan,
  instruments,
  standing,
  history,
  person,
}: Pick<BenchViewProps, "loaded" | "plan" | "instruments" | "standing" | "history" | "person">) {
  const [order, setOrder] = useBenchOrder(loaded.mayStop !== undefined);
  const bench = useBench(loaded, instruments, { personId: person.id, order });
  const { piece, verdict } = bench;
  // What is signed waits for the server as it is.
  const closed = isClosed(loaded) || bench.signature !== null;
  const stations = useStations(bench, instruments, closed);
  const notes = useNotes(bench, closed);
  const causes = useCauses(bench, history);
  const signing = useSigning(bench, {
    may: person.maySign && !isClosed(loaded),
    onSigned: () => stations.pick(null),
  });
  const [open, setOpen] = useState<"defect" | "override" | "picture" | null>(null);
  const [devices, setDevices] = useState(false);
  const [calling, setCalling] = useState(loaded.calls.length > 0);
  const [heatSince, setHeatSince] = useState<number | null>(null);
  const [stepBefore] = useState(standing.step);
  const door = useRef<DeviceDoor>(null);

  /** Of an assessed piece heats and minutes belong to the inspection. */
  const mayTally = !piece.selfCheck || piece.kind === "practice";
  const tally = (heats: number, minutes: number) => {
    if (!mayTally) return;
    if (heats > piece.heats && !closed) setHeatSince(Date.now());
    notes.tally(heats, minutes);
  };
  const keepOrder = (next: BenchOrder) => {
    setOrder(next);
    stations.startAnew();
  };
  const mayOverride = signing.may && !closed && canBeDecided(verdict);

  const keys: Parameters<typeof useBenchKeys>[0] = {
    ArrowUp: () => stations.move(-1),
    ArrowLeft: () => stations.move(-1),
    ArrowRight: () => stations.move(1),
    d: () => !closed && setOpen("defect"),
    h: () => tally(piece.heats + 1, piece.minutes),
    m: () => tally(piece.heats, piece.minutes + 1),
    y: () => notes.answerTry(verdict.untried[0], true),
    n: () => notes.answerTry(verdict.untried[0], false),
    i: () => stations.holdNext(),
    c: () => setCalling(!calling),
    v: () => setDevices(!devices),
    p: () => !closed && setOpen("picture"),
    o: () => mayOverride && setOpen("override"),
    s: () => void signing.sign(null),
  };
  // A picture has keys of its own, and covers what the bench's would change.
  const onKey = useBenchKeys(open === "picture" ? {} : keys);

  return {
    ...{ bench, stations, notes, causes, signing, plan, closed, door, onKey },
    ...{ open, setOpen, devices, setDevices, calling, setCalling, heatSince, order, keepOrder },
    ...{ mayTally, tally, mayOverride },
    onTheBar: useOnTheBar(piece, plan, stations),
    gained: standing.step > stepBefore,
  };
}

export type BenchPage = ReturnType<typeof useBenchPage>;
