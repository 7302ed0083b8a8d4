import { temporal } from "zundo";
import { createStore } from "zustand/vanilla";
import type { ExerciseContent } from "@/core/exercise/exercise";
import type { Elevation } from "@/core/piece/outline";
import { MAIN_PART, type Piece } from "@/core/piece/piece";
import type { BarView } from "../bar/ViewList";
import { withBar, type Bar } from "./bars";

export interface DesignState {
  content: ExerciseContent;
  /** The part being worked on. */
  part: string;
  /** Id of the selected stretch or feature. */
  selected: string | null;
  view: BarView;
  elevation: Elevation;
  select: (id: string | null) => void;
  show: (view: BarView) => void;
  turn: () => void;
  workOn: (part: string) => void;
  change: (change: (content: ExerciseContent) => ExerciseContent) => void;
  changePiece: (change: (piece: Piece) => Piece) => void;
  /** Changes the bar being worked on. */
  changeBar: (change: (bar: Bar) => Bar) => void;
}

/** The designer's state; only the exercise itself has a history, and that has no end. */
export const createDesignStore = (content: ExerciseContent) =>
  createStore<DesignState>()(
    temporal(
      (set) => ({
        content,
        part: MAIN_PART,
        selected: content.piece.stretches[0]?.id ?? null,
        view: "forged",
        elevation: "side",
        select: (selected) => set({ selected }),
        show: (view) => set({ view }),
        turn: () => set((state) => ({ elevation: state.elevation === "side" ? "plan" : "side" })),
        workOn: (part) => set({ part, selected: null }),
        change: (change) => set((state) => ({ content: change(state.content) })),
        changePiece: (change) =>
          set((state) => ({ content: { ...state.content, piece: change(state.content.piece) } })),
        changeBar: (change) =>
          set((state) => ({
            content: { ...state.content, piece: withBar(state.content.piece, state.part, change) },
          })),
      }),
      {
        partialize: ({ content: kept }) => ({ content: kept }),
        equality: (a, b) => a.content === b.content,
      },
    ),
  );

export type DesignStore = ReturnType<typeof createDesignStore>;

/**
 * Runs a drag as one step of the history: what happens between `begin` and `end`
 * is undone together.
 *
 * @param onHeld hears when the hand takes hold, and when it lets go
 */
export function dragAsOneStep(store: DesignStore, onHeld: (isHeld: boolean) => void) {
  let before: ExerciseContent | null = null;
  return {
    begin: () => {
      before = store.getState().content;
      store.temporal.getState().pause();
      onHeld(true);
    },
    end: () => {
      const after = store.getState().content;
      if (before && before !== after) store.setState({ content: before });
      store.temporal.getState().resume();
      if (before && before !== after) store.setState({ content: after });
      before = null;
      onHeld(false);
    },
  };
}
