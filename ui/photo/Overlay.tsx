"use client";

import { useEffect, useRef, useState } from "react";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import type { PictureMeasured } from "@/vision/messages";
import { STATE_PATHS } from "../kit/StateShape";
import { EdgeHandles } from "./EdgeHandles";
import type { PictureLine } from "./useReadings";

interface OverlayProps {
  url: string;
  measured: PictureMeasured;
  lines: readonly PictureLine[];
  activeId: string | null;
  unit: LengthUnit;
  /** Whether the lit reading is looked at closer. */
  isClose: boolean;
  onPick: (id: string) => void;
  /** The lit reading's edges were moved. */
  onMove: (id: string, value: number) => void;
}

/** How much closer the lit reading is looked at. */
const CLOSER = 3;
const STATE_FILL = {
  "on-size": "#2F6F5B",
  heavy: "#A66A12",
  light: "#A8322A",
  "too-close": "#4E6A86",
} as const;

/** A tag's size and its distance from its place, in widths of the screen's pixels. */
const TAG = { high: 26, perLetter: 8.4, pad: 42, away: 44 } as const;

/** The picture as it was taken, what was found in it as a chalk line, and a tag for each reading. */
export function Overlay({
  url,
  measured,
  lines,
  activeId,
  unit,
  isClose,
  onPick,
  onMove,
}: OverlayProps) {
  const { widthPx, heightPx, outlines, places } = measured;
  const frame = useRef<HTMLDivElement>(null);
  const [screen, setScreen] = useState({ width: 860, height: 366 });
  useEffect(() => {
    const box = frame.current!;
    const watch = new ResizeObserver(() => {
      const { clientWidth: width, clientHeight: height } = box;
      if (width > 0 && height > 0) setScreen({ width, height });
    });
    watch.observe(box);
    return () => watch.disconnect();
  }, []);
  const at = activeId ? places[activeId] : undefined;
  const whole = aroundPiece(outlines.flat(), screen);
  const view = isClose && at ? closerAt(at, whole) : whole;
  // Tags keep their size on the screen, however close the picture is looked at.
  const scale = view.width / screen.width;
  const tags = placedTags(lines, places, { unit, scale, view });
  const isLit = (id: string) => id === activeId;
  const moved = movable(activeId, measured, lines);
  return (
    <div
      ref={frame}
      className="relative aspect-[4/3] overflow-hidden border border-rule bg-ink sm:aspect-[2.35]"
    >
      <svg
        viewBox={`${view.x} ${view.y} ${view.width} ${view.height}`}
        className="absolute inset-0 size-full"
        role="group"
        aria-label="The picture with what was read in it"
      >
        <image href={url} width={widthPx} height={heightPx} />
        {outlines.map((line, index) => (
          <g key={index} fill="none" strokeLinejoin="round">
            <path d={pathOf(line)} stroke="#20262B" strokeWidth={4 * scale} opacity="0.7" />
            <path d={pathOf(line)} stroke="#F0EEE4" strokeWidth={1.8 * scale} />
          </g>
        ))}
        {tags.map(({ id, number, x, y, wide, place, text, state }) => (
          <g
            key={id}
            role="button"
            tabIndex={-1}
            aria-label={`Reading ${number}: ${text}`}
            className="cursor-pointer"
            onClick={() => onPick(id)}
          >
            <path
              d={`M${place.x} ${place.y}L${x + wide / 2} ${y + (TAG.high / 2) * scale}`}
              stroke="#20262B"
              strokeWidth={1.5 * scale}
            />
            <circle
              cx={place.x}
              cy={place.y}
              r={4 * scale}
              fill="#FBFAF5"
              stroke="#20262B"
              strokeWidth={2 * scale}
            />
            <g transform={`translate(${x} ${y}) scale(${scale})`}>
              <rect
                width={wide / scale}
                height={TAG.high}
                rx="2"
                fill="#FBFAF5"
                stroke="#20262B"
                strokeWidth={isLit(id) ? 3 : 1}
              />
              <circle
                cx="14"
                cy={TAG.high / 2}
                r="9"
                fill={isLit(id) ? "#20262B" : "none"}
                stroke="#20262B"
              />
              <text
                x="14"
                y={TAG.high / 2 + 4}
                textAnchor="middle"
                fontSize="11"
                fontWeight="600"
                fill={isLit(id) ? "#FBFAF5" : "#20262B"}
              >
                {number}
              </text>
              <text x="28" y={TAG.high / 2 + 5} fontSize="15" fontWeight="600" fill="#20262B">
                {text}
              </text>
              <path
                d={STATE_PATHS[state]}
                transform={`translate(${wide / scale - 17} ${TAG.high / 2 - 6}) scale(0.75)`}
                fill={state === "light" || state === "too-close" ? "none" : STATE_FILL[state]}
                stroke={STATE_FILL[state]}
                strokeWidth="2"
              />
            </g>
          </g>
        ))}
        {moved ? (
          <EdgeHandles
            key={moved.id}
            {...moved}
            scale={scale}
            onMove={(value) => onMove(moved.id, value)}
          />
        ) : null}
      </svg>
    </div>
  );
}

/** The lit reading where it is between two edges: they can be moved. */
function movable(
  id: string | null,
  { spans, readings }: PictureMeasured,
  lines: readonly PictureLine[],
) {
  const span = id === null ? undefined : spans[id];
  const read = readings.find((one) => one.id === id)?.values[0];
  const value = lines.find(({ line }) => line.id === id);
  if (!span || !read || !value?.values) return null;
  return { id: id!, span, readValue: read, value: value.values[0]!, name: value.line.name };
}

interface View {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Free room round the piece, as a share of its size: what tags need. */
const ROOM = 0.22;

/** The part of the picture that shows the piece, in the shape of the screen. */
function aroundPiece(
  edge: readonly { x: number; y: number }[],
  screen: { width: number; height: number },
): View {
  const [xs, ys] = [edge.map(({ x }) => x), edge.map(({ y }) => y)];
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const [wide, high] = [Math.max(...xs) - left, Math.max(...ys) - top];
  const room = Math.max(wide, high) * ROOM;
  const aspect = screen.width / screen.height;
  const width = Math.max(wide + room, (high + room) * aspect);
  const height = width / aspect;
  return { x: left + wide / 2 - width / 2, y: top + high / 2 - height / 2, width, height };
}

function closerAt(at: { x: number; y: number }, whole: View): View {
  const [width, height] = [whole.width / CLOSER, whole.height / CLOSER];
  return { x: at.x - width / 2, y: at.y - height / 2, width, height };
}

const pathOf = (line: readonly { x: number; y: number }[]): string =>
  `M${line.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join("L")}Z`;

/** Tags beside their places, away from the middle of the piece and from one another. */
function placedTags(
  lines: readonly PictureLine[],
  places: PictureMeasured["places"],
  { unit, scale, view }: { unit: LengthUnit; scale: number; view: View },
) {
  const taken: { x: number; y: number; wide: number }[] = [];
  return lines.flatMap(({ line, number, judgement }) => {
    const place = places[line.id];
    if (!judgement || !place) return [];
    const text = printMeasured(judgement.value, line.unit, unit);
    const wide = (TAG.pad + text.length * TAG.perLetter + 12) * scale;
    const high = TAG.high * scale;
    const clear = ({ x, y }: { x: number; y: number }) =>
      x >= view.x &&
      y >= view.y &&
      x + wide <= view.x + view.width &&
      y + high <= view.y + view.height &&
      taken.every(
        (one) => x > one.x + one.wide || x + wide < one.x || Math.abs(y - one.y) > high * 1.15,
      );
    const away = TAG.away * scale;
    const tries = [1, 1.8, 2.8, 4].flatMap((times) =>
      [
        [0, -1],
        [0, 1],
        [0.9, -0.8],
        [-0.9, -0.8],
        [0.9, 0.8],
        [-0.9, 0.8],
      ].map(([dx, dy]) => ({
        x: place.x + dx! * away * times - wide / 2,
        y: place.y + dy! * away * times - high / 2,
      })),
    );
    const at = tries.find(clear) ?? tries[0]!;
    taken.push({ ...at, wide });
    return [{ id: line.id, number, place, text, wide, state: judgement.state, ...at }];
  });
}
