"use client";

import { wordsForProblem } from "@/core/problem/words";
import { useEffect, useRef, useState } from "react";
import { readDeviceLine } from "@/core/measure/device";
import type { BenchPiece } from "@/core/records/bench";
import { PracticePiece } from "@/core/simulate/device";
import { seedOfId } from "@/core/stats/random";
import type { DeviceDoor } from "./ReadingField";
import { temperatureInWords, weightInWords } from "../words/devices";
import type { Notes } from "./useNotes";
import { hasSerial, openCable, type Cable } from "./serial";
import type { Stations } from "./useStations";

interface DevicesProps {
  piece: BenchPiece;
  stations: Stations;
  /** As the finished piece is reckoned, kg. */
  finishedMassKg: number;
  /** When the latest heat was counted here; null before. */
  heatSince: number | null;
  door: React.RefObject<DeviceDoor | null>;
  /** Keeps what a scale or a pyrometer sent. */
  onNote: Notes["noteDevice"];
}

/**
 * Instruments that send their readings: one on a cable, and one for practice that
 * measures a made-up twin of this piece. Both come through the same door.
 */
export function Devices({
  piece,
  stations,
  finishedMassKg,
  heatSince,
  door,
  onNote,
}: DevicesProps) {
  const { active, instrument } = stations;
  const [message, setMessage] = useState("");
  const [cable, setCable] = useState<Cable | null>(null);
  const pressed = useRef({ of: "", times: 0 });
  const [practice] = useState(
    () =>
      new PracticePiece(
        piece.characteristics,
        seedOfId(piece.id),
        piece.rules.grades[piece.exercise.step],
      ),
  );
  useEffect(() => () => void cable?.close(), [cable]);

  function receive(line: string) {
    const sent = readDeviceLine(line);
    if (sent.kind === "refused") return setMessage(wordsForProblem(sent.problem));
    if (sent.kind === "weight") {
      onNote({ kind: "weight", value: sent.grams });
      return setMessage(weightInWords(sent.grams, finishedMassKg * 1000));
    }
    if (sent.kind === "temperature") {
      onNote({ kind: "temperature", value: sent.celsius });
      return setMessage(temperatureInWords(sent.celsius));
    }
    if (!door.current)
      return setMessage("The device sent a reading, but nothing is lit to take it.");
    setMessage(
      door.current(sent.text)
        ? ""
        : `${sent.text} came while another reading was being typed. Finish or clear that, then send it again.`,
    );
  }
  const receiver = useRef(receive);
  useEffect(() => {
    receiver.current = receive;
  });

  function pressPractice() {
    if (!active || !instrument) return;
    if (active.unit !== "mm")
      return setMessage("The practice instrument measures lengths; this is judged otherwise.");
    if (pressed.current.of !== active.id) pressed.current = { of: active.id, times: 0 };
    const shown = practice.read(active, pressed.current.times, instrument);
    pressed.current.times += 1;
    receive(`${shown} mm`);
  }

  const weigh = () => receive(`${practice.weigh(finishedMassKg * 1000)} g`);
  const takeTemperature = () => {
    // Just out of the fire where no heat has been counted.
    const seconds = heatSince === null ? 0 : (Date.now() - heatSince) / 1000;
    receive(`${practice.temperature(piece.piece.stock.section, seconds)} C`);
  };

  async function connect() {
    try {
      const opened = await openCable(
        (line) => receiver.current(line),
        (pulledOut) => {
          setCable(null);
          setMessage(pulledOut ? "The cable was pulled out. What it sent is kept." : "");
        },
      );
      if (opened) setCable(opened);
      setMessage(opened ? "The cable is connected: press the instrument's button." : "");
    } catch {
      setMessage("That port can't be opened: is another program holding it?");
    }
  }

  return (
    <section
      aria-label="Devices"
      className="mt-3 flex flex-wrap items-center gap-x-5 gap-y-1 border border-rule bg-sheet px-3 text-15"
    >
      <button
        type="button"
        className="button my-2"
        disabled={!active}
        onMouseDown={(event) => event.preventDefault()}
        onClick={pressPractice}
      >
        Press the practice instrument
      </button>
      <button type="button" className="link min-h-11" onClick={weigh}>
        Practice scale
      </button>
      <button type="button" className="link min-h-11" onClick={takeTemperature}>
        Practice pyrometer
      </button>
      {hasSerial() ? (
        <button
          type="button"
          className="link min-h-11"
          onClick={() => void (cable ? cable.close() : connect())}
        >
          {cable ? "Let the cable go" : "Connect an instrument by cable"}
        </button>
      ) : null}
      <p className="quiet text-13">
        One that types like a keyboard needs no connecting: press its button at any time.
      </p>
      <p role="status" className={message ? "w-full pb-2 font-semibold text-heavy" : "sr-only"}>
        {message}
      </p>
    </section>
  );
}
