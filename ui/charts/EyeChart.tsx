"use client";

import {
  CartesianGrid,
  ComposedChart,
  ErrorBar,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from "recharts";
import { AXIS, INK } from "./look";

export interface EyeWeek {
  week: string;
  bias: number;
  spread: number;
}

/** The eye week by week: how much too large or too small it says, and how far apart its calls lie. */
export function EyeChart({ weeks }: { weeks: readonly EyeWeek[] }) {
  return (
    <figure aria-label="The eye over the weeks">
      <ResponsiveContainer width="100%" height={180}>
        <ComposedChart data={[...weeks]} margin={{ top: 8, right: 12, bottom: 4, left: 0 }}>
          <CartesianGrid stroke={INK.rule} vertical={false} />
          <XAxis dataKey="week" {...AXIS} />
          <YAxis
            {...AXIS}
            width={56}
            tickFormatter={(share: number) => `${Math.round(share * 100)} %`}
          />
          <ReferenceLine y={0} stroke={INK.ink} />
          <Line
            dataKey="bias"
            stroke={INK.reading}
            dot={{ r: 4, fill: INK.reading }}
            isAnimationActive={false}
          >
            <ErrorBar dataKey="spread" stroke={INK.steel} width={6} strokeWidth={1.5} />
          </Line>
        </ComposedChart>
      </ResponsiveContainer>
    </figure>
  );
}
