import type { DrawnPiece } from "@/core/eye/drawn";

const MARGIN = 14;
const TICK = 5;

/** A piece at true size on this screen, with the dimension that is asked marked and not told. */
export function DrawnBar({ piece, pxPerMm }: { piece: DrawnPiece; pxPerMm: number }) {
  const { measure, truthMm, barMm } = piece;
  const truth = truthMm * pxPerMm;
  const long = barMm.length * pxPerMm;
  const thick = barMm.thickness * pxPerMm;
  const x = MARGIN + 10;
  const y = MARGIN + 14;
  const middle = { x: x + long / 2, y: y + thick / 2 };
  return (
    <div className="overflow-x-auto">
      <svg
        width={long + x + 2 * MARGIN + 16}
        height={thick + y + 2 * MARGIN + 16}
        role="img"
        aria-label={`A bar at true size; its ${measure} is asked`}
        data-truth-px={truth.toFixed(1)}
      >
        <rect
          x={x}
          y={y}
          width={long}
          height={thick}
          className="fill-limewash stroke-ink"
          strokeWidth={1.5}
        />
        {measure === "diameter" ? (
          <circle
            cx={middle.x}
            cy={middle.y}
            r={truth / 2}
            className="fill-white stroke-ink"
            strokeWidth={1.5}
          />
        ) : null}
        {measure === "pitch" ? (
          <Crests from={x} to={x + long} top={y} thick={thick} pitch={truth} />
        ) : null}
        {measure === "thickness" ? (
          <Dimension across at={x + long + MARGIN} from={y} to={y + thick} />
        ) : null}
        {measure === "length" ? <Dimension at={y + thick + MARGIN} from={x} to={x + long} /> : null}
        {measure === "diameter" ? (
          <Dimension
            at={y + thick + MARGIN}
            from={middle.x - truth / 2}
            to={middle.x + truth / 2}
          />
        ) : null}
        {measure === "pitch" ? (
          <Dimension at={y + thick + MARGIN} from={x + 6} to={x + 6 + truth} />
        ) : null}
      </svg>
    </div>
  );
}

/** Edges of a twist, one crest to the next a pitch apart. */
function Crests({
  from,
  to,
  top,
  thick,
  pitch,
}: {
  from: number;
  to: number;
  top: number;
  thick: number;
  pitch: number;
}) {
  const lean = Math.min(pitch * 0.6, thick);
  const lines: string[] = [];
  for (let x = from + 6; x + lean <= to; x += pitch)
    lines.push(`M${x} ${top + thick}L${x + lean} ${top}`);
  return <path d={lines.join("")} className="stroke-ink" strokeWidth={1.5} />;
}

/** A dimension line with ticks and no number. */
function Dimension({
  at,
  from,
  to,
  across = false,
}: {
  at: number;
  from: number;
  to: number;
  across?: boolean;
}) {
  const d = across
    ? `M${at} ${from}V${to}M${at - TICK} ${from}h${2 * TICK}M${at - TICK} ${to}h${2 * TICK}`
    : `M${from} ${at}H${to}M${from} ${at - TICK}v${2 * TICK}M${to} ${at - TICK}v${2 * TICK}`;
  return <path d={d} className="fill-none stroke-heavy" strokeWidth={1.5} />;
}
