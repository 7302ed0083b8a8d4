"use client";

import { layBar, sectionAt, stretchAt } from "@/core/bar/bar";
import { removeFeature, removeStretch, reorderStretch, splitStretch } from "@/core/piece/edit";
import type { LengthUnit } from "@/core/units/length";
import { barOf } from "@/core/piece/piece";
import type { DesignState } from "./designerStore";
import { nudged } from "./nudge";
import { idOf, itemsAlong } from "./order";

/** What can be done to the chosen stretch or feature. */
export function useDesignActions(state: DesignState, unit: LengthUnit) {
  const { content, part, selected } = state;
  const bar = barOf(content.piece, part);
  const items = itemsAlong(bar);
  const index = items.findIndex((item) => idOf(item) === selected);
  const chosen = items[index];
  const chooseNext = (by: 1 | -1) => {
    const next = items[(index + by + items.length) % items.length];
    if (next) state.select(idOf(next));
  };
  return {
    bar,
    chooseNext,
    /** The stretch the selection lies on. */
    onStretch: (): string | null => {
      if (!chosen) return null;
      return chosen.kind === "stretch"
        ? chosen.stretch.id
        : stretchAt(layBar(bar.stretches), chosen.atMm).stretch.id;
    },
    split: () => {
      if (!chosen) return;
      const atMm = chosen.kind === "stretch" ? (chosen.fromMm + chosen.toMm) / 2 : chosen.atMm;
      state.changeBar((now) => splitStretch(now, atMm, sectionAt(layBar(now.stretches), atMm)));
    },
    remove: () => {
      if (!selected) return;
      chooseNext(-1);
      state.changeBar((now) => removeFeature(removeStretch(now, selected), selected));
    },
    nudge: (by: 1 | -1) => {
      if (selected) state.changeBar((now) => nudged(now, selected, by, unit));
    },
    reorder: (by: 1 | -1) => {
      if (selected) state.changeBar((now) => reorderStretch(now, selected, by));
    },
  };
}
