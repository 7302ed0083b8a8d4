"use client";

import dynamic from "next/dynamic";
import { stillGood } from "@/core/shelf/stillGood";
import type { LengthUnit } from "@/core/units/length";
import { headlineOf } from "../words/verdict";
import { BenchFooter } from "./BenchFooter";
import { BenchSlate } from "./BenchSlate";
import { BenchWork } from "./BenchWork";
import { keepOutline, takeFromPicture } from "./takeFromPicture";
import { useBenchPage, type BenchPage, type BenchViewProps } from "./useBenchPage";

const DefectDialog = dynamic(
  () => import("./DefectDialog").then(({ DefectDialog: loaded }) => loaded),
  { ssr: false },
);
const OverrideDialog = dynamic(
  () => import("./OverrideDialog").then(({ OverrideDialog: loaded }) => loaded),
  { ssr: false },
);

const PictureBench = dynamic(
  () => import("../photo/PictureBench").then(({ PictureBench: loaded }) => loaded),
  { ssr: false },
);

/** The bench: the bar on top, what is measured below it, what follows from it on the slate. */
export function BenchView(props: BenchViewProps) {
  const { instruments, standing, onlookers, salvage, today, person } = props;
  const { unit } = person;
  const page = useBenchPage(props);
  const { bench, stations, signing, closed, devices, calling, mayOverride, setOpen } = page;
  const { piece, verdict } = bench;
  const { characteristics, defects } = piece;
  if (page.open === "picture" && !closed)
    return (
      <PictureBench
        piece={piece}
        unit={unit}
        instrument={instruments.find(({ kind }) => kind === "photograph")}
        onTake={(instrument, lines, outline) => {
          takeFromPicture(bench, instrument, lines);
          keepOutline(bench, outline);
          setOpen(null);
        }}
        onClose={() => setOpen(null)}
      />
    );
  return (
    <div className="flex grow flex-col">
      <main className="grid grow items-start lg:grid-cols-[minmax(0,1fr)_376px]">
        <div className="min-w-0 p-5">
          <BenchWork page={page} onlookers={onlookers} unit={unit} />
        </div>
        <BenchSlate
          bench={bench}
          unit={unit}
          closed={closed}
          standing={standing}
          gained={page.gained}
          instruments={instruments}
          causes={page.causes}
          left={stillGood(salvage, piece.piece, { characteristics, verdict, defects })}
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
        onDevices={() => page.setDevices(!devices)}
        onPicture={() => setOpen("picture")}
        pieceId={piece.id}
        headline={headlineOf(verdict)}
        calling={calling}
        onCalling={() => page.setCalling(!calling)}
        mayTally={page.mayTally}
      />
      <BenchDialogs page={page} unit={unit} />
    </div>
  );
}

/** Noting a defect, and deciding otherwise than the verdict. */
function BenchDialogs({ page, unit }: { page: BenchPage; unit: LengthUnit }) {
  const { bench, notes, signing, open, setOpen } = page;
  const { piece, verdict } = bench;
  const close = () => setOpen(null);
  if (open === "defect")
    return (
      <DefectDialog
        open
        onOpenChange={close}
        unit={unit}
        places={piece.characteristics
          .filter(({ measure }) => measure !== "length")
          .map(({ name, atMm }) => ({ label: name, atMm }))}
        stages={piece.stages.map(({ title }) => title)}
        onNote={(noted) => {
          close();
          notes.noteDefect(noted);
        }}
      />
    );
  if (open === "override")
    return (
      <OverrideDialog
        computed={verdict.outcome}
        onOpenChange={close}
        onDecide={(override) => {
          close();
          void signing.sign(override);
        }}
      />
    );
  return null;
}
