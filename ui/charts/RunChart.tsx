"use client";

import {
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from "recharts";
import type { Key } from "react";
import { AXIS, INK } from "./look";

export interface RunPoint {
  tag: string;
  value: number | null;
  called: boolean;
}

/** A size along a run: the pieces in their order, the limits as a band, what the run itself allows as dashed lines. */
export function RunChart({
  title,
  points,
  limits,
  own,
  digits,
  least: from = -Infinity,
}: {
  title: string;
  points: readonly RunPoint[];
  limits: { lower: number; upper: number };
  /** Mean and natural limits of the run; null where there are too few pieces. */
  own: { mean: number; lower: number; upper: number } | null;
  digits: number;
  /** What no value can fall below. */
  least?: number;
}) {
  const say = (value: unknown) => Number(value).toFixed(digits);
  const values = points.flatMap(({ value }) => (value === null ? [] : [value]));
  const all = [...values, limits.lower, limits.upper, ...(own ? [own.lower, own.upper] : [])];
  const [least, most] = [Math.min(...all), Math.max(...all)];
  const margin = (most - least) * 0.08 || 1;
  return (
    <figure aria-label={title}>
      <ResponsiveContainer width="100%" height={190}>
        <ComposedChart data={[...points]} margin={{ top: 8, right: 12, bottom: 0, left: 0 }}>
          <CartesianGrid stroke={INK.rule} vertical={false} />
          <ReferenceArea y1={limits.lower} y2={limits.upper} fill={INK.band} fillOpacity={0.7} />
          {own ? (
            <>
              <ReferenceLine y={own.mean} stroke={INK.ink} />
              <ReferenceLine y={own.upper} stroke={INK.quiet} strokeDasharray="6 4" />
              <ReferenceLine y={own.lower} stroke={INK.quiet} strokeDasharray="6 4" />
            </>
          ) : null}
          <XAxis dataKey="tag" {...AXIS} interval="preserveStartEnd" />
          <YAxis
            {...AXIS}
            width={56}
            domain={[Math.max(from, least - margin), most + margin]}
            ticks={[limits.lower, (limits.lower + limits.upper) / 2, limits.upper]}
            tickFormatter={say}
          />
          <Tooltip
            formatter={(value) => [say(value), "read"]}
            contentStyle={{ background: INK.sheet, borderColor: INK.rule, borderRadius: 2 }}
          />
          <Line
            dataKey="value"
            stroke={INK.reading}
            strokeWidth={1.5}
            isAnimationActive={false}
            connectNulls
            dot={({
              cx,
              cy,
              index,
              key,
            }: {
              cx?: number;
              cy?: number;
              index?: number;
              key?: Key | null;
            }) =>
              cx === undefined || cy === undefined || index === undefined ? (
                <g key={key} />
              ) : (
                <Dot key={key} x={cx} y={cy} called={points[index]?.called ?? false} />
              )
            }
          />
        </ComposedChart>
      </ResponsiveContainer>
    </figure>
  );
}

/** A piece that stands out is a square round its dot: shape, not colour alone. */
function Dot({ x, y, called }: { x: number; y: number; called: boolean }) {
  return (
    <g>
      {called ? (
        <rect
          x={x - 8}
          y={y - 8}
          width={16}
          height={16}
          fill="none"
          stroke={INK.light}
          strokeWidth={2}
        />
      ) : null}
      <circle cx={x} cy={y} r={3.5} fill={INK.reading} />
    </g>
  );
}
