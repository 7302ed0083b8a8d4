"use client";

import { useRef, useState } from "react";
import type { PieceOutline } from "@/core/photo/outline";
import type { BenchInstrument, BenchPiece } from "@/core/records/bench";
import { seedOfId } from "@/core/stats/random";
import type { LengthUnit } from "@/core/units/length";
import { Key } from "../kit/Key";
import { useKeys } from "../kit/useKeys";
import { CorrectionBar } from "./CorrectionBar";
import { KeepPicture } from "./KeepPicture";
import { LaidOver } from "./LaidOver";
import { Overlay } from "./Overlay";
import { PictureSlate } from "./PictureSlate";
import { PictureStation } from "./PictureStation";
import { PictureWay } from "./PictureWay";
import { usePicture } from "./usePicture";
import { useReadings, type PictureLine } from "./useReadings";

interface PictureBenchProps {
  piece: BenchPiece;
  unit: LengthUnit;
  /** The school's pictures on the mat, as an instrument; a school taken in from before there were any has none. */
  instrument: BenchInstrument | undefined;
  /** Takes readings, and the outline they are of, onto the record. */
  onTake: (
    instrument: BenchInstrument,
    lines: readonly PictureLine[],
    outline: PieceOutline,
  ) => void;
  onClose: () => void;
}

/** A piece measured from one picture: what was found drawn over it, to be looked at before it is taken. */
export function PictureBench({ piece, unit, instrument, onTake, onClose }: PictureBenchProps) {
  const { characteristics } = piece;
  const grade = piece.rules.grades[piece.exercise.step];
  const pictures = usePicture(piece.piece, characteristics);
  const { state, picture, measure, take, stop } = pictures;
  const measured = state.is === "measured" ? state.measured : null;
  const readings = useReadings(characteristics, measured, grade);
  const { lines } = readings;
  const pressed = useRef(0);
  const [litId, setLitId] = useState<string | null>(null);
  const [isClose, setClose] = useState(false);
  const lit = lines.find(({ line }) => line.id === litId) ?? null;

  const step = (by: number) => {
    const at = lines.findIndex(({ line }) => line.id === litId);
    const next = lines[Math.min(lines.length - 1, Math.max(0, at + by))];
    if (next) setLitId(next.line.id);
  };
  const takeAll = () =>
    instrument &&
    measured &&
    onTake(
      instrument,
      lines.filter(({ values }) => values !== null),
      measured.outline,
    );
  useKeys(
    "picture",
    {
      ArrowRight: () => step(1),
      ArrowLeft: () => step(-1),
      x: () => litId && readings.leaveOut(litId),
      l: () => setClose(!isClose),
      Escape: onClose,
    },
    { belongsElsewhere: isTypedInto },
  );

  return (
    <div className="flex grow flex-col">
      <main className="grid grow items-start lg:grid-cols-[minmax(0,1fr)_376px]">
        <div className="min-w-0 p-5">
          <header className="flex flex-wrap items-baseline gap-x-4 pb-3">
            <h1 className="font-slab text-27 font-semibold">{piece.exercise.name}</h1>
            <p className="text-15 text-ink-2">
              <strong className="text-ink">{piece.learner.name}</strong> · {piece.tag}
            </p>
            <button type="button" className="link ml-auto min-h-11" onClick={onClose}>
              Back to the bench
            </button>
          </header>
          {measured && picture ? (
            <>
              <Overlay
                url={picture.url}
                measured={measured}
                lines={lines}
                activeId={litId}
                unit={unit}
                isClose={isClose}
                onPick={setLitId}
                onMove={readings.correct}
              />
              {lit ? (
                <CorrectionBar
                  key={lit.line.id}
                  shown={lit}
                  unit={unit}
                  isClose={isClose}
                  onCorrect={(value) => readings.correct(lit.line.id, value)}
                  onAsRead={() => readings.asRead(lit.line.id)}
                  onLeaveOut={() => readings.leaveOut(lit.line.id)}
                  onCloser={() => setClose(!isClose)}
                />
              ) : null}
              <ol
                aria-label="Read from the picture"
                className="mt-3 flex overflow-x-auto border-x border-b border-t-2 border-rule border-t-ink bg-sheet"
              >
                {lines.map((shown) => (
                  <PictureStation
                    key={shown.line.id}
                    shown={shown}
                    grade={grade}
                    unit={unit}
                    isLit={shown.line.id === litId}
                    onPick={setLitId}
                  />
                ))}
              </ol>
              <LaidOver
                key={`laid over ${picture.url}`}
                pieceId={piece.id}
                tag={piece.tag}
                outline={measured.outline}
                unit={unit}
                lay={pictures.lay}
              />
              <div className="mt-2 flex flex-wrap gap-x-6">
                <button type="button" className="link min-h-11" onClick={stop}>
                  Another picture
                </button>
                <KeepPicture key={picture.url} pieceId={piece.id} picture={picture.blob} />
              </div>
            </>
          ) : (
            <PictureWay
              state={state}
              onFile={measure}
              look={pictures.look}
              onWatch={pictures.forget}
              onPractice={() => {
                pressed.current += 1;
                take(seedOfId(piece.id) + pressed.current);
              }}
              onStop={stop}
            />
          )}
        </div>
        {measured ? (
          <PictureSlate
            lines={lines}
            measured={measured}
            unit={unit}
            onPick={setLitId}
            onTake={instrument ? takeAll : null}
          />
        ) : null}
      </main>
      <footer className="no-print sticky bottom-0 z-20 flex min-h-11 flex-wrap items-center gap-x-4 border-t border-rule-strong bg-limewash px-5 py-1.5 max-sm:hidden">
        {measured ? (
          <>
            <Key of="← →">next reading</Key>
            <Key of="X">leave it out</Key>
            <Key of="L">look closer</Key>
          </>
        ) : null}
        <Key of="Esc">back to the bench</Key>
        <Key of="?">all keys</Key>
      </footer>
    </div>
  );
}

const isTypedInto = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest("input, [role=dialog]") !== null;
