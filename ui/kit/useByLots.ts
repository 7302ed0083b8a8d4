"use client";

import { useEffect, useState } from "react";

interface InSight {
  /** The first place in sight, and the one after the last. */
  from: number;
  upTo: number;
  /** How many are handed on in one frame. */
  lot: number;
}

/**
 * A list handed on by lots, one lot a frame of the screen: for lists of which drawing all that is
 * in sight takes longer than a frame. What hasn't had its turn is still as it was.
 *
 * @returns what to draw at a place of the list, and whether some of it is still to come
 */
export function useByLots<T>(list: readonly T[], { from, upTo, lot }: InSight) {
  const [{ now, before, lots }, set] = useState({ now: list, before: list, lots: Infinity });
  if (now !== list) set({ now: list, before: now, lots: 1 });
  const done = from + lots * lot;
  const busy = done < upTo;
  useEffect(() => {
    if (!busy) return;
    const next = requestAnimationFrame(() => set((state) => ({ ...state, lots: state.lots + 1 })));
    return () => cancelAnimationFrame(next);
  }, [busy, lots]);
  const at = (place: number): T => (place < done ? list[place] : (before[place] ?? list[place]))!;
  return { at, busy };
}
