"use client";

import { useStore } from "zustand";
import { useKeys } from "../kit/useKeys";
import type { DesignState, DesignStore } from "./designerStore";
import type { useDesignActions } from "./useDesignActions";

/** How much closer one zoom step comes. */
const ZOOM = 1.3;
const FIRST_SCALE = 3;

interface Looking {
  onAdd: () => void;
  /** Pixels a millimetre; what fits, unless zoomed. */
  scale: number | undefined;
  setScale: (scale: number | undefined) => void;
}

/** The designer's keys, while nothing is typed. */
export function useDesignerKeys(
  store: DesignStore,
  actions: ReturnType<typeof useDesignActions>,
  { onAdd, scale, setScale }: Looking,
) {
  const state = useStore(store);
  const { undo, redo } = store.temporal.getState();
  useKeys("designer", {
    "1": () => state.show("marked"),
    "2": () => state.show("forged"),
    "3": () => state.show("finished"),
    "4": () => state.show("stages"),
    "Ctrl+z": () => undo(),
    "Ctrl+y": () => redo(),
    a: onAdd,
    ...(state.view === "stages" ? {} : drawingKeys(state, actions)),
    "+": () => setScale((scale ?? FIRST_SCALE) * ZOOM),
    "-": () => setScale((scale ?? FIRST_SCALE) / ZOOM),
    "0": () => setScale(undefined),
  });
}

/** Keys that work on the chosen part of the drawing. */
const drawingKeys = (
  state: DesignState,
  { split, chooseNext, nudge, reorder, remove }: ReturnType<typeof useDesignActions>,
) => ({
  s: split,
  ArrowLeft: () => chooseNext(-1),
  ArrowRight: () => chooseNext(1),
  "Shift+ArrowLeft": () => nudge(-1),
  "Shift+ArrowRight": () => nudge(1),
  "Alt+ArrowLeft": () => reorder(-1),
  "Alt+ArrowRight": () => reorder(1),
  Delete: remove,
  Backspace: remove,
  v: state.turn,
});
