"use client";

import dynamic from "next/dynamic";
import type { LengthUnit } from "@/core/units/length";
import { BarDrawing } from "../bar/BarDrawing";
import { ABOVE_KEYS, bringIntoSight } from "../kit/bringIntoSight";
import { useNarrow } from "../kit/useNarrow";
import { BenchHeader } from "./BenchHeader";
import type { Onlooker } from "./Calls";
import { Declared } from "./Declared";
import { DefectList } from "./DefectList";
import { DeviceNotes } from "./DeviceNotes";
import { OrderChoice } from "./OrderChoice";
import { Photos } from "./Photos";
import { ShownTo } from "./ShownTo";
import { StageChecks } from "./StageChecks";
import { StationRow } from "./StationRow";
import { TryList } from "./TryList";
import type { BenchPage } from "./useBenchPage";

const Calls = dynamic(() => import("./Calls").then(({ Calls: loaded }) => loaded), { ssr: false });
const Devices = dynamic(() => import("./Devices").then(({ Devices: loaded }) => loaded), {
  ssr: false,
});

/** What is done at the bench: the bar, its stations, and everything else that is noted of the piece. */
export function BenchWork({
  page,
  onlookers,
  unit,
}: {
  page: BenchPage;
  onlookers: readonly Onlooker[];
  unit: LengthUnit;
}) {
  const narrow = useNarrow();
  const { bench, stations, notes, plan, closed, door, onKey, heatSince, mayTally } = page;
  const { piece } = bench;
  const { characteristics } = piece;
  const { active, judgements } = stations;
  const grade = piece.rules.grades[piece.exercise.step];
  return (
    <>
      <BenchHeader
        piece={piece}
        closed={closed}
        heatSince={heatSince}
        onTally={mayTally ? page.tally : undefined}
      />
      <section
        aria-label="The bar"
        className="border border-rule bg-sheet px-2 pt-3 [&>svg]:max-h-[40vh]"
      >
        <BarDrawing
          {...page.onTheBar.bar}
          view="forged"
          unit={unit}
          stations={page.onTheBar.drawn}
          pins={page.onTheBar.pins}
          widthPx={narrow ? 420 : 860}
        />
      </section>
      <StationRow
        bench={bench}
        stations={stations}
        grade={grade}
        unit={unit}
        closed={closed}
        onPick={stations.pick}
        onKey={onKey}
        door={door}
      />
      {closed ? null : (
        <OrderChoice knowsDoubt={bench.mayEndEarly} order={page.order} onOrder={page.keepOrder} />
      )}
      {page.calling ? (
        <div ref={bringIntoSight} className={ABOVE_KEYS}>
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
        </div>
      ) : null}
      {page.devices && !closed ? (
        <div ref={bringIntoSight} className={ABOVE_KEYS}>
          <Devices
            piece={piece}
            stations={stations}
            finishedMassKg={plan.finishedMassKg}
            heatSince={heatSince}
            door={door}
            onNote={notes.noteDevice}
          />
        </div>
      ) : null}
      <DeviceNotes notes={piece.deviceNotes} onDevice={bench.onDevice} />
      <TryList
        asked={piece.triesAsked}
        answers={piece.tries}
        closed={closed}
        onDevice={bench.onDevice}
        next={active || closed ? null : (bench.verdict.untried[0] ?? null)}
        onAnswer={notes.answerTry}
      />
      <DefectList
        defects={piece.defects}
        closed={closed}
        onDevice={bench.onDevice}
        onChange={notes.changeDefect}
        onAdd={() => page.setOpen("defect")}
      />
      {mayTally ? (
        <>
          <Declared
            corrections={piece.corrections}
            undeclared={piece.undeclared}
            aids={piece.aids}
            allowed={piece.correctionsAllowed}
            mayFind={!piece.selfCheck}
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
        grade={grade}
        closed={closed}
        onDevice={bench.onDevice}
        onCheck={notes.checkStage}
      />
      <Photos pieceId={piece.id} photos={piece.photos} closed={closed} />
    </>
  );
}
