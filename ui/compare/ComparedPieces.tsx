"use client";

import { useState } from "react";
import type { Characteristic } from "@/core/measure/characteristic";
import { forgedOutline, tellingElevation, type OutlineStation } from "@/core/piece/outline";
import type { Piece } from "@/core/piece/piece";
import type { Judgement } from "@/core/measure/judge";
import { Legend, TimesChoice, type Times } from "./deviations";
import { measuredOutline } from "@/core/verdict/likeness";

interface Measured {
  label: string;
  judgements: readonly Judgement[];
}

interface ComparedPiecesProps {
  piece: Piece;
  characteristics: readonly Characteristic[];
  mine: Measured;
  other: Measured;
}

const WIDTH = 900;
const SIDE = 16;
const MIN_HEIGHT = 90;

/** Both outlines by their readings over the drawn one; deviations as they are, or made plain. */
export function ComparedPieces({ piece, characteristics, mine, other }: ComparedPiecesProps) {
  const [times, setTimes] = useState<Times>(5);
  const drawn = forgedOutline(piece, tellingElevation(piece));
  const outlineOf = ({ judgements }: Measured) =>
    measuredOutline(drawn, characteristics, { judgements, times });
  const outlines = { drawn, mine: outlineOf(mine), other: outlineOf(other) };
  const scale = (WIDTH - 2 * SIDE) / Math.max(...drawn.map(({ xMm }) => xMm));
  const halfMm = Math.max(
    ...Object.values(outlines)
      .flat()
      .map((one) => one.halfMm),
  );
  const height = Math.max(MIN_HEIGHT, 2 * halfMm * scale + 2 * SIDE);
  const path = (outline: readonly OutlineStation[]) => {
    const edge = (up: 1 | -1) =>
      outline.map(({ xMm, halfMm: half }) => [SIDE + xMm * scale, height / 2 + up * half * scale]);
    return `M${[...edge(-1), ...edge(1).reverse()].map((point) => point.map((n) => n.toFixed(1)).join(" ")).join("L")}z`;
  };
  return (
    <section aria-label="Outlines" className="border border-rule bg-sheet p-2">
      <svg
        viewBox={`0 0 ${WIDTH} ${height.toFixed(0)}`}
        role="img"
        aria-label={`Outlines of ${mine.label} and ${other.label} by their readings, deviations drawn ${times} times`}
        className="block h-auto w-full"
        fill="none"
      >
        <path
          d={path(outlines.drawn)}
          className="fill-limewash stroke-rule-strong"
          strokeWidth={1}
        />
        <path
          d={path(outlines.other)}
          className="stroke-light"
          strokeWidth={2}
          strokeDasharray="7 5"
        />
        <path d={path(outlines.mine)} className="stroke-ink" strokeWidth={2} />
      </svg>
      <div className="flex flex-wrap items-center gap-x-5 px-2 text-13">
        <Legend className="stroke-ink">{mine.label}</Legend>
        <Legend className="stroke-light" dashed>
          {other.label}
        </Legend>
        <Legend className="stroke-rule-strong">as drawn</Legend>
        <TimesChoice times={times} onTimes={setTimes} />
      </div>
    </section>
  );
}
