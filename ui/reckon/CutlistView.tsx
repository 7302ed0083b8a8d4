"use client";

import { useState } from "react";
import { listOfLengths, type TypedList } from "@/core/cutlist/textList";
import { lengthSchema } from "@/core/units/schema";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import { post } from "../command";
import { FormError, InputField } from "../forms/Field";
import { PageTitle } from "../kit/PageTitle";
import { useCommand } from "../useCommand";
import { countOf } from "../words/count";
import { JottedLists } from "./JottedLists";
import { SawnBars, type SawnBar } from "./SawnBars";

interface CutlistAnswer {
  bars: { bar: string; cuts: string[]; offcutMm: number }[];
  barsUsed: number;
  bought: number;
  lowerBound: number;
  wasteMm: number;
  optimal: boolean;
}

interface Typed {
  pieces: string;
  inHand: string;
  toBuy: string;
  kerf: string;
  endTrim: string;
}

const EMPTY: Typed = { pieces: "", inHand: "", toBuy: "", kerf: "1.5", endTrim: "0" };
const LISTS = [
  { key: "pieces", label: "To cut", hint: "One a line: bracket: 3 × 406.2", rows: 5 },
  {
    key: "inHand",
    label: "Bars and offcuts in hand",
    hint: "One a line: rack: 2 × 1200",
    rows: 5,
  },
  {
    key: "toBuy",
    label: "Bars that could be bought",
    hint: "One length a line: 3000",
    rows: 2,
  },
] as const;

/** Answered for what was typed then; what is typed since has none yet. */
interface Answered {
  typed: Typed;
  kerfMm: number;
  sawn: SawnBar[];
  answer: CutlistAnswer;
}

/** Which bars to saw what from: three lists as they are jotted down, and the bars drawn with their cuts. */
export function CutlistView({ unit }: { unit: LengthUnit }) {
  const [typed, setTyped] = useState(EMPTY);
  const [answered, setAnswered] = useState<Answered | null>(null);
  const asking = useCommand();
  const lists = {
    pieces: listOfLengths(typed.pieces, unit),
    inHand: listOfLengths(typed.inHand, unit),
    toBuy: listOfLengths(typed.toBuy, unit),
  };
  const unread = {
    pieces: lists.pieces.unread,
    inHand: lists.inHand.unread,
    toBuy: lists.toBuy.unread,
  };
  const kerf = lengthSchema({ unit, zero: true }).safeParse(typed.kerf || "0");
  const endTrim = lengthSchema({ unit, zero: true }).safeParse(typed.endTrim || "0");
  const isReady =
    lists.pieces.lengths.length > 0 &&
    Object.values(unread).every(({ length }) => length === 0) &&
    kerf.success &&
    endTrim.success;

  const ask = async () => {
    if (!kerf.success || !endTrim.success) return;
    const pieces = named(lists.pieces);
    const inHand = named(lists.inHand);
    const toBuy = named(lists.toBuy).map((one) => ({ ...one, id: `to buy: ${one.id}` }));
    const answer = await asking.wait(
      post<CutlistAnswer>("/api/reckon/cutlist", {
        kerf: kerf.data,
        endTrim: endTrim.data,
        pieces: pieces.map(({ id, mm, count }) => ({ id, length: mm, count })),
        bars: [
          ...inHand.map(({ id, mm, count }) => ({ id, length: mm, count })),
          ...toBuy.map(({ id, mm }) => ({ id, length: mm, count: null })),
        ],
      }),
    );
    if (!answer.ok) return;
    const pieceOf = new Map(pieces.map((one) => [one.id, one]));
    const barOf = new Map([...inHand, ...toBuy].map((one) => [one.id, one]));
    const isBought = new Set(toBuy.map(({ id }) => id));
    setAnswered({
      typed,
      kerfMm: kerf.data,
      answer: answer.value,
      sawn: answer.value.bars.map(({ bar, cuts, offcutMm }) => ({
        name: isBought.has(bar) ? "new" : barOf.get(bar)!.name,
        lengthMm: barOf.get(bar)!.mm,
        cuts: cuts.map((id) => pieceOf.get(id)!),
        offcutMm,
      })),
    });
  };

  return (
    <main className="grow p-5">
      <PageTitle title="Cut list" under={{ href: "/reckon", label: "Reckon" }} />
      <div className="grid gap-8 lg:grid-cols-[360px_minmax(0,1fr)]">
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void ask();
          }}
        >
          <JottedLists
            lists={LISTS}
            typed={typed}
            unread={unread}
            onType={(key, text) => setTyped({ ...typed, [key]: text })}
          />
          <div className="grid grid-cols-2 gap-4">
            {(
              [
                ["kerf", "Lost at each cut", kerf],
                ["endTrim", "Trimmed off each bar", endTrim],
              ] as const
            ).map(([key, label, read]) => (
              <InputField
                key={key}
                label={label}
                error={read.success ? undefined : read.error.issues[0]?.message}
                value={typed[key]}
                onChange={(event) => setTyped({ ...typed, [key]: event.target.value })}
              />
            ))}
          </div>
          <FormError>{asking.error}</FormError>
          <button
            type="submit"
            className="button button-main w-full"
            disabled={!isReady || asking.busy}
          >
            {asking.busy ? "Looking for the fewest bars …" : "Which bars to saw"}
          </button>
        </form>
        <section aria-live="polite" className={answered?.typed === typed ? "" : "opacity-50"}>
          {answered ? (
            <>
              <p className="border-b-[3px] border-ink pb-2 text-17">
                {summaryOf(answered, unit)}
                {answered.typed === typed ? null : " This was before you changed the lists."}
              </p>
              <SawnBars bars={answered.sawn} kerfMm={answered.kerfMm} unit={unit} />
            </>
          ) : (
            <p className="border-t-2 border-ink bg-sheet p-3 text-15 text-ink-2">
              The fewest bars bought come first, then the fewest taken from the rack, then the least
              waste. A name before a colon is kept with its cuts. Bars hold the cuts and the kerfs
              between them.
            </p>
          )}
        </section>
      </div>
    </main>
  );
}

/** Each length with an id of its own: its name, and its place in the list where that stands twice. */
const named = ({ lengths }: TypedList) =>
  lengths.map((one, index) => {
    const isTaken = lengths.some((other, at) => at < index && other.name === one.name);
    return { ...one, id: isTaken ? `${one.name} (${index + 1})` : one.name };
  });

function summaryOf({ answer, sawn }: Answered, unit: LengthUnit): string {
  const { bought, barsUsed, lowerBound, wasteMm, optimal } = answer;
  const wholeMm = sawn.reduce((sum, { lengthMm }) => sum + lengthMm, 0);
  const cuts = sawn.reduce((sum, bar) => sum + bar.cuts.length, 0);
  const used = wholeMm > 0 ? Math.round(100 * (1 - wasteMm / wholeMm)) : 100;
  const proof = optimal
    ? "proved the fewest bars and the least waste"
    : barsUsed === lowerBound
      ? "proved the fewest bars; less waste may be possible"
      : `at least ${lowerBound} are needed`;
  const offcuts = sawn.reduce((sum, { offcutMm }) => sum + offcutMm, 0);
  return `${countOf(barsUsed, "bar")}, ${bought} of them bought, ${countOf(cuts, "cut")}: ${used} % used, ${printMeasured(offcuts, "mm", unit)} ${unit} left over; ${proof}.`;
}
