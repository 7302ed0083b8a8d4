"use client";

import dynamic from "next/dynamic";
import { useMemo, useRef, useState } from "react";
import type { Standing } from "@/core/climb/standing";
import { planPiece } from "@/core/piece/plan";
import { isClosed, type BenchInstrument, type BenchPiece } from "@/core/records/bench";
import type { Aid, Correction } from "@/core/trade/declared";
import { defectKind } from "@/core/trade/defects";
import type { LengthUnit } from "@/core/units/length";
import type { Judgement } from "@/core/verdict/judge";
import { canBeSigned } from "@/core/verdict/verdict";
import { BarDrawing, type BarStation } from "../bar/BarDrawing";
import { newId } from "../command";
import { BenchFooter } from "./BenchFooter";
import { BenchHeader } from "./BenchHeader";
import { BenchSlate } from "./BenchSlate";
import { Declared } from "./Declared";
import { DefectList } from "./DefectList";
import type { DeviceDoor } from "./ReadingField";
import { StationRow } from "./StationRow";
import { TryList } from "./TryList";
import { useBench } from "./useBench";
import { useBenchKeys } from "./useBenchKeys";
import { useCauses, type CauseHistory } from "./useCauses";
import { useSigning } from "./useSigning";
import { useStations } from "./useStations";

const DefectDialog = dynamic(
  () => import("./DefectDialog").then(({ DefectDialog: loaded }) => loaded),
  { ssr: false },
);
const OverrideDialog = dynamic(
  () => import("./OverrideDialog").then(({ OverrideDialog: loaded }) => loaded),
  { ssr: false },
);
const Devices = dynamic(() => import("./Devices").then(({ Devices: loaded }) => loaded), {
  ssr: false,
});

interface BenchViewProps {
  loaded: BenchPiece;
  instruments: readonly BenchInstrument[];
  standing: Standing;
  history: CauseHistory;
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
  today,
  person,
}: BenchViewProps) {
  const bench = useBench(loaded, instruments, person.id);
  const { piece, verdict, record } = bench;
  const { characteristics } = piece;
  const { unit } = person;
  const closed = isClosed(loaded);
  const stations = useStations(bench, instruments, closed);
  const causes = useCauses(bench, history);
  const { active, judgements } = stations;
  const signing = useSigning(bench, {
    may: person.maySign && !closed,
    onSigned: () => stations.pick(null),
  });
  const plan = useMemo(() => planPiece(piece.piece), [piece.piece]);
  const [preview, setPreview] = useState<Judgement | null>(null);
  const [open, setOpen] = useState<"defect" | "override" | null>(null);
  const [devices, setDevices] = useState(false);
  const [heatSince, setHeatSince] = useState<number | null>(null);
  const [stepBefore] = useState(standing.step);
  const door = useRef<DeviceDoor>(null);

  const pick = (id: string | null) => {
    setPreview(null);
    stations.pick(id);
  };
  const tally = (heats: number, minutes: number) => {
    if (closed || heats < 0 || minutes < 0 || heats > 99 || minutes > 999) return;
    if (heats > piece.heats) setHeatSince(Date.now());
    record({ name: "tally-piece", input: { pieceId: piece.id, heats, minutes } });
  };
  const answerTry = (question: string | undefined, works: boolean) => {
    if (closed || question === undefined) return;
    record({
      name: "answer-try",
      input: {
        tryId: newId(),
        pieceId: piece.id,
        question,
        works,
        answeredAt: new Date().toISOString(),
      },
    });
  };
  const declare = (declared: { corrections: Correction[]; aids: Aid[] }) =>
    record({ name: "declare-work", input: { pieceId: piece.id, ...declared } });
  const mayOverride = signing.may && canBeSigned(verdict);

  const onKey = useBenchKeys({
    ArrowUp: () => stations.move(-1),
    ArrowLeft: () => stations.move(-1),
    ArrowRight: () => stations.move(1),
    d: () => !closed && setOpen("defect"),
    h: () => tally(piece.heats + 1, piece.minutes),
    m: () => tally(piece.heats, piece.minutes + 1),
    y: () => answerTry(verdict.untried[0], true),
    n: () => answerTry(verdict.untried[0], false),
    i: () => stations.holdNext(),
    v: () => setDevices(!devices),
    o: () => mayOverride && setOpen("override"),
    s: () => void signing.sign(null),
  });

  const drawn: BarStation[] = characteristics.map(({ id, atMm }, index) => ({
    number: index + 1,
    atMm,
    state: id === active?.id ? "active" : judgements.has(id) ? "done" : "waiting",
  }));
  const pins = piece.defects.map(({ id, kind, atMm, corrected }) => ({
    id,
    atMm: atMm ?? plan.straightLengthMm / 2,
    label: `${defectKind(kind)?.name.toLowerCase() ?? kind}${corrected ? ", put right" : ""}`,
  }));

  return (
    <div className="flex grow flex-col">
      <main className="grid grow items-start lg:grid-cols-[minmax(0,1fr)_376px]">
        <div className="min-w-0 p-5">
          <BenchHeader piece={piece} closed={closed} heatSince={heatSince} onTally={tally} />
          <section aria-label="The bar" className="border border-rule bg-sheet px-2 pt-3">
            <BarDrawing
              piece={piece.piece}
              plan={plan}
              view="forged"
              unit={unit}
              stations={drawn}
              pins={pins}
            />
          </section>
          <StationRow
            bench={bench}
            stations={stations}
            grade={piece.rules.grades[piece.exercise.step]}
            unit={unit}
            closed={closed}
            preview={preview}
            onPick={pick}
            onPreview={setPreview}
            onKey={onKey}
            door={door}
          />
          {devices && !closed ? <Devices piece={piece} stations={stations} door={door} /> : null}
          <TryList
            asked={piece.triesAsked}
            answers={piece.tries}
            closed={closed}
            onDevice={bench.onDevice}
            onAnswer={answerTry}
          />
          <DefectList
            defects={piece.defects}
            closed={closed}
            onDevice={bench.onDevice}
            onChange={(defectId, change) =>
              record({ name: "change-defect", input: { defectId, ...change } })
            }
            onAdd={() => setOpen("defect")}
          />
          <Declared
            corrections={piece.corrections}
            allowed={piece.correctionsAllowed}
            aids={piece.aids}
            closed={closed}
            onDeclare={declare}
          />
        </div>
        <BenchSlate
          bench={bench}
          unit={unit}
          closed={closed}
          standing={standing}
          gained={standing.step > stepBefore}
          instruments={instruments}
          causes={causes}
          signing={signing}
          onPick={closed ? undefined : pick}
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
      />
      {open === "defect" ? (
        <DefectDialog
          open
          onOpenChange={() => setOpen(null)}
          unit={unit}
          places={characteristics
            .filter(({ measure }) => measure !== "length")
            .map(({ name, atMm }) => ({ label: name, atMm }))}
          onNote={(noted) => {
            setOpen(null);
            record({
              name: "note-defect",
              input: {
                ...noted,
                defectId: newId(),
                pieceId: piece.id,
                notedAt: new Date().toISOString(),
              },
            });
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
