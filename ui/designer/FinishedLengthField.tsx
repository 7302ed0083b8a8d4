"use client";

import { useState } from "react";
import { complain } from "@/core/problem/complain";
import { Refusal } from "@/core/problem/problem";
import { finishedSizeMm } from "@/core/piece/finish";
import type { Piece } from "@/core/piece/piece";
import { nameInText } from "@/core/bar/named";
import { pieceOfFinishedLength } from "@/core/shelf/offcut";
import type { LengthUnit } from "@/core/units/length";
import { lengthSchema } from "@/core/units/schema";
import { printBothUnits } from "@/core/units/print";

interface FinishedLengthProps {
  piece: Piece;
  unit: LengthUnit;
  onChange: (change: (piece: Piece) => Piece) => void;
}

/** “It must come out this long”: one stretch gives until it does. */
export function FinishedLengthField({ piece, unit, onChange }: FinishedLengthProps) {
  const longest = piece.stretches.reduce((a, b) => (b.length > a.length ? b : a));
  const [typed, setTyped] = useState("");
  const [gives, setGives] = useState(longest.id);
  const [error, setError] = useState<string | null>(null);
  const stretchId = piece.stretches.some(({ id }) => id === gives) ? gives : longest.id;
  const ask = () => {
    const read = lengthSchema({ unit }).safeParse(typed);
    if (!read.success) return setError(complain(read.error).message);
    try {
      const next = pieceOfFinishedLength(piece, read.data, stretchId);
      onChange(() => next);
      setError(null);
      setTyped("");
    } catch (refusal) {
      if (!(refusal instanceof Refusal)) throw refusal;
      setError(complain(refusal).message);
    }
  };
  return (
    <form
      aria-label="It must come out this long"
      className="flex flex-wrap items-start gap-x-3 border-l-4 border-rule-strong pl-4"
      onSubmit={(event) => {
        event.preventDefault();
        ask();
      }}
    >
      <label className="w-44 text-13 text-ink-2">
        It must come out, long
        <input
          className="field text-17 text-ink"
          value={typed}
          placeholder={printBothUnits(finishedSizeMm(piece).lengthMm, unit).split(" · ")[0]}
          onChange={(event) => setTyped(event.target.value)}
          aria-invalid={error !== null}
          autoComplete="off"
        />
      </label>
      <label className="w-44 text-13 text-ink-2">
        and this gives
        <select
          className="field text-17 text-ink"
          value={stretchId}
          onChange={(event) => setGives(event.target.value)}
        >
          {piece.stretches.map((stretch) => (
            <option key={stretch.id} value={stretch.id}>
              {nameInText(stretch)}
            </option>
          ))}
        </select>
      </label>
      <button className="button mt-5">Make it so</button>
      {error ? (
        <p role="alert" className="basis-full text-13 font-semibold text-light">
          {error}
        </p>
      ) : null}
    </form>
  );
}
