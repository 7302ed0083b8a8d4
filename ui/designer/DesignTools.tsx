"use client";

import type { Piece } from "@/core/piece/piece";
import { ViewList } from "../bar/ViewList";
import { freePart } from "./bars";
import type { DesignState } from "./designerStore";
import { PartChooser } from "./PartChooser";

interface DesignToolsProps {
  state: DesignState;
  piece: Piece;
  onAdd: () => void;
  onSplit: () => void;
  onUndo: () => void;
  onRedo: () => void;
}

/** The views of the bar, and what is done to it by hand. */
export function DesignTools({ state, piece, onAdd, onSplit, onUndo, onRedo }: DesignToolsProps) {
  const LINK = "link min-h-11 text-15";
  return (
    <div className="my-2 flex flex-wrap items-center gap-x-5 gap-y-2">
      <ViewList />
      <button type="button" className="button" onClick={onAdd}>
        Add
      </button>
      <button type="button" className={LINK} onClick={onSplit}>
        Split here
      </button>
      <button type="button" className={LINK} onClick={state.turn}>
        Turn it
      </button>
      <button type="button" className={LINK} onClick={onUndo}>
        Back
      </button>
      <button type="button" className={LINK} onClick={onRedo}>
        Again
      </button>
      <PartChooser
        parts={piece.parts ?? []}
        part={state.part}
        onWorkOn={state.workOn}
        onAdd={() => {
          const made = freePart(piece);
          state.changePiece((now) => ({ ...now, parts: [...(now.parts ?? []), made] }));
          state.workOn(made.id);
        }}
      />
    </div>
  );
}
