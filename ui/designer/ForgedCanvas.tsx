"use client";

import { useDrag } from "@use-gesture/react";
import { useMemo, useState } from "react";
import { layBar, sectionAt, type LaidBar } from "@/core/bar/bar";
import { featureExtent, featureName, kindOf } from "@/core/feature/registry";
import type { SurfaceMarks } from "@/core/feature/surface";
import { extentsOf, finishBar } from "@/core/piece/finish";
import type { Elevation } from "@/core/piece/outline";
import type { Feature } from "@/core/piece/piece";
import { nameInText } from "@/core/bar/named";
import { caliperSizesMm } from "@/core/section/section";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";
import { DimensionLine } from "../bar/DimensionLine";
import { fitFrame, frameAt, pathOf, type Frame } from "../drawing/frame";
import type { Bar } from "./bars";
import { draggedBar, handleName, readHandle, startOfHandle, type Handle } from "./handles";

const MARGIN = { left: 36, right: 36, top: 78, bottom: 96 };
const WIDTH_PX = 860;
const TALLEST_PX = 300;
const LANE_PX = 26;

export interface Dragging {
  begin: () => void;
  end: () => void;
  change: (change: (bar: Bar) => Bar) => void;
}

interface CanvasProps {
  bar: Bar;
  elevation: Elevation;
  unit: LengthUnit;
  /** Pixels a millimetre; what fits, unless zoomed. */
  scale?: number | undefined;
  selected: string | null;
  onSelect: (id: string | null) => void;
  dragging: Dragging;
}

/** The bar as forged and still straight, edited directly: its ends and boundaries dragged, features moved along it. */
export function ForgedCanvas({
  bar,
  elevation,
  unit,
  scale,
  selected,
  onSelect,
  dragging,
}: CanvasProps) {
  const laid = useMemo(() => layBar(bar.stretches), [bar.stretches]);
  const features = useMemo(() => bar.features ?? [], [bar.features]);
  const drawn = useMemo(() => {
    const straight = features.filter((feature) => !kindOf(feature).curves);
    return finishBar(bar.stretches, straight, elevation);
  }, [bar.stretches, features, elevation]);
  const extents = useMemo(() => extentsOf(drawn.outline), [drawn]);
  const lanes = useMemo(() => lanesOf(features, laid), [features, laid]);
  const margin = { ...MARGIN, top: MARGIN.top + Math.max(0, ...lanes.values()) * LANE_PX };
  const room = { widthPx: WIDTH_PX, heightPx: TALLEST_PX + margin.top, marginPx: margin };
  const fitted = scale === undefined ? fitFrame(extents, room) : frameAt(extents, scale, room);
  // While the hand holds something the scale stays, so that it follows the hand.
  const [held, setHeld] = useState<Frame | null>(null);
  const frame = held ?? fitted;
  const topPx = frame.y(extents.maxY);
  const floorPx = frame.y(extents.minY);
  const bind = useDrag<PointerEvent>(
    ({ first, last, movement, memo, event, tap, cancel }): Held | undefined => {
      const start = (memo as Held | undefined) ?? grab(event, bar, frame);
      if (!start) {
        cancel();
        return undefined;
      }
      if (first) {
        onSelect(start.handle.id);
        dragging.begin();
        setHeld(frame);
      }
      if (!tap)
        dragging.change((now) =>
          draggedBar(now, start.handle, {
            startMm: start.startMm,
            byMm: [movement[0] * start.mmPerPx, -movement[1] * start.mmPerPx],
            mmPerPx: start.mmPerPx,
            unit,
          }),
        );
      if (last) {
        dragging.end();
        setHeld(null);
      }
      return start;
    },
    { filterTaps: true, pointer: { capture: true } },
  );
  return (
    <svg
      viewBox={`0 0 ${Math.round(frame.widthPx)} ${Math.round(frame.heightPx)}`}
      width={scale === undefined ? undefined : frame.widthPx}
      className={`block touch-none font-plain select-none ${scale === undefined ? "h-auto w-full" : "max-w-none"}`}
      role="group"
      aria-label="The bar, as forged"
      {...bind()}
      onClick={({ target }) => {
        const chosen = (target as Element).closest<SVGElement>("[data-select]");
        onSelect(chosen?.dataset.select ?? null);
      }}
    >
      <path
        d={pathOf(frame, drawn.outline, true)}
        fill="#B7BEC3"
        stroke="#5F6971"
        strokeWidth="1.2"
        strokeLinejoin="round"
      />
      {drawn.surface.map(({ id, ...marks }) => (
        <SurfaceSvg key={id} marks={marks} frame={frame} />
      ))}
      {laid.stretches.map(({ stretch, fromMm, toMm }) => (
        <rect
          key={stretch.id}
          x={frame.x(fromMm)}
          width={(toMm - fromMm) * frame.scale}
          y={topPx - 8}
          height={floorPx - topPx + 16}
          fill="transparent"
          stroke={selected === stretch.id ? "#20262B" : "none"}
          strokeWidth="2.5"
          className="cursor-pointer"
          data-select={stretch.id}
        />
      ))}
      {laid.stretches.map(({ stretch, fromMm, toMm }) => {
        const both = printBothUnits(stretch.length, unit);
        const widthPx = (toMm - fromMm) * frame.scale;
        return (
          <DimensionLine
            key={stretch.id}
            fromPx={frame.x(fromMm)}
            toPx={frame.x(toMm)}
            yPx={floorPx + 40}
            label={widthPx < 46 ? "" : widthPx < 150 ? both.split(" · ")[0]! : both}
          />
        );
      })}
      <DimensionLine
        fromPx={frame.x(0)}
        toPx={frame.x(laid.lengthMm)}
        yPx={floorPx + 72}
        label={printBothUnits(laid.lengthMm, unit)}
      />
      {features.map((feature) => (
        <FeatureGrip
          key={feature.id}
          feature={feature}
          laid={laid}
          frame={frame}
          yPx={topPx - 30 - (lanes.get(feature.id) ?? 0) * LANE_PX}
          barPx={topPx}
          selected={selected === feature.id}
        />
      ))}
      {laid.stretches.map(({ stretch, toMm }, index) => {
        const last = index === laid.stretches.length - 1;
        const name = last ? "End B" : `End of ${nameInText(stretch)}`;
        return (
          <g
            key={stretch.id}
            className="cursor-ew-resize"
            data-grip={name}
            data-select={stretch.id}
            data-handle={handleName({ kind: last ? "end" : "boundary", id: stretch.id })}
          >
            <rect
              x={frame.x(toMm) - 12}
              y={topPx - 14}
              width="24"
              height={floorPx - topPx + 28}
              fill="transparent"
            />
            <path
              d={`M${frame.x(toMm)} ${topPx - 10}V${floorPx + 10}`}
              stroke="#20262B"
              strokeWidth="1.4"
            />
            <rect x={frame.x(toMm) - 5} y={floorPx + 6} width="10" height="10" fill="#20262B" />
          </g>
        );
      })}
      <ThicknessGrip laid={laid} selected={selected} frame={frame} />
    </svg>
  );
}

/** What the hand took hold of, and the scale it was drawn at then. */
interface Held {
  handle: Handle;
  startMm: number;
  mmPerPx: number;
}

function grab({ target }: PointerEvent, bar: Bar, frame: Frame): Held | null {
  const grip = target instanceof Element ? target.closest<SVGElement>("[data-handle]") : null;
  const handle = readHandle(grip?.dataset.handle);
  const svg = grip?.ownerSVGElement;
  const widthPx = svg?.getBoundingClientRect().width ?? 0;
  if (!handle || !svg || widthPx === 0) return null;
  // The drawing is scaled to its column.
  const mmPerPx = svg.viewBox.baseVal.width / widthPx / frame.scale;
  return { handle, startMm: startOfHandle(bar, handle), mmPerPx };
}

/** Which lane each feature's name stands in, so that none covers another. */
function lanesOf(features: readonly Feature[], laid: LaidBar): Map<string, number> {
  const ends: number[] = [];
  const lanes = new Map<string, number>();
  const gapMm = laid.lengthMm / 9;
  const placed = features
    .map((feature) => ({ feature, ...featureExtent(feature, laid) }))
    .sort((a, b) => a.fromMm - b.fromMm);
  for (const { feature, fromMm, toMm } of placed) {
    const lane = ends.findIndex((endMm) => endMm < fromMm);
    const taken = lane < 0 ? ends.length : lane;
    ends[taken] = Math.max(toMm, (fromMm + toMm) / 2 + gapMm / 2) + gapMm / 4;
    lanes.set(feature.id, taken);
  }
  return lanes;
}

interface FeatureGripProps {
  feature: Feature;
  laid: LaidBar;
  frame: Frame;
  yPx: number;
  barPx: number;
  selected: boolean;
}

/** A feature above its place: dragged whole by its name, or by its ends. */
function FeatureGrip({ feature, laid, frame, yPx, barPx, selected }: FeatureGripProps) {
  const { fromMm, toMm } = featureExtent(feature, laid);
  const [fromPx, toPx] = [frame.x(fromMm), frame.x(toMm)];
  const name = featureName(feature);
  const ink = selected ? "#20262B" : "#555E65";
  const middle = (fromPx + toPx) / 2;
  const { id } = feature;
  return (
    <g data-feature={name} data-select={id}>
      <path
        d={`M${fromPx} ${barPx}V${yPx}H${toPx}V${barPx}`}
        fill="none"
        stroke={ink}
        strokeWidth={selected ? 2.2 : 1}
        strokeDasharray={selected ? undefined : "3 3"}
      />
      <g className="cursor-grab" data-handle={handleName({ kind: "whole", id })}>
        <rect
          x={Math.min(fromPx, middle - 34)}
          y={yPx - 20}
          width={Math.max(toPx - fromPx, 68)}
          height="26"
          fill="transparent"
        />
        <text
          x={middle}
          y={yPx - 5}
          fontSize="13"
          fontWeight={selected ? 700 : 500}
          textAnchor="middle"
          fill={ink}
          stroke="#FBFAF5"
          strokeWidth="4"
          paintOrder="stroke"
        >
          {name}
        </text>
      </g>
      {"from" in feature
        ? (
            [
              ["from", fromPx],
              ["to", toPx],
            ] as const
          ).map(([kind, x]) => (
            <g
              key={kind}
              className="cursor-ew-resize"
              data-grip={`${name} ${kind}`}
              data-handle={handleName({ kind, id })}
            >
              <rect x={x - 11} y={yPx - 11} width="22" height="22" fill="transparent" />
              <rect x={x - 4} y={yPx - 4} width="8" height="8" fill={ink} />
            </g>
          ))
        : null}
    </g>
  );
}

/** The upper edge of the selected plain stretch: drag it to make the stretch thicker or thinner. */
function ThicknessGrip({
  laid,
  selected,
  frame,
}: {
  laid: LaidBar;
  selected: string | null;
  frame: Frame;
}) {
  const found = laid.stretches.find(({ stretch }) => stretch.id === selected);
  if (found?.stretch.kind !== "prism") return null;
  const middleMm = (found.fromMm + found.toMm) / 2;
  const [thickMm] = caliperSizesMm(sectionAt(laid, middleMm));
  const [x, y] = [frame.x(middleMm), frame.y(thickMm / 2)];
  return (
    <g
      className="cursor-ns-resize"
      data-grip="thickness"
      data-select={found.stretch.id}
      data-handle={handleName({ kind: "thickness", id: found.stretch.id })}
    >
      <rect x={x - 14} y={y - 14} width="28" height="28" fill="transparent" />
      <rect x={x - 5} y={y - 5} width="10" height="10" fill="#20262B" />
    </g>
  );
}

/** What a feature draws on the steel. */
function SurfaceSvg({ marks, frame }: { marks: SurfaceMarks; frame: Frame }) {
  const { lines = [], circles = [], hidden = [] } = marks;
  return (
    <>
      {lines.map((points, index) => (
        <path
          key={`line${index}`}
          d={pathOf(frame, points, false)}
          fill="none"
          stroke="#5F6971"
          strokeWidth="1.1"
        />
      ))}
      {circles.map(({ x, y, r }, index) => (
        <circle
          key={`circle${index}`}
          cx={frame.x(x)}
          cy={frame.y(y)}
          r={r * frame.scale}
          fill="#FBFAF5"
          stroke="#5F6971"
        />
      ))}
      {hidden.map((points, index) => (
        <path
          key={`hidden${index}`}
          d={pathOf(frame, points, false)}
          stroke="#5F6971"
          strokeDasharray="4 3"
        />
      ))}
    </>
  );
}
