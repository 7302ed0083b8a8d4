"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { SawnBars, type SawnBar } from "../reckon/SawnBars";
import { countOf } from "../words/count";

/** A bar to saw, and what the rack is told when it was. */
export interface BarRow extends SawnBar {
  barId: string;
  isScrap: boolean;
  kg: number;
  cost: number | null;
  for: { learnerId: string; revisionId: string; mm: number }[];
}

export interface SawRow {
  stock: string;
  bars: BarRow[];
  short: { name: string; mm: number }[];
  isProved: boolean;
}

/** The saw list: bars to scale, and one tap that tells the rack it was done. */
export function ToSaw({
  classId,
  rows,
  kerfMm,
  unit,
  sawn,
}: {
  classId: string;
  rows: readonly SawRow[];
  kerfMm: number;
  unit: LengthUnit;
  /** What was sawn already. */
  sawn: { bars: number; kg: number; cost: number | null };
}) {
  const router = useRouter();
  const [isAsking, setAsking] = useState(false);
  const { send, busy, error } = useCommand();
  const bars = rows.flatMap((row) => row.bars);
  const cuts = bars.reduce((sum, bar) => sum + bar.cuts.length, 0);
  const cost = bars.reduce((sum, bar) => sum + (bar.cost ?? 0), 0);
  const confirm = async () => {
    await send("saw-bars", {
      classId,
      bars: bars.map((bar) => ({
        sawnId: newId(),
        barId: bar.barId,
        cuts: bar.for,
        offcut: bar.isScrap || bar.offcutMm < 1 ? null : { barId: newId(), mm: bar.offcutMm },
      })),
    });
    setAsking(false);
    // What was refused is planned anew too: somebody has left, or a bar is gone.
    router.refresh();
  };
  return (
    <section aria-label="To saw" className="mt-6">
      <header className="flex flex-wrap items-baseline gap-x-3 border-b-2 border-ink pb-1">
        <h2 className="font-slab text-20 font-semibold">To saw</h2>
        <p className="quiet grow text-15">
          {bars.length === 0
            ? "nothing"
            : `${countOf(bars.length, "bar")}, ${countOf(cuts, "cut")}, ${printMeasured(kerfMm, "mm", unit)} lost at each${rows.every(({ isProved }) => isProved) ? ", proved the fewest bars" : ""}`}
          {sawn.bars > 0
            ? `; ${countOf(sawn.bars, "bar")} sawn already, ${sawn.kg.toFixed(1)} kg`
            : ""}
        </p>
        {cost > 0 ? (
          <p className="text-15">
            steel for <b>{cost.toFixed(2)}</b>
          </p>
        ) : null}
      </header>
      <SawnBars bars={bars} kerfMm={kerfMm} unit={unit} />
      <ul>
        {rows
          .filter(({ short }) => short.length > 0)
          .map(({ stock, short }) => (
            <li key={stock} className="border-b border-rule py-2 text-15 text-light">
              <b>{stock} is short:</b>{" "}
              {short.map(({ name, mm }) => `${name} ${printMeasured(mm, "mm", unit)}`).join(", ")}
            </li>
          ))}
      </ul>
      {error ? (
        <p role="alert" className="mt-2 text-15 text-light">
          {error}
        </p>
      ) : null}
      {bars.length === 0 ? null : isAsking ? (
        <p className="mt-3 flex flex-wrap items-center gap-3 text-15">
          These bars leave the rack, and what is over goes back on it.
          <button
            type="button"
            className="button button-main"
            disabled={busy}
            onClick={() => void confirm()}
          >
            It is sawn
          </button>
          <button type="button" className="link min-h-11 px-2" onClick={() => setAsking(false)}>
            Not yet
          </button>
        </p>
      ) : (
        <button type="button" className="button no-print mt-3" onClick={() => setAsking(true)}>
          Sawn as drawn
        </button>
      )}
    </section>
  );
}
