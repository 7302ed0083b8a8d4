"use client";

import dynamic from "next/dynamic";
import { useMemo, useRef, useState } from "react";
import type { Standing } from "@/core/climb/standing";
import { planPiece } from "@/core/piece/plan";
import { isClosed, type BenchInstrument, type BenchPiece } from "@/core/records/bench";
import type { LengthUnit } from "@/core/units/length";
import type { Salvage } from "@/core/shelf/salvage";
import { stillGood } from "@/core/shelf/stillGood";
import { canBeSigned } from "@/core/verdict/verdict";
import { BarDrawing } from "../bar/BarDrawing";
import { headlineOf } from "../words/verdict";
import { useNarrow } from "../kit/useNarrow";
import { BenchFooter } from "./BenchFooter";
import { BenchHeader } from "./BenchHeader";
import { BenchSlate } from "./BenchSlate";
import { Declared } from "./Declared";
import { DeviceNotes } from "./DeviceNotes";
import { DefectList } from "./DefectList";
import type { Onlooker } from "./Calls";
import { Photos } from "./Photos";
import type { DeviceDoor } from "./ReadingField";
import { OrderChoice } from "./OrderChoice";
import { useBenchOrder } from "./useBenchOrder";
import { ShownTo } from "./ShownTo";
import { StageChecks } from "./StageChecks";
import { StationRow } from "./StationRow";
import { TryList } from "./TryList";
import { useBench } from "./useBench";
import { useBenchKeys } from "./useBenchKeys";
import { useNotes } from "./useNotes";
import { useCauses, type CauseHistory } from "./useCauses";
import { useSigning } from "./useSigning";
import { useOnTheBar } from "./useOnTheBar";
import { useStations } from "./useStations";

const DefectDialog = dynamic(
  () => import("./DefectDialog").then(({ DefectDialog: loaded }) => loaded),
  { ssr: false },
);
const OverrideDialog = dynamic(
  () => import("./OverrideDialog").then(({ OverrideDialog: loaded }) => loaded),
  { ssr: false },
);
const Calls = dynamic(() => import("./Calls").then(({ Calls: loaded }) => loaded), { ssr: false });
const Devices = dynamic(() => import("./Devices").then(({ Devices: loaded }) => loaded), {
  ssr: false,
});

interface BenchViewProps {
  loaded: BenchPiece;
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

/** The bench: the bar on top, what is measured below it, what follows from it on the slate. */
export function BenchView({
  loaded,
  instruments,
  standing,
  history,
  onlookers,
  salvage,
  today,
  person,
}: BenchViewProps) {
  const narrow = useNarrow();
  const [order, keepOrder] = useBenchOrder();
  const bench = useBench(loaded, instruments, { personId: person.id, order });
  const { piece, verdict } = bench;
  const { characteristics } = piece;
  const { unit } = person;
  const closed = isClosed(loaded);
  const stations = useStations(bench, instruments, closed);
  const notes = useNotes(bench, closed);
  const causes = useCauses(bench, history);
  const { active, judgements } = stations;
  const signing = useSigning(bench, {
    may: person.maySign && !closed,
    onSigned: () => stations.pick(null),
  });
  const plan = useMemo(() => planPiece(piece.piece), [piece.piece]);
  const [open, setOpen] = useState<"defect" | "override" | null>(null);
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
  const mayOverride = signing.may && canBeSigned(verdict);

  const onKey = useBenchKeys({
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
    o: () => mayOverride && setOpen("override"),
    s: () => void signing.sign(null),
  });

  const { drawn, pins } = useOnTheBar(piece, plan.straightLengthMm, stations);

  return (
    <div className="flex grow flex-col">
      <main className="grid grow items-start lg:grid-cols-[minmax(0,1fr)_376px]">
        <div className="min-w-0 p-5">
          <BenchHeader
            piece={piece}
            closed={closed}
            heatSince={heatSince}
            onTally={mayTally ? tally : undefined}
          />
          <section aria-label="The bar" className="border border-rule bg-sheet px-2 pt-3">
            <BarDrawing
              piece={piece.piece}
              plan={plan}
              view="forged"
              unit={unit}
              stations={drawn}
              pins={pins}
              widthPx={narrow ? 420 : 860}
            />
          </section>
          <StationRow
            bench={bench}
            stations={stations}
            grade={piece.rules.grades[piece.exercise.step]}
            unit={unit}
            closed={closed}
            onPick={stations.pick}
            onKey={onKey}
            door={door}
          />
          {closed ? null : <OrderChoice order={order} onOrder={keepOrder} />}
          {calling ? (
            <Calls
              active={active}
              characteristics={characteristics}
              judgements={judgements}
              calls={piece.calls}
              onlookers={onlookers}
              unit={unit}
              closed={closed}
              onCall={notes.call}
            />
          ) : null}
          {devices && !closed ? (
            <Devices
              piece={piece}
              stations={stations}
              finishedMassKg={plan.finishedMassKg}
              heatSince={heatSince}
              door={door}
              onNote={notes.noteDevice}
            />
          ) : null}
          <DeviceNotes notes={piece.deviceNotes} onDevice={bench.onDevice} />
          <TryList
            asked={piece.triesAsked}
            answers={piece.tries}
            closed={closed}
            onDevice={bench.onDevice}
            onAnswer={notes.answerTry}
          />
          <DefectList
            defects={piece.defects}
            closed={closed}
            onDevice={bench.onDevice}
            onChange={notes.changeDefect}
            onAdd={() => setOpen("defect")}
          />
          {mayTally ? (
            <>
              <Declared
                corrections={piece.corrections}
                allowed={piece.correctionsAllowed}
                aids={piece.aids}
                closed={closed}
                onDeclare={notes.declare}
              />
              <ShownTo piece={piece} closed={closed} />
            </>
          ) : null}
          <StageChecks
            stages={piece.stages}
            checks={piece.stageChecks}
            unit={unit}
            grade={piece.rules.grades[piece.exercise.step]}
            closed={closed}
            onDevice={bench.onDevice}
            onCheck={notes.checkStage}
          />
          <Photos pieceId={piece.id} photos={piece.photos} closed={closed} />
        </div>
        <BenchSlate
          bench={bench}
          unit={unit}
          closed={closed}
          standing={standing}
          gained={standing.step > stepBefore}
          instruments={instruments}
          causes={causes}
          left={stillGood(salvage, piece.piece, {
            characteristics,
            verdict,
            defects: piece.defects,
          })}
          signing={signing}
          onPick={closed ? undefined : stations.pick}
          onOverride={mayOverride ? () => setOpen("override") : undefined}
        />
      </main>
      <BenchFooter
        stations={stations}
        today={today}
        closed={closed}
        maySign={mayOverride}
        untried={verdict.untried.length > 0}
        onDevice={bench.onDevice.size}
        devices={devices}
        onDevices={() => setDevices(!devices)}
        pieceId={piece.id}
        headline={headlineOf(verdict)}
        calling={calling}
        onCalling={() => setCalling(!calling)}
        mayTally={mayTally}
      />
      {open === "defect" ? (
        <DefectDialog
          open
          onOpenChange={() => setOpen(null)}
          unit={unit}
          places={characteristics
            .filter(({ measure }) => measure !== "length")
            .map(({ name, atMm }) => ({ label: name, atMm }))}
          stages={piece.stages.map(({ title }) => title)}
          onNote={(noted) => {
            setOpen(null);
            notes.noteDefect(noted);
          }}
        />
      ) : null}
      {open === "override" && verdict.outcome ? (
        <OverrideDialog
          computed={verdict.outcome}
          onOpenChange={() => setOpen(null)}
          onDecide={(override) => {
            setOpen(null);
            void signing.sign(override);
          }}
        />
      ) : null}
    </div>
  );
}
