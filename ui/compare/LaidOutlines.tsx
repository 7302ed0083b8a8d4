"use client";

import { useState } from "react";
import type { Overlay, OverlayPoint } from "@/core/photo/layOver";
import type { LengthUnit } from "@/core/units/length";
import { laidInWords } from "../words/picture";
import { Legend, TimesChoice, type Times } from "./deviations";

const WIDTH = 900;
const SIDE = 16;
const MIN_HEIGHT = 90;

/** Two outlines from pictures, one laid over the other: where they are apart, and how far. */
export function LaidOutlines({
  laid,
  mine,
  other,
  unit,
}: {
  laid: Overlay;
  mine: string;
  other: string;
  unit: LengthUnit;
}) {
  const [times, setTimes] = useState<Times>(1);
  const sides = laid.sides.map((side) => side.map((point) => plainly(point, times)));
  const others = laid.edges.map((edge) => edge.map(([x, y]) => ({ x, y })));
  const all = [...sides, ...others].flat();
  const [xs, ys] = [all.map(({ x }) => x), all.map(({ y }) => y)];
  const [left, top] = [Math.min(...xs), Math.max(...ys)];
  const scale = (WIDTH - 2 * SIDE) / Math.max(1, Math.max(...xs) - left);
  const height = Math.max(MIN_HEIGHT, (top - Math.min(...ys)) * scale + 2 * SIDE);
  const path = (line: readonly { x: number; y: number }[]) =>
    `M${line
      .map(
        ({ x, y }) =>
          `${(SIDE + (x - left) * scale).toFixed(1)} ${(SIDE + (top - y) * scale).toFixed(1)}`,
      )
      .join("L")}`;
  const { farthest } = laid;
  const mark = plainly(farthest, times);
  return (
    <section aria-label={`Laid over ${other}`} className="border border-rule bg-sheet p-2">
      <svg
        viewBox={`0 0 ${WIDTH} ${height.toFixed(0)}`}
        role="img"
        aria-label={`The outline of ${mine} laid over that of ${other}, deviations drawn ${times} times`}
        className="block h-auto max-h-[60vh] w-full"
        fill="none"
      >
        {others.map((line, at) => (
          <path
            key={at}
            d={path(line)}
            className="stroke-light"
            strokeWidth={2}
            strokeDasharray="7 5"
          />
        ))}
        {sides.map((side, at) => (
          <path key={at} d={path(side)} className="stroke-ink" strokeWidth={2} />
        ))}
        {Math.abs(farthest.offMm) > laid.sureMm ? (
          <circle
            cx={SIDE + (mark.x - left) * scale}
            cy={SIDE + (top - mark.y) * scale}
            r={9}
            className="stroke-ink"
            strokeWidth={2}
          />
        ) : null}
      </svg>
      <div className="flex flex-wrap items-center gap-x-5 px-2 text-13">
        <Legend className="stroke-ink">{mine}</Legend>
        <Legend className="stroke-light" dashed>
          {other}
        </Legend>
        <TimesChoice times={times} onTimes={setTimes} />
      </div>
      <p className="px-2 pb-1 text-15">{laidInWords(laid, unit)}</p>
    </section>
  );
}

/** A place with its deviation drawn so many times. */
const plainly = ({ x, y, nx, ny, offMm }: OverlayPoint, times: number) => ({
  x: x + nx * offMm * (times - 1),
  y: y + ny * offMm * (times - 1),
});
