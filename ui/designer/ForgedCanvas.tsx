"use client";

import { useDrag } from "@use-gesture/react";
import { useMemo } from "react";
import { layBar, sectionAt, type LaidBar } from "@/core/piece/bar";
import { moveBoundary, moveFeature, replaceStretch, resizeStretch } from "@/core/piece/edit";
import { featureName } from "@/core/piece/featureCharacteristics";
import { featureExtent } from "@/core/piece/features";
import { extentsOf, finishBar } from "@/core/piece/finish";
import type { Elevation } from "@/core/piece/outline";
import type { Feature } from "@/core/piece/piece";
import { stretchName } from "@/core/piece/stretch";
import { snapPosition, snapSize } from "@/core/piece/snap";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";
import { DimensionLine } from "../bar/DimensionLine";
import { fitFrame, frameAt, pathOf, type Frame } from "../drawing/frame";
import type { Bar } from "./bars";

const MARGIN = { left: 36, right: 36, top: 78, bottom: 96 };
const WIDTH_PX = 860;
const TALLEST_PX = 300;
/** How near a sensible place a drag has to come, px. */
const SNAP_PX = 7;
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
    const straight = features.filter(({ kind }) => kind === "hole" || kind === "twist");
    return finishBar(bar.stretches, straight, elevation);
  }, [bar.stretches, features, elevation]);
  const extents = useMemo(() => extentsOf(drawn.outline), [drawn]);
  const lanes = useMemo(() => lanesOf(features, laid), [features, laid]);
  const margin = { ...MARGIN, top: MARGIN.top + Math.max(0, ...lanes.values()) * LANE_PX };
  const room = { widthPx: WIDTH_PX, heightPx: TALLEST_PX + margin.top, marginPx: margin };
  const frame = scale === undefined ? fitFrame(extents, room) : frameAt(extents, scale, room);
  const topPx = frame.y(extents.maxY);
  const floorPx = frame.y(extents.minY);
  const snap = (mm: number, without: number[]) =>
    snapPosition(mm, {
      lengthMm: laid.lengthMm,
      places: placesOf(laid, features).filter((place) => !without.includes(place)),
      reachMm: SNAP_PX / frame.scale,
      unit,
    });
  return (
    <svg
      viewBox={`0 0 ${Math.round(frame.widthPx)} ${Math.round(frame.heightPx)}`}
      width={scale === undefined ? undefined : frame.widthPx}
      className={`block touch-none font-plain select-none ${scale === undefined ? "h-auto w-full" : "max-w-none"}`}
      role="group"
      aria-label="The bar, as forged"
      onClick={() => onSelect(null)}
    >
      <path
        d={pathOf(frame, drawn.outline, true)}
        fill="#B7BEC3"
        stroke="#5F6971"
        strokeWidth="1.2"
        strokeLinejoin="round"
      />
      {drawn.twists.map((points, index) => (
        <path
          key={index}
          d={pathOf(frame, points, false)}
          fill="none"
          stroke="#5F6971"
          strokeWidth="1.1"
        />
      ))}
      {drawn.holes.map(({ id, circle, sides }) =>
        circle ? (
          <circle
            key={id}
            cx={frame.x(circle.x)}
            cy={frame.y(circle.y)}
            r={circle.r * frame.scale}
            fill="#FBFAF5"
            stroke="#5F6971"
          />
        ) : (
          sides?.map((points, index) => (
            <path
              key={`${id}${index}`}
              d={pathOf(frame, points, false)}
              stroke="#5F6971"
              strokeDasharray="4 3"
            />
          ))
        ),
      )}
      {laid.stretches.map(({ stretch, fromMm, toMm }) => (
        <StretchHit
          key={stretch.id}
          name={stretchName(stretch)}
          selected={selected === stretch.id}
          box={{
            x: frame.x(fromMm),
            width: (toMm - fromMm) * frame.scale,
            y: topPx - 8,
            height: floorPx - topPx + 16,
          }}
          onSelect={() => onSelect(stretch.id)}
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
          onSelect={() => onSelect(feature.id)}
          dragging={dragging}
          snap={snap}
        />
      ))}
      {laid.stretches.map(({ stretch, toMm }, index) => {
        const last = index === laid.stretches.length - 1;
        return (
          <BoundaryGrip
            key={stretch.id}
            name={last ? "End B" : `End of ${stretchName(stretch).toLowerCase()}`}
            xPx={frame.x(toMm)}
            topPx={topPx}
            floorPx={floorPx}
            mmPerPx={1 / frame.scale}
            atMm={toMm}
            dragging={dragging}
            onSelect={() => onSelect(stretch.id)}
            change={(toMmNow) => (now) =>
              last
                ? resizeStretch(now, stretch.id, snap(toMmNow, [toMm]) - startOf(now, stretch.id))
                : moveBoundary(now, stretch.id, snap(toMmNow, [toMm]))
            }
          />
        );
      })}
      <ThicknessGrip
        key={`thick-${selected}`}
        bar={bar}
        laid={laid}
        selected={selected}
        frame={frame}
        unit={unit}
        dragging={dragging}
      />
    </svg>
  );
}

const startOf = (bar: Bar, id: string) => {
  const index = bar.stretches.findIndex((stretch) => stretch.id === id);
  return bar.stretches.slice(0, index).reduce((sum, { length }) => sum + length, 0);
};

const placesOf = (laid: LaidBar, features: readonly Feature[]) => [
  ...laid.stretches.map(({ toMm }) => toMm),
  ...features.flatMap((feature) => ("at" in feature ? [feature.at] : [feature.from, feature.to])),
];

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

function StretchHit({
  name,
  selected,
  box,
  onSelect,
}: {
  name: string;
  selected: boolean;
  box: { x: number; y: number; width: number; height: number };
  onSelect: () => void;
}) {
  return (
    <rect
      {...box}
      fill="transparent"
      stroke={selected ? "#20262B" : "none"}
      strokeWidth="2.5"
      className="cursor-pointer"
      aria-hidden="true"
      data-stretch={name}
      onClick={(event) => {
        event.stopPropagation();
        onSelect();
      }}
    />
  );
}

interface BoundaryGripProps {
  name: string;
  xPx: number;
  topPx: number;
  floorPx: number;
  mmPerPx: number;
  atMm: number;
  dragging: Dragging;
  onSelect: () => void;
  change: (toMm: number) => (bar: Bar) => Bar;
}

/** The boundary between two stretches, or the far end: drag it, or move it with the arrow keys. */
function BoundaryGrip({
  name,
  xPx,
  topPx,
  floorPx,
  mmPerPx,
  atMm,
  dragging,
  onSelect,
  change,
}: BoundaryGripProps) {
  const bind = useGrip({ atMm, mmPerPx, dragging, onSelect, change });
  return (
    <g {...bind()} className="cursor-ew-resize" aria-hidden="true" data-grip={name}>
      <rect
        x={xPx - 12}
        y={topPx - 14}
        width="24"
        height={floorPx - topPx + 28}
        fill="transparent"
      />
      <path d={`M${xPx} ${topPx - 10}V${floorPx + 10}`} stroke="#20262B" strokeWidth="1.4" />
      <rect x={xPx - 5} y={floorPx + 6} width="10" height="10" fill="#20262B" />
    </g>
  );
}

interface Grip {
  atMm: number;
  mmPerPx: number;
  dragging: Dragging;
  onSelect: () => void;
  change: (toMm: number) => (bar: Bar) => Bar;
}

/** Drags along the bar: one step of the history from press to release. */
function useGrip({ atMm, mmPerPx, dragging, onSelect, change }: Grip) {
  return useDrag(
    ({ first, last, movement: [px], memo, event, tap }) => {
      event.stopPropagation();
      const startMm = (memo as number | undefined) ?? atMm;
      if (first) {
        onSelect();
        dragging.begin();
      }
      if (!tap && px !== 0)
        dragging.change(change(startMm + px * mmPerPx * pixelRatioOf(event.target)));
      if (last) dragging.end();
      return startMm;
    },
    { filterTaps: true, pointer: { capture: true } },
  );
}

/** Drawing pixels for a pixel of the screen: the drawing is scaled to its column. */
function pixelRatioOf(target: EventTarget | null): number {
  const svg = target instanceof SVGElement ? target.ownerSVGElement : null;
  const width = svg?.getBoundingClientRect().width ?? 0;
  return svg && width > 0 ? svg.viewBox.baseVal.width / width : 1;
}

interface FeatureGripProps {
  feature: Feature;
  laid: LaidBar;
  frame: Frame;
  yPx: number;
  barPx: number;
  selected: boolean;
  onSelect: () => void;
  dragging: Dragging;
  snap: (mm: number, without: number[]) => number;
}

/** A feature above its place: drag it whole, or by its ends. */
function FeatureGrip({
  feature,
  laid,
  frame,
  yPx,
  barPx,
  selected,
  onSelect,
  dragging,
  snap,
}: FeatureGripProps) {
  const { fromMm, toMm } = featureExtent(feature, laid);
  const [fromPx, toPx] = [frame.x(fromMm), frame.x(toMm)];
  const own = "at" in feature ? [feature.at] : [feature.from, feature.to];
  const mmPerPx = 1 / frame.scale;
  const grip = (which: "whole" | "from" | "to", atMm: number) => ({
    atMm,
    mmPerPx,
    dragging,
    onSelect,
    change: (mm: number) => (bar: Bar) =>
      moveFeature(bar, feature.id, { toMm: snap(mm, own), grip: which }),
  });
  const whole = useGrip(grip("whole", own[0]!));
  const from = useGrip(grip("from", own[0]!));
  const to = useGrip(grip("to", own.at(-1)!));
  const name = featureName(feature);
  const ink = selected ? "#20262B" : "#555E65";
  const middle = (fromPx + toPx) / 2;
  return (
    <g aria-hidden="true" data-feature={name} onClick={(event) => event.stopPropagation()}>
      <path
        d={`M${fromPx} ${barPx}V${yPx}H${toPx}V${barPx}`}
        fill="none"
        stroke={ink}
        strokeWidth={selected ? 2.2 : 1}
        strokeDasharray={selected ? undefined : "3 3"}
      />
      <g {...whole()} className="cursor-grab">
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
              ["from", fromPx, from],
              ["to", toPx, to],
            ] as const
          ).map(([which, x, bind]) => (
            <g key={which} {...bind()} className="cursor-ew-resize" data-grip={`${name} ${which}`}>
              <rect x={x - 11} y={yPx - 11} width="22" height="22" fill="transparent" />
              <rect x={x - 4} y={yPx - 4} width="8" height="8" fill={ink} />
            </g>
          ))
        : null}
    </g>
  );
}

interface ThicknessGripProps {
  bar: Bar;
  laid: LaidBar;
  selected: string | null;
  frame: Frame;
  unit: LengthUnit;
  dragging: Dragging;
}

/** The upper edge of the selected plain stretch: drag it to make the stretch thicker or thinner. */
function ThicknessGrip({ laid, selected, frame, unit, dragging }: ThicknessGripProps) {
  const found = laid.stretches.find(({ stretch }) => stretch.id === selected);
  const middleMm = found ? (found.fromMm + found.toMm) / 2 : 0;
  const section = found ? sectionAt(laid, middleMm) : null;
  const sizeMm = !section ? 0 : section.shape === "flat" ? section.thickness : section.size;
  const bind = useDrag(
    ({ first, last, movement: [, py], memo, event, tap }) => {
      event.stopPropagation();
      const startMm = (memo as number | undefined) ?? sizeMm;
      if (first) dragging.begin();
      if (!tap && py !== 0 && found?.stretch.kind === "prism") {
        const mm = startMm - (2 * py * pixelRatioOf(event.target)) / frame.scale;
        const next = Math.min(200, snapSize(mm, unit));
        dragging.change((bar) => thickened(bar, found.stretch.id, next));
      }
      if (last) dragging.end();
      return startMm;
    },
    { filterTaps: true, pointer: { capture: true } },
  );
  if (!found || found.stretch.kind !== "prism") return null;
  const [x, y] = [frame.x(middleMm), frame.y(sizeMm / 2)];
  return (
    <g {...bind()} className="cursor-ns-resize" aria-hidden="true" data-grip="thickness">
      <rect x={x - 14} y={y - 14} width="28" height="28" fill="transparent" />
      <rect x={x - 5} y={y - 5} width="10" height="10" fill="#20262B" />
    </g>
  );
}

function thickened(bar: Bar, id: string, sizeMm: number): Bar {
  const stretch = bar.stretches.find((one) => one.id === id);
  if (stretch?.kind !== "prism") return bar;
  const { section } = stretch;
  const next =
    section.shape === "flat"
      ? { ...section, thickness: Math.min(sizeMm, section.width) }
      : { ...section, size: sizeMm };
  return replaceStretch(bar, id, { ...stretch, section: next });
}
