/** A dimension: a line that ends in slanted ticks, its figure in the middle. */
export function DimensionLine({
  fromPx,
  toPx,
  yPx,
  label,
  strong = false,
}: {
  fromPx: number;
  toPx: number;
  yPx: number;
  label: string;
  /** What counts among several is in ink. */
  strong?: boolean;
}) {
  const middle = (fromPx + toPx) / 2;
  const tick = (x: number) => `M${x - 4} ${yPx + 6}L${x + 4} ${yPx - 6}`;
  return (
    <g>
      <path
        d={`M${fromPx} ${yPx}H${toPx}${tick(fromPx)}${tick(toPx)}`}
        stroke={strong ? "#20262B" : "#555E65"}
        strokeWidth={strong ? 1.8 : 1.2}
        fill="none"
      />
      <text
        x={middle}
        y={yPx + 5}
        fontSize="14"
        fontWeight={strong ? 700 : 400}
        textAnchor="middle"
        fill="#20262B"
        stroke="#FBFAF5"
        strokeWidth="7"
        paintOrder="stroke"
      >
        {label}
      </text>
    </g>
  );
}
