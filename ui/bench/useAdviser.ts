"use client";

import { useEffect, useState } from "react";
import type { Advise } from "@/core/advice/advice";
import type { cheaperWay } from "@/core/verdict/cheaper";

/** What finds a way out for a piece: a third of the bench's program, asked for when it is wanted. */
export interface Adviser {
  advise: Advise;
  cheaperWay: typeof cheaperWay;
}

const RETRY_MS = 2000;

let loading: Promise<Adviser> | null = null;

const load = (): Promise<Adviser> =>
  (loading ??= Promise.all([import("@/core/advice/advise"), import("@/core/verdict/cheaper")])
    .then(([{ advise }, { cheaperWay }]) => ({ advise, cheaperWay }))
    .catch((error: unknown) => {
      loading = null;
      throw error;
    }));

/**
 * The adviser once it is loaded: at once where something was read already, else with the first
 * touch of the page, well before a reading is typed.
 */
export function useAdviser(isRead: boolean): Adviser | null {
  const [adviser, setAdviser] = useState<Adviser | null>(null);
  useEffect(() => {
    let gone = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const ask = () => {
      load()
        .then((loaded) => !gone && setAdviser(loaded))
        .catch(() => {
          if (!gone) timer = setTimeout(ask, RETRY_MS);
        });
    };
    if (isRead) ask();
    const touches = ["pointerdown", "keydown"] as const;
    touches.forEach((touch) => window.addEventListener(touch, ask, { once: true }));
    return () => {
      gone = true;
      clearTimeout(timer);
      touches.forEach((touch) => window.removeEventListener(touch, ask));
    };
  }, [isRead]);
  return adviser;
}
