"use client";

import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { MatPoint } from "@/core/photo/mat";

interface EdgeHandlesProps {
  /** Where both edges were seen, in the picture's pixels. */
  span: readonly [MatPoint, MatPoint];
  /** What is between them as it was read, and as it stands. */
  readValue: number;
  value: number;
  /** The picture's pixels to one of the screen's. */
  scale: number;
  name: string;
  onMove: (value: number) => void;
}

/** A square is drawn so large, and taken hold of within so much, in the screen's pixels. */
const SQUARE = 16;
const HOLD = 44;
/** What an arrow key moves an edge by, in the value's unit. */
const KEY_STEP = 0.1;

/** The two edges of a size as squares that can be moved: what is between them is what is read. */
export function EdgeHandles({ span, readValue, value, scale, name, onMove }: EdgeHandlesProps) {
  const [a, b] = span;
  const wide = Math.hypot(b.x - a.x, b.y - a.y);
  const [dx, dy] = [(b.x - a.x) / wide, (b.y - a.y) / wide];
  const perPixel = readValue / wide;
  // How far the first edge was moved outwards, in pixels; the second has the rest.
  const [firstOut, setFirstOut] = useState(0);
  const out = (value - readValue) / perPixel;
  const first = out === 0 ? 0 : firstOut;
  const outs = [first, out - first] as const;
  const held = useRef<{ edge: 0 | 1; from: number; start: number } | null>(null);

  const move = (edge: 0 | 1, to: number) => {
    if (edge === 0) setFirstOut(to);
    const total = edge === 0 ? to + outs[1] : outs[0] + to;
    onMove(Math.max(0, Number((readValue + total * perPixel).toFixed(3))));
  };
  /** Along the span, outwards of an edge, in the picture's pixels. */
  const outwards = (edge: 0 | 1, event: PointerEvent<SVGRectElement>): number => {
    const matrix = event.currentTarget.ownerSVGElement!.getScreenCTM()!.inverse();
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    const along = (x - a.x) * dx + (y - a.y) * dy;
    return edge === 0 ? -along : along - wide;
  };
  const onKeyDown = (edge: 0 | 1) => (event: KeyboardEvent) => {
    const by = event.key === "ArrowUp" ? 1 : event.key === "ArrowDown" ? -1 : 0;
    if (by === 0) return;
    event.preventDefault();
    move(edge, outs[edge] + (by * KEY_STEP) / perPixel);
  };

  return (
    <g>
      {([0, 1] as const).map((edge) => {
        const place = edge === 0 ? a : b;
        const way = edge === 0 ? -1 : 1;
        const x = place.x + dx * way * outs[edge];
        const y = place.y + dy * way * outs[edge];
        return (
          <g key={edge}>
            <rect
              {...squareAt({ x, y }, SQUARE * scale)}
              fill="#FBFAF5"
              stroke="#20262B"
              strokeWidth={3 * scale}
            />
            <rect
              {...squareAt({ x, y }, HOLD * scale)}
              fill="transparent"
              className="cursor-move touch-none"
              role="slider"
              tabIndex={0}
              aria-label={`${edge === 0 ? "One" : "The other"} edge of ${name}`}
              aria-valuenow={value}
              aria-valuemin={0}
              onKeyDown={onKeyDown(edge)}
              onPointerDown={(event) => {
                event.currentTarget.setPointerCapture(event.pointerId);
                held.current = { edge, from: outwards(edge, event), start: outs[edge] };
              }}
              onPointerMove={(event) => {
                const now = held.current;
                if (now?.edge !== edge) return;
                move(edge, now.start + outwards(edge, event) - now.from);
              }}
              onPointerUp={() => (held.current = null)}
              onPointerCancel={() => (held.current = null)}
            />
          </g>
        );
      })}
    </g>
  );
}

const squareAt = ({ x, y }: MatPoint, size: number) => ({
  ...{ x: x - size / 2, y: y - size / 2 },
  ...{ width: size, height: size },
});
