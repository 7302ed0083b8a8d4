"use client";

import dynamic from "next/dynamic";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useRef, useState, type KeyboardEvent as ReactKey } from "react";
import type { Standing } from "@/core/climb/standing";
import type { Characteristic } from "@/core/measure/characteristic";
import { planPiece } from "@/core/piece/plan";
import type { BenchInstrument, BenchPiece } from "@/core/records/bench";
import { defectKind } from "@/core/trade/defects";
import type { LengthUnit } from "@/core/units/length";
import type { Judgement } from "@/core/verdict/judge";
import { canBeSigned } from "@/core/verdict/verdict";
import { BarDrawing, type BarStation } from "../bar/BarDrawing";
import { newId, sendCommand } from "../command";
import { Key } from "../kit/Key";
import { BenchHeader } from "./BenchHeader";
import { BenchSlate } from "./BenchSlate";
import { DefectList } from "./DefectList";
import { ReadingField } from "./ReadingField";
import { Station } from "./Station";
import { useBench } from "./useBench";

const DefectDialog = dynamic(
  () => import("./DefectDialog").then(({ DefectDialog: loaded }) => loaded),
  { ssr: false },
);

interface BenchViewProps {
  loaded: BenchPiece;
  instruments: readonly BenchInstrument[];
  standing: Standing;
  person: { id: string; unit: LengthUnit; maySign: boolean };
}

/** What an instrument reads in, where it isn't millimetres. */
const INSTRUMENT_UNITS: Partial<Record<BenchInstrument["kind"], string>> = {
  protractor: "°",
  eye: " turns",
};

/** The bench: the bar on top, what is measured below it, what follows from it on the slate. */
export function BenchView({ loaded, instruments, standing, person }: BenchViewProps) {
  const bench = useBench(loaded, instruments, person.id);
  const { piece, verdict, record } = bench;
  const { characteristics } = piece;
  const router = useRouter();
  const { unit } = person;
  const grade = piece.rules.grades[piece.exercise.step];
  const plan = useMemo(() => planPiece(piece.piece), [piece.piece]);
  const judgements = useMemo(
    () => new Map(verdict.judgements.map((judgement) => [judgement.characteristicId, judgement])),
    [verdict],
  );
  const latest = loaded.verdicts.at(-1);
  const closed = latest !== undefined && latest.outcome !== "another-heat";
  const [activeId, setActiveId] = useState<string | null>(
    closed ? null : (verdict.unmeasured[0] ?? null),
  );
  const [preview, setPreview] = useState<Judgement | null>(null);
  const [noting, setNoting] = useState(false);
  const [signing, setSigning] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [stepBefore] = useState(standing.step);
  const started = useRef(false);
  const active = closed ? undefined : characteristics.find(({ id }) => id === activeId);

  // Readings kept on the device arrive a moment after the page: light what is really next, once.
  useEffect(() => {
    if (started.current || closed) return;
    started.current = bench.onDevice.size > 0;
    if (started.current) setActiveId(verdict.unmeasured[0] ?? null);
  }, [bench.onDevice, closed, verdict]);

  const instrumentFor = (characteristic: Characteristic) =>
    instruments.find(({ kind }) => kind === characteristic.instrument) ?? instruments[0];

  function pick(id: string | null) {
    setPreview(null);
    setActiveId(id);
  }

  function move(by: number) {
    const at = characteristics.findIndex(({ id }) => id === activeId);
    const from = at < 0 ? (by > 0 ? -1 : characteristics.length) : at;
    const next = characteristics[from + by];
    if (next) pick(next.id);
  }

  function take(characteristic: Characteristic, values: number[], typed: string) {
    const instrument = instrumentFor(characteristic);
    if (!instrument) return;
    const standingReading = piece.readings.findLast(
      ({ characteristicId }) => characteristicId === characteristic.id,
    );
    record({
      name: "take-reading",
      input: {
        readingId: newId(),
        pieceId: piece.id,
        characteristicId: characteristic.id,
        values,
        typed: typed.slice(0, 60),
        instrumentId: instrument.id,
        supersedesId: standingReading?.id ?? null,
        takenAt: new Date().toISOString(),
      },
    });
    pick(stationAfter(characteristic));
  }

  /** The next to light: what isn't measured yet, here and further on first; then what is off size further on. */
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

  function tally(heats: number, minutes: number) {
    if (closed || heats < 0 || minutes < 0 || heats > 99 || minutes > 999) return;
    record({ name: "tally-piece", input: { pieceId: piece.id, heats, minutes } });
  }

  async function sign() {
    if (signing || closed || !person.maySign || !canBeSigned(verdict)) return;
    setSigning(true);
    setProblem(null);
    const state = await bench.send();
    if (state !== "saved") {
      setProblem(
        "Not signed: some readings are only on this device. They have to reach the server first.",
      );
    } else {
      const answer = await sendCommand("sign-verdict", { verdictId: newId(), pieceId: piece.id });
      if (answer.ok) {
        pick(null);
        router.refresh();
      } else setProblem(answer.error.message);
    }
    setSigning(false);
  }

  /** The bench's own keys, while nothing is typed. */
  function onKey(
    event: Pick<
      KeyboardEvent | ReactKey,
      "key" | "preventDefault" | "ctrlKey" | "metaKey" | "altKey"
    >,
  ) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const keys: Record<string, () => void> = {
      ArrowUp: () => move(-1),
      ArrowLeft: () => move(-1),
      ArrowRight: () => move(1),
      d: () => !closed && setNoting(true),
      h: () => tally(piece.heats + 1, piece.minutes),
      m: () => tally(piece.heats, piece.minutes + 1),
      s: () => void sign(),
    };
    const act = keys[event.key.length === 1 ? event.key.toLowerCase() : event.key];
    if (!act) return;
    event.preventDefault();
    act();
  }

  const keyHandler = useRef(onKey);
  useEffect(() => {
    keyHandler.current = onKey;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (!target.closest("input, select, textarea, [role=dialog], [role=listbox]"))
        keyHandler.current(event);
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);

  const stations: BarStation[] = characteristics.map(({ id, atMm }, index) => ({
    number: index + 1,
    atMm,
    state: id === active?.id ? "active" : judgements.has(id) ? "done" : "waiting",
  }));
  const pins = piece.defects.map(({ id, kind, atMm, corrected }) => ({
    id,
    atMm: atMm ?? plan.straightLengthMm / 2,
    label: `${defectKind(kind)?.name.toLowerCase() ?? kind}${corrected ? ", put right" : ""}`,
  }));
  const readingOf = (id: string) =>
    piece.readings.findLast(({ characteristicId }) => characteristicId === id);
  const activeInstrument = active ? instrumentFor(active) : undefined;

  return (
    <div className="flex grow flex-col">
      <main className="grid grow items-start lg:grid-cols-[minmax(0,1fr)_376px]">
        <div className="p-5">
          <BenchHeader piece={piece} closed={closed} onTally={tally} />
          <section aria-label="The bar" className="border border-rule bg-sheet px-2 pt-3">
            <BarDrawing
              piece={piece.piece}
              plan={plan}
              view="forged"
              unit={unit}
              stations={stations}
              pins={pins}
            />
          </section>
          <ol
            aria-label="To measure"
            className="mt-3 flex overflow-x-auto border-x border-b border-t-2 border-rule border-t-ink bg-sheet"
          >
            {characteristics.map((characteristic, index) => {
              const { id } = characteristic;
              const isActive = id === active?.id;
              const taken = judgements.get(id) ?? null;
              return (
                <Station
                  key={id}
                  number={index + 1}
                  characteristic={characteristic}
                  grade={grade}
                  unit={unit}
                  judgement={isActive && preview ? preview : taken}
                  active={isActive}
                  onDevice={bench.onDevice.has(readingOf(id)?.id ?? "")}
                  onPick={() => !closed && pick(id)}
                >
                  {isActive && activeInstrument ? (
                    <ReadingField
                      key={`${id}:${readingOf(id)?.id ?? ""}`}
                      characteristic={characteristic}
                      unit={unit}
                      instrumentUncertainty={activeInstrument.uncertainty}
                      grade={grade}
                      standing={taken}
                      onTake={(values, typed) => take(characteristic, values, typed)}
                      onPreview={setPreview}
                      onKey={onKey}
                    />
                  ) : null}
                </Station>
              );
            })}
          </ol>
          <DefectList
            defects={piece.defects}
            closed={closed}
            onDevice={bench.onDevice}
            onChange={(defectId, change) =>
              record({ name: "change-defect", input: { defectId, ...change } })
            }
            onAdd={() => setNoting(true)}
          />
        </div>
        <BenchSlate
          bench={bench}
          unit={unit}
          latest={latest}
          closed={closed}
          standing={standing}
          gained={standing.step > stepBefore}
          technique={piece.technique.name}
          maySign={person.maySign}
          signing={signing}
          problem={problem}
          onSign={() => void sign()}
        />
      </main>
      <footer className="no-print sticky bottom-0 flex min-h-11 flex-wrap items-center gap-x-6 gap-y-1 border-t border-rule-strong bg-limewash px-5 py-1.5">
        <BenchKeys
          active={Boolean(active)}
          closed={closed}
          maySign={person.maySign && canBeSigned(verdict) && !closed}
        />
        <p className="ml-auto text-13 text-ink-2" role="status">
          {activeInstrument
            ? `${activeInstrument.name}, ± ${activeInstrument.uncertainty}${INSTRUMENT_UNITS[activeInstrument.kind] ?? " mm"} · `
            : ""}
          {bench.onDevice.size === 0 ? "all saved" : `${bench.onDevice.size} only on this device`}
        </p>
      </footer>
      {noting ? (
        <DefectDialog
          open
          onOpenChange={setNoting}
          unit={unit}
          places={characteristics
            .filter(({ measure }) => measure !== "length")
            .map(({ name, atMm }) => ({ label: name, atMm }))}
          onNote={(noted) => {
            setNoting(false);
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
    </div>
  );
}

/** Only the keys that work now. */
function BenchKeys({
  active,
  closed,
  maySign,
}: {
  active: boolean;
  closed: boolean;
  maySign: boolean;
}) {
  return (
    <>
      {active ? <Key of="Enter">take it</Key> : null}
      {closed ? null : <Key of="↑">take again</Key>}
      {closed ? null : <Key of="D">defect</Key>}
      {closed ? null : <Key of="H">heat</Key>}
      {closed ? null : <Key of="M">minute</Key>}
      {maySign ? <Key of="S">sign</Key> : null}
      <Key of="?">all keys</Key>
    </>
  );
}
