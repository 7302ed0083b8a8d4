"use client";

import { useEffect, useState } from "react";

interface InSight {
  /** The first place in sight, and the one after the last. */
  from: number;
  upTo: number;
  /** How many are handed on in one frame. */
  chunk: number;
}

/**
 * A list handed on in chunks, one a frame of the screen: for lists of which drawing all that is
 * in sight takes longer than a frame. What hasn't had its turn is still as it was.
 *
 * @returns what to draw at a place of the list, and whether some of it is still to come
 */
export function useChunkedRender<T>(list: readonly T[], { from, upTo, chunk }: InSight) {
  const [{ now, before, chunks }, set] = useState({ now: list, before: list, chunks: Infinity });
  if (now !== list) set({ now: list, before: now, chunks: 1 });
  const done = from + chunks * chunk;
  const busy = done < upTo;
  useEffect(() => {
    if (!busy) return;
    const next = requestAnimationFrame(() =>
      set((state) => ({ ...state, chunks: state.chunks + 1 })),
    );
    return () => cancelAnimationFrame(next);
  }, [busy, chunks]);
  const at = (place: number): T => (place < done ? list[place] : (before[place] ?? list[place]))!;
  return { at, busy };
}
