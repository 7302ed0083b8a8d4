"use client";

import { useEffect, useState } from "react";

const TICK_MS = 15_000;
const MINUTE_MS = 60_000;

/** Minutes from a moment to now, going on by themselves; as the server saw them until the page is its own. */
export function MinutesSince({ atMs, nowMs }: { atMs: number; nowMs: number }) {
  const [now, setNow] = useState(nowMs);
  useEffect(() => {
    // The server's clock counts: this device's may be wrong, but runs on as fast.
    const began = performance.now();
    const timer = setInterval(() => setNow(nowMs + performance.now() - began), TICK_MS);
    return () => clearInterval(timer);
  }, [nowMs]);
  return <>{Math.max(0, Math.floor((now - atMs) / MINUTE_MS))} min</>;
}
