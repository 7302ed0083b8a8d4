/** A dimension: a line that ends in slanted ticks, its figure in the middle. */
export function DimensionLine({
  fromPx,
  toPx,
  yPx,
  label,
}: {
  fromPx: number;
  toPx: number;
  yPx: number;
  label: string;
}) {
  const middle = (fromPx + toPx) / 2;
  const tick = (x: number) => `M${x - 4} ${yPx + 6}L${x + 4} ${yPx - 6}`;
  return (
    <g>
      <path
        d={`M${fromPx} ${yPx}H${toPx}${tick(fromPx)}${tick(toPx)}`}
        stroke="#555E65"
        strokeWidth="1.2"
        fill="none"
      />
      <text
        x={middle}
        y={yPx + 5}
        fontSize="14"
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
