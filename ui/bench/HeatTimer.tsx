"use client";

import { useEffect, useState } from "react";
import { workingTimeInWords } from "../words/stage";

const TICK_MS = 500;
/** After so many working times the bar is cold, and the timer goes away. */
const COLD_AFTER = 3;

/**
 * How long the heat that was just counted has been out of the fire, against what
 * the bar's section allows.
 *
 * @param since when the heat was counted, ms since 1970
 */
export function HeatTimer({ since, seconds }: { since: number; seconds: number }) {
  const [now, setNow] = useState(since);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), TICK_MS);
    return () => clearInterval(timer);
  }, []);
  const out = Math.max(0, Math.floor((now - since) / 1000));
  if (out > seconds * COLD_AFTER) return null;
  return (
    <p role="timer" aria-label="This heat" className="text-right text-13">
      out of the fire <strong className={out > seconds ? "text-heavy" : ""}>{out} s</strong>
      <span className="quiet">
        {" "}
        of {workingTimeInWords(seconds)} at most{out > seconds ? ": back into it" : ""}
      </span>
    </p>
  );
}
