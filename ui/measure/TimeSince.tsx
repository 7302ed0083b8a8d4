"use client";

import { useEffect, useState } from "react";
import { hoursInWords } from "../words/classes";

const TICK_MS = 15_000;
const MINUTE_MS = 60_000;

/** Hours and minutes from a moment to now, going on by themselves; as the server saw them until the page is its own. */
export function TimeSince({ atMs, nowMs }: { atMs: number; nowMs: number }) {
  const [now, setNow] = useState(nowMs);
  useEffect(() => {
    // The server's clock counts: this device's may be wrong, but runs on as fast.
    const began = performance.now();
    const timer = setInterval(() => setNow(nowMs + performance.now() - began), TICK_MS);
    return () => clearInterval(timer);
  }, [nowMs]);
  return <>{hoursInWords(Math.max(0, Math.floor((now - atMs) / MINUTE_MS)))}</>;
}
