"use client";

import { useDrag } from "@use-gesture/react";
import { useState } from "react";
import type { LengthUnit } from "@/core/units/length";
import type { Frame } from "../drawing/frame";
import type { Bar } from "./bars";
import { draggedBar, readHandle, startOfHandle, type Handle } from "./handles";

export interface Dragging {
  begin: () => void;
  end: () => void;
  change: (change: (bar: Bar) => Bar) => void;
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

interface HandleDrag {
  bar: Bar;
  frame: Frame;
  unit: LengthUnit;
  onSelect: (id: string) => void;
  dragging: Dragging;
}

/** Drags a handle of the drawing; `held` is the frame to draw in meanwhile, so that it follows the hand. */
export function useHandleDrag({ bar, frame, unit, onSelect, dragging }: HandleDrag) {
  const [held, setHeld] = useState<Frame | null>(null);
  const bind = useDrag<PointerEvent>(
    ({ first, last, movement, memo, event, tap, cancel }): Held | undefined => {
      const start = (memo as Held | undefined) ?? grab(event, bar, held ?? frame);
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
  return { bind, held };
}
