"use client";

import dynamic from "next/dynamic";
import { memo } from "react";
import { MAIN_PART, type Piece } from "@/core/piece/piece";
import type { Plan } from "@/core/piece/plan";
import type { LengthUnit } from "@/core/units/length";
import { SectionRow } from "../drawing/SectionRow";
import type { Bar } from "./bars";
import type { DesignState } from "./designerStore";
import { ForgedCanvas } from "./ForgedCanvas";
import type { Dragging } from "./useHandleDrag";

// The bar as forged comes first; the other views when they are asked for.
const MarkedCanvas = dynamic(() =>
  import("./MarkedCanvas").then(({ MarkedCanvas: loaded }) => loaded),
);
const FinishedCanvas = dynamic(() =>
  import("./FinishedCanvas").then(({ FinishedCanvas: loaded }) => loaded),
);

interface CanvasProps extends Pick<
  DesignState,
  "view" | "elevation" | "selected" | "select" | "part"
> {
  piece: Piece;
  bar: Bar;
  plan: Plan | null;
  unit: LengthUnit;
  /** Pixels a millimetre; what fits, unless zoomed. */
  scale: number | undefined;
  dragging: Dragging;
}

/** The drawing in the view that is asked for, at its true proportions whatever the zoom. */
export const Canvas = memo(function Canvas({
  view,
  elevation,
  selected,
  select,
  part,
  piece,
  bar,
  plan,
  unit,
  scale,
  dragging,
}: CanvasProps) {
  return (
    // Above a thin bar its sizes would stand where the view is said; the forged bar has its own room there.
    <div
      className={`relative overflow-auto border border-rule bg-sheet contain-content ${view === "forged" ? "" : "pt-6"}`}
    >
      <p className="quiet pointer-events-none absolute top-2 right-3 text-13">
        {view === "marked" ? "the cold bar" : elevation === "side" ? "from the side" : "from above"}
      </p>
      {view === "marked" ? (
        plan ? (
          <MarkedCanvas piece={piece} plan={plan} unit={unit} scale={scale} />
        ) : (
          <p className="p-5 text-15">There is no length to cut yet: see beside the drawing.</p>
        )
      ) : null}
      {view === "forged" ? (
        <ForgedCanvas
          bar={bar}
          elevation={elevation}
          unit={unit}
          scale={scale}
          selected={selected}
          onSelect={select}
          dragging={dragging}
        />
      ) : null}
      {view === "finished" ? (
        <FinishedCanvas
          piece={piece}
          bar={bar}
          main={part === MAIN_PART}
          elevation={elevation}
          unit={unit}
          scale={scale}
          selected={selected}
          onSelect={select}
        />
      ) : null}
      {view === "marked" ? null : <SectionRow stretches={bar.stretches} unit={unit} />}
    </div>
  );
});
