import { memo, useId } from "react";
import {
  forgedOutline,
  stockOutline,
  tellingElevation,
  tellingSections,
} from "@/core/piece/outline";
import type { ForgedSurface } from "@/core/drawing/forgedSurface";
import type { Piece } from "@/core/piece/piece";
import type { Plan } from "@/core/piece/plan";
import { nameInText } from "@/core/bar/named";
import { caliperSizesMm } from "@/core/section/section";
import { printBothUnits, printMmRounded } from "@/core/units/print";
import type { LengthUnit } from "@/core/units/length";
import { DimensionLine } from "./DimensionLine";
import { frameFor, linePath, outlinePath, spreadApart, xOf, type BarFrame } from "./geometry";
import { SectionCut } from "./SectionCut";

/** What of a plan is drawn. */
export type BarPlan = Pick<Plan, "stockLengthMm" | "straightLengthMm" | "marks" | "stretches">;

/** A numbered place on the bar where something is measured. */
export interface BarStation {
  number: number;
  atMm: number;
  state: "waiting" | "active" | "done";
}

export interface BarPin {
  id: string;
  atMm: number;
  label: string;
}

export interface BarDrawingProps {
  piece: Piece;
  plan: BarPlan;
  view: "marked" | "forged";
  unit: LengthUnit;
  stations?: readonly BarStation[];
  pins?: readonly BarPin[];
  /** What its features draw on it, and from where it is seen for that. */
  surface?: ForgedSurface;
  /** Width of the drawing's own grid; a narrower one has larger lettering on a phone. */
  widthPx?: number;
}

const SIDE_PX = 34;

/** The bar, to scale: as marked for the saw and the punch, or as forged with its sections. */
export const BarDrawing = memo(function BarDrawing({
  piece,
  plan,
  view,
  unit,
  stations = [],
  pins = [],
  surface,
  widthPx = 860,
}: BarDrawingProps) {
  const gradient = useId();
  const marked = view === "marked";
  const outline = marked
    ? stockOutline(piece, plan, "side")
    : forgedOutline(piece, surface?.elevation ?? tellingElevation(piece));
  const lengthMm = marked ? plan.stockLengthMm : plan.straightLengthMm;
  const halfMm = Math.max(...outline.map((station) => station.halfMm));
  const abovePx = marked || stations.length > 0 ? 56 : 26;
  const frame = frameFor(lengthMm, halfMm, { widthPx, sidePx: SIDE_PX, abovePx });
  const bottomPx = frame.middlePx + halfMm * frame.scale;
  const cutsPx = marked ? 0 : cutRowsOf(piece, frame).length * cutRowPx(piece, frame);
  const heightPx = bottomPx + (marked ? 58 : 64 + cutsPx);
  return (
    <svg
      viewBox={`0 0 ${widthPx} ${Math.round(heightPx)}`}
      role="img"
      aria-label={describe(piece, plan, view, unit)}
      className="block h-auto w-full font-plain"
    >
      <defs>
        <linearGradient id={gradient} x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stopColor="#E3E7E9" />
          <stop offset="0.45" stopColor="#B7BEC3" />
          <stop offset="1" stopColor="#949DA3" />
        </linearGradient>
      </defs>
      <path
        d={outlinePath(frame, outline)}
        fill={`url(#${gradient})`}
        stroke="#5F6971"
        strokeWidth="1.2"
        strokeLinejoin="round"
      />
      {surface && !marked ? <Surface frame={frame} surface={surface} /> : null}
      {marked ? (
        <LayoutMarks frame={frame} plan={plan} halfPx={halfMm * frame.scale} unit={unit} />
      ) : (
        <Stretches frame={frame} plan={plan} yPx={bottomPx + 34} unit={unit} />
      )}
      {marked ? null : <Cuts frame={frame} piece={piece} topPx={bottomPx + 62} />}
      <Stations frame={frame} stations={stations} topPx={22} bottomPx={bottomPx + 12} />
      {pins.map((pin) => (
        <Pin key={pin.id} pin={pin} frame={frame} />
      ))}
    </svg>
  );
});

/** Holes, slots, cuts and textures on the straight bar. */
function Surface({ frame, surface }: { frame: BarFrame; surface: ForgedSurface }) {
  const stroke = { fill: "none", stroke: "#20262B", strokeWidth: 1 };
  return (
    <g>
      {surface.circles.map(({ x, y, r }, index) => (
        <circle
          key={index}
          cx={xOf(frame, x)}
          cy={frame.middlePx - y * frame.scale}
          r={r * frame.scale}
          {...stroke}
          fill="#FBFAF5"
        />
      ))}
      {surface.openings.map((points, index) => (
        <path key={index} d={`${linePath(frame, points)}Z`} {...stroke} fill="#FBFAF5" />
      ))}
      {surface.lines.map((points, index) => (
        <path key={index} d={linePath(frame, points)} {...stroke} />
      ))}
      {surface.hidden.map((points, index) => (
        <path key={index} d={linePath(frame, points)} {...stroke} strokeDasharray="4 3" />
      ))}
    </g>
  );
}

function LayoutMarks({
  frame,
  plan,
  halfPx,
  unit,
}: {
  frame: BarFrame;
  plan: BarPlan;
  halfPx: number;
  unit: LengthUnit;
}) {
  const top = frame.middlePx - halfPx;
  const bottom = frame.middlePx + halfPx;
  const labels = spreadApart(
    plan.marks.map(({ fromAMm }) => xOf(frame, fromAMm)),
    76,
  );
  return (
    <g className="text-ink">
      <text x={frame.leftPx} y={top - 30} fontSize="13" fill="#555E65">
        end A
      </text>
      <text
        x={xOf(frame, plan.stockLengthMm)}
        y={top - 30}
        fontSize="13"
        fill="#555E65"
        textAnchor="end"
      >
        end B
      </text>
      {plan.marks.map((mark, index) => {
        const x = xOf(frame, mark.fromAMm);
        return (
          <g key={mark.at}>
            <line x1={x} x2={x} y1={top - 10} y2={bottom + 10} stroke="#20262B" strokeWidth="2" />
            <text
              x={labels[index]}
              y={top - 16}
              fontSize="15"
              fontWeight="600"
              textAnchor="middle"
              fill="#20262B"
            >
              {unit === "mm"
                ? printMmRounded(mark.fromAMm)
                : printBothUnits(mark.fromAMm, "in").split(" · ")[0]}
            </text>
          </g>
        );
      })}
      <DimensionLine
        fromPx={frame.leftPx}
        toPx={xOf(frame, plan.stockLengthMm)}
        yPx={bottom + 34}
        label={`cut ${printBothUnits(plan.stockLengthMm, unit)}`}
      />
    </g>
  );
}

function Stretches({
  frame,
  plan,
  yPx,
  unit,
}: {
  frame: BarFrame;
  plan: BarPlan;
  yPx: number;
  unit: LengthUnit;
}) {
  return (
    <g>
      {plan.stretches.map((stretch) => {
        const fromPx = xOf(frame, stretch.finishedFromMm);
        const toPx = xOf(frame, stretch.finishedToMm);
        const label = labelFor(stretch.lengthMm, unit, toPx - fromPx);
        return (
          <DimensionLine key={stretch.id} fromPx={fromPx} toPx={toPx} yPx={yPx} label={label} />
        );
      })}
    </g>
  );
}

/** About how wide a figure of a dimension is, and what its ticks take, px. */
const FIGURE_PX = 7.5;
const TICKS_PX = 12;

/** A length as there is room for it: in both units, in one, its bare figure, or not at all. */
function labelFor(mm: number, unit: LengthUnit, roomPx: number): string {
  const both = printBothUnits(mm, unit);
  const one = both.split(" · ")[0]!;
  const fits = (label: string) => label.length * FIGURE_PX + TICKS_PX <= roomPx;
  return [roomPx < 150 ? one : both, one.replace(/ (mm|in)$/, "")].find(fits) ?? "";
}

const tallestMm = (piece: Piece) =>
  Math.max(...tellingSections(piece).map(({ section }) => caliperSizesMm(section)[0]));

/** Room a section and its name take along the row, px. */
const CUT_PX = 130;

const cutRowPx = (piece: Piece, { scale }: BarFrame) => Math.max(18, tallestMm(piece) * scale + 8);

/** The sections in as many rows as they need beside one another. */
function cutRowsOf(piece: Piece, { widthPx }: BarFrame) {
  const cuts = tellingSections(piece);
  const inRow = Math.max(1, Math.floor((widthPx - SIDE_PX) / CUT_PX));
  return Array.from({ length: Math.ceil(cuts.length / inRow) }, (_, row) =>
    cuts.slice(row * inRow, (row + 1) * inRow),
  );
}

/** True sections below their places. */
function Cuts({ frame, piece, topPx }: { frame: BarFrame; piece: Piece; topPx: number }) {
  const rowPx = cutRowPx(piece, frame);
  const middle = topPx + (tallestMm(piece) * frame.scale) / 2;
  return cutRowsOf(piece, frame).map((cuts, row) => {
    const left = spreadApart(
      cuts.map(({ atMm }) => xOf(frame, atMm)),
      CUT_PX,
      frame.widthPx - 120,
    );
    return (
      <g key={row}>
        {cuts.map(({ id, section }, index) => (
          <SectionCut
            key={id}
            section={section}
            scale={frame.scale}
            x={left[index]!}
            y={middle + row * rowPx}
            label={nameInText(piece.stretches.find((stretch) => stretch.id === id)!)}
            roomPx={(left[index + 1] ?? frame.widthPx) - left[index]!}
          />
        ))}
      </g>
    );
  });
}

function Stations({
  frame,
  stations,
  topPx,
  bottomPx,
}: {
  frame: BarFrame;
  stations: readonly BarStation[];
  topPx: number;
  bottomPx: number;
}) {
  const ordered = [...stations].sort((a, b) => a.atMm - b.atMm || a.number - b.number);
  const shown = aroundActive(
    ordered,
    Math.floor((frame.widthPx - 2 * STATION_EDGE_PX) / STATION_PX),
  );
  const spread = spreadApart(
    shown.map(({ atMm }) => xOf(frame, atMm)),
    STATION_PX,
    frame.widthPx - STATION_EDGE_PX,
  );
  return (
    <g>
      {shown.map(({ number, atMm, state }, index) => {
        const x = xOf(frame, atMm);
        const labelX = spread[index]!;
        const active = state === "active";
        return (
          <g key={number} opacity={state === "waiting" ? 0.75 : 1}>
            <path
              d={`M${labelX} ${topPx + 14}L${x} ${topPx + 32}V${bottomPx}`}
              fill="none"
              stroke="#20262B"
              strokeWidth={active ? 2.5 : 1}
              strokeDasharray={state === "waiting" ? "3 3" : undefined}
            />
            <circle
              cx={labelX}
              cy={topPx}
              r="14"
              fill={active ? "#20262B" : "#FBFAF5"}
              stroke="#20262B"
              strokeWidth="1.6"
            />
            <text
              x={labelX}
              y={topPx + 4.5}
              fontSize="13"
              fontWeight="600"
              textAnchor="middle"
              fill={active ? "#FBFAF5" : "#20262B"}
            >
              {number}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** Room a station's ring takes, and what is left free at the drawing's ends, px. */
const STATION_PX = 33;
const STATION_EDGE_PX = 18;

/** As many stations as have room beside one another, about the one that is measured. */
function aroundActive(ordered: readonly BarStation[], room: number): readonly BarStation[] {
  const active = ordered.findIndex(({ state }) => state === "active");
  const first = Math.min(Math.max(0, active - Math.floor(room / 2)), ordered.length - room);
  return first <= 0 ? ordered.slice(0, room) : ordered.slice(first, first + room);
}

function Pin({ pin, frame }: { pin: BarPin; frame: BarFrame }) {
  const x = xOf(frame, pin.atMm);
  const flip = x > frame.widthPx * 0.7;
  return (
    <g fill="#A8322A" stroke="#FBFAF5" strokeWidth="3" paintOrder="stroke">
      <path
        d={`M${x - 7} ${frame.middlePx - 7}L${x + 7} ${frame.middlePx + 7}M${x + 7} ${frame.middlePx - 7}L${x - 7} ${frame.middlePx + 7}`}
        stroke="#A8322A"
        strokeWidth="3.5"
      />
      <text
        x={flip ? x - 14 : x + 14}
        y={frame.middlePx + 4.5}
        fontSize="13"
        fontWeight="600"
        textAnchor={flip ? "end" : "start"}
      >
        {pin.label}
      </text>
    </g>
  );
}

function describe(
  piece: Piece,
  plan: BarPlan,
  view: "marked" | "forged",
  unit: LengthUnit,
): string {
  if (view === "marked") {
    const marks = plan.marks.map(({ fromAMm }) => printBothUnits(fromAMm, unit)).join("; ");
    return `${piece.name}, as marked: cut ${printBothUnits(plan.stockLengthMm, unit)}; marks from end A at ${marks || "none"}.`;
  }
  const parts = plan.stretches.map(
    ({ name, lengthMm }) => `${name} ${printBothUnits(lengthMm, unit)}`,
  );
  return `${piece.name}, as forged, from end A: ${parts.join("; ")}.`;
}
