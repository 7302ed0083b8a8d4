import { sectionAt, type LaidBar } from "@/core/bar/bar";
import { nameInText, shortened } from "@/core/bar/named";
import { featureExtent, featureName } from "@/core/feature/registry";
import type { SurfaceMarks } from "@/core/feature/surface";
import type { Feature } from "@/core/piece/piece";
import { caliperSizesMm } from "@/core/section/section";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";
import { DimensionLine } from "../bar/DimensionLine";
import { pathOf, type Frame } from "../drawing/frame";
import { handleName } from "./handles";

/** Every stretch's length below the bar, and the length of the whole. */
export function LengthLines({
  laid,
  frame,
  floorPx,
  unit,
}: {
  laid: LaidBar;
  frame: Frame;
  floorPx: number;
  unit: LengthUnit;
}) {
  return (
    <>
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
    </>
  );
}

/** Where each stretch ends: dragged to make it longer or shorter. */
export function BoundaryGrips({
  laid,
  frame,
  topPx,
  floorPx,
}: {
  laid: LaidBar;
  frame: Frame;
  topPx: number;
  floorPx: number;
}) {
  return laid.stretches.map(({ stretch, toMm }, index) => {
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
  });
}

/** Longer names are cut short over the drawing. */
const MAX_LETTERS = 22;

/** What a feature is called over its place on the drawing. */
export const gripName = (feature: Feature): string => shortened(featureName(feature), MAX_LETTERS);

interface FeatureGripProps {
  feature: Feature;
  laid: LaidBar;
  frame: Frame;
  yPx: number;
  barPx: number;
  selected: boolean;
}

/** A feature above its place: dragged whole by its name, or by its ends. */
export function FeatureGrip({ feature, laid, frame, yPx, barPx, selected }: FeatureGripProps) {
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
          <title>{name}</title>
          {gripName(feature)}
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
export function ThicknessGrip({
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
export function SurfaceSvg({ marks, frame }: { marks: SurfaceMarks; frame: Frame }) {
  const { lines = [], raised = [], circles = [], openings = [], hidden = [] } = marks;
  return (
    <>
      {raised.map((points, index) => (
        <path
          key={`raised${index}`}
          d={pathOf(frame, points, true)}
          fill="#B7BEC3"
          stroke="#5F6971"
          strokeWidth="1.1"
        />
      ))}
      {lines.map((points, index) => (
        <path
          key={`line${index}`}
          d={pathOf(frame, points, false)}
          fill="none"
          stroke="#5F6971"
          strokeWidth="1.1"
        />
      ))}
      {openings.map((points, index) => (
        <path
          key={`opening${index}`}
          d={pathOf(frame, points, true)}
          fill="#FBFAF5"
          stroke="#5F6971"
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
