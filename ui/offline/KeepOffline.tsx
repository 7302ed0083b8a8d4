"use client";

import { useEffect } from "react";
import type { WorkerMessage } from "./kept";

/** Longest wait for a quiet moment, ms. */
const AT_LATEST_MS = 8000;

/**
 * Has the pages it names, and the one it stands on, kept on this device for when there is no
 * network.
 *
 * @param version when it changes, they are kept anew
 */
export function KeepOffline({
  paths = [],
  version = 0,
}: {
  paths?: readonly string[];
  version?: number;
}) {
  const others = paths.join(" ");
  useEffect(() => {
    let gone = false;
    const keep = async () => {
      const worker = (await navigator.serviceWorker?.ready)?.active;
      const message: WorkerMessage = {
        keep: [location.pathname, ...others.split(" ").filter(Boolean)],
      };
      if (!gone) worker?.postMessage(message);
    };
    // Not while the page is still coming alive. (One browser has no such callback.)
    if ("requestIdleCallback" in window)
      window.requestIdleCallback(() => void keep(), { timeout: AT_LATEST_MS });
    else setTimeout(() => void keep(), 1500);
    return () => {
      gone = true;
    };
  }, [others, version]);
  return null;
}
