import { useId, type ReactNode } from "react";
import { wordsBeyond, type Drawing, type Ink, type Mark } from "@/core/drawing/drawing";
import type { LengthUnit } from "@/core/units/length";
import { DimensionLine } from "../bar/DimensionLine";
import { labelInWords } from "../words/label";
import { fitFrame, frameAt, pathOf, type Frame } from "./frame";

/** How each ink is drawn on the screen. */
const INKS: Record<Ink, { stroke: string; width: number; dash?: string; fill?: string }> = {
  steel: { stroke: "#5F6971", width: 1.2 },
  edge: { stroke: "#5F6971", width: 1.1 },
  hidden: { stroke: "#5F6971", width: 1, dash: "4 3" },
  centre: { stroke: "#4E6A86", width: 1, dash: "9 3 2 3" },
  hole: { stroke: "#5F6971", width: 1.2, fill: "#FBFAF5" },
  guide: { stroke: "#A66A12", width: 1.4, dash: "3 3" },
  mark: { stroke: "#20262B", width: 2 },
  ruler: { stroke: "#20262B", width: 0.8 },
  quiet: { stroke: "#8D969C", width: 1 },
  changed: { stroke: "#20262B", width: 2.6 },
  solid: { stroke: "#20262B", width: 1, fill: "#20262B" },
  before: { stroke: "#555E65", width: 1.1, dash: "4 3" },
};

const LANE_PX = 30;
const MARGIN_PX = 26;
/** A letter of the words on a drawing, px. */
const LETTER_PX = 6.8;

interface DrawingSvgProps {
  drawing: Drawing;
  unit: LengthUnit;
  label: string;
  widthPx?: number;
  heightPx?: number;
  /** Pixels a millimetre; the largest that fits, unless said. */
  scale?: number | undefined;
  /** Room kept free round it, px. */
  marginPx?: number;
  /** Drawn on top, in the same frame. */
  children?: (frame: Frame) => ReactNode;
}

/** A drawing on the screen, true in its proportions at every size. */
export function DrawingSvg({
  drawing,
  unit,
  label,
  widthPx = 860,
  heightPx = 400,
  scale,
  marginPx: roomPx = MARGIN_PX,
  children,
}: DrawingSvgProps) {
  const gradient = useId();
  const quiet = useId();
  const lanes = { x: 0, y: 0 };
  for (const mark of drawing.marks)
    if (mark.kind === "dimension") lanes[mark.axis] = Math.max(lanes[mark.axis], mark.lane + 1);
  const fullWidthMm = Math.max(drawing.extents.maxX - drawing.extents.minX, 1);
  const wordsPx = wordsBeyond(drawing, {
    scale: scale ?? (widthPx - 2 * roomPx) / fullWidthMm,
    letter: LETTER_PX,
  });
  const marginPx = {
    left: roomPx,
    right: roomPx + Math.max(lanes.y > 0 ? 110 : 0, wordsPx),
    top: roomPx,
    bottom: roomPx + lanes.x * LANE_PX,
  };
  const frame =
    scale === undefined
      ? fitFrame(drawing.extents, { widthPx, heightPx, marginPx })
      : frameAt(drawing.extents, scale, { widthPx, marginPx });
  return (
    <svg
      viewBox={`0 0 ${Math.round(frame.widthPx)} ${Math.round(frame.heightPx)}`}
      role="img"
      aria-label={label}
      width={scale === undefined ? undefined : frame.widthPx}
      className={`block font-plain ${scale === undefined ? "h-auto w-full" : "max-w-none"}`}
    >
      <defs>
        <linearGradient id={gradient} x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stopColor="#E3E7E9" />
          <stop offset="0.45" stopColor="#B7BEC3" />
          <stop offset="1" stopColor="#949DA3" />
        </linearGradient>
        <linearGradient id={quiet} x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stopColor="#EDEFEF" />
          <stop offset="1" stopColor="#BDC4C8" />
        </linearGradient>
      </defs>
      {drawing.marks.map((mark, index) => (
        <MarkSvg
          key={index}
          mark={mark}
          frame={frame}
          unit={unit}
          fills={{ steel: `url(#${gradient})`, quiet: `url(#${quiet})` }}
          extents={drawing.extents}
        />
      ))}
      {children?.(frame)}
    </svg>
  );
}

/** Steel is lit from above; what a stage leaves alone is quieter. */
function fillOf(ink: Ink, { steel, quiet }: { steel: string; quiet: string }): string {
  if (ink === "steel" || ink === "changed") return steel;
  return ink === "quiet" ? quiet : (INKS[ink].fill ?? "none");
}

function MarkSvg({
  mark,
  frame,
  unit,
  fills,
  extents,
}: {
  mark: Mark;
  frame: Frame;
  unit: LengthUnit;
  fills: { steel: string; quiet: string };
  extents: Drawing["extents"];
}) {
  switch (mark.kind) {
    case "path": {
      const { stroke, width, dash } = INKS[mark.ink];
      return (
        <path
          d={pathOf(frame, mark.points, mark.closed)}
          fill={mark.closed ? fillOf(mark.ink, fills) : "none"}
          stroke={stroke}
          strokeWidth={width}
          strokeDasharray={dash}
          strokeLinejoin="round"
        />
      );
    }
    case "circle": {
      const { stroke, width } = INKS[mark.ink];
      return (
        <circle
          cx={frame.x(mark.x)}
          cy={frame.y(mark.y)}
          r={mark.r * frame.scale}
          fill={fillOf(mark.ink, fills)}
          stroke={stroke}
          strokeWidth={width}
        />
      );
    }
    case "text":
      return (
        <text
          x={frame.x(mark.x)}
          y={frame.y(mark.y) + 4.5}
          fontSize="13"
          fill="#555E65"
          textAnchor={mark.anchor}
        >
          {labelInWords(mark.text, unit)}
        </text>
      );
    case "dimension":
      return mark.axis === "x" ? (
        <WideDimension mark={mark} frame={frame} unit={unit} floorMm={extents.minY} />
      ) : (
        <HighDimension mark={mark} frame={frame} unit={unit} wallMm={extents.maxX} />
      );
  }
}

type Dimension = Extract<Mark, { kind: "dimension" }>;

function WideDimension({
  mark,
  frame,
  unit,
  floorMm,
}: {
  mark: Dimension;
  frame: Frame;
  unit: LengthUnit;
  floorMm: number;
}) {
  const [fromPx, toPx] = [frame.x(mark.from), frame.x(mark.to)];
  const strong = mark.strong ?? false;
  const both = labelInWords(mark.label, unit);
  const room = toPx - fromPx;
  // A narrow one says the person's own unit; a very narrow one only its ticks.
  const label = room < 46 ? "" : room < 150 ? both.split(" · ")[0]! : both;
  return (
    <DimensionLine
      fromPx={fromPx}
      toPx={toPx}
      yPx={frame.y(floorMm) + 26 + mark.lane * LANE_PX}
      label={label}
      strong={strong}
    />
  );
}

function HighDimension({
  mark,
  frame,
  unit,
  wallMm,
}: {
  mark: Dimension;
  frame: Frame;
  unit: LengthUnit;
  wallMm: number;
}) {
  const x = frame.x(wallMm) + 22;
  const [top, bottom] = [frame.y(mark.to), frame.y(mark.from)];
  const tick = (y: number) => `M${x - 6} ${y + 4}L${x + 6} ${y - 4}`;
  const [own, other] = labelInWords(mark.label, unit).split(" · ");
  return (
    <g>
      <path
        d={`M${x} ${top}V${bottom}${tick(top)}${tick(bottom)}`}
        stroke="#555E65"
        strokeWidth="1.2"
      />
      <text x={x + 10} y={(top + bottom) / 2} fontSize="14" fill="#20262B">
        {own}
      </text>
      <text x={x + 10} y={(top + bottom) / 2 + 17} fontSize="13" fill="#555E65">
        {other}
      </text>
    </g>
  );
}
