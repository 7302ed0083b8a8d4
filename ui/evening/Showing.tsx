import { LANE, LETTER, SHEET, type DrawnShowing, type Placed } from "./drawn";

/** A demonstration: heavy brackets across those who watch. */
export function Showing({
  showing: { from, to, who, what },
  y,
  high,
  x,
}: { showing: DrawnShowing; high: number } & Placed) {
  const [x1, x2] = [x(from) + 2, x(to) - 2];
  const [a, b] = [y + 4, y + high - 4];
  const middle = (x1 + x2) / 2;
  const isHigh = high > LANE;
  const room = x2 - x1 - 10;
  const shown = `${who.split(" ")[0]} shows`;
  return (
    <g>
      <title>{`${who} shows ${what}`}</title>
      <rect x={x1} y={a} width={x2 - x1} height={b - a} fill={SHEET} />
      <path
        d={`M${x1 + 8} ${a}H${x1}V${b}H${x1 + 8}M${x2 - 8} ${a}H${x2}V${b}H${x2 - 8}`}
        fill="none"
        stroke="#20262B"
        strokeWidth="3"
      />
      <text
        x={middle}
        y={y + high / 2 + (isHigh ? -3 : 4.5)}
        textAnchor="middle"
        fontSize="13"
        fontWeight="600"
        fill="#20262B"
      >
        {shown.length * LETTER <= room ? shown : who.split(" ")[0]}
      </text>
      {isHigh ? (
        <text x={middle} y={y + high / 2 + 14} textAnchor="middle" fontSize="12.5" fill="#20262B">
          {what.length * 6.6 <= room
            ? what
            : `${what.slice(0, Math.max(3, Math.floor(room / 6.8)))}…`}
        </text>
      ) : null}
    </g>
  );
}
