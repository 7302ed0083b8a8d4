"use client";

import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  XAxis,
  YAxis,
} from "recharts";
import { AXIS, INK } from "./look";

export interface PracticePoint {
  n: number;
  /** The piece's largest error as a share of the tolerance; null for pieces to come. */
  error: number | null;
  middle: number;
  band: [low: number, high: number];
}

/** Errors piece by piece, with the fitted curve and where it lies eight times out of ten; under the line a piece is inside. */
export function PracticeChart({
  title,
  points,
}: {
  title: string;
  points: readonly PracticePoint[];
}) {
  const most = Math.max(1.2, ...points.map(({ error, band }) => Math.max(error ?? 0, band[1])));
  return (
    <figure aria-label={title}>
      <ResponsiveContainer width="100%" height={220}>
        <ComposedChart data={[...points]} margin={{ top: 8, right: 12, bottom: 4, left: 0 }}>
          <CartesianGrid stroke={INK.rule} vertical={false} />
          <XAxis
            dataKey="n"
            {...AXIS}
            type="number"
            domain={[1, "dataMax"]}
            allowDecimals={false}
          />
          <YAxis
            {...AXIS}
            width={56}
            domain={[0, Math.min(4, most)]}
            allowDataOverflow
            tickFormatter={(share: number) => `${Math.round(share * 100)} %`}
          />
          <Area
            dataKey="band"
            stroke="none"
            fill={INK.steel}
            fillOpacity={0.3}
            isAnimationActive={false}
          />
          <ReferenceLine y={1} stroke={INK.light} strokeDasharray="6 4" />
          <Line
            dataKey="middle"
            stroke={INK.ink}
            strokeWidth={1.5}
            dot={false}
            isAnimationActive={false}
          />
          <Scatter dataKey="error" fill={INK.reading} isAnimationActive={false} />
        </ComposedChart>
      </ResponsiveContainer>
    </figure>
  );
}
