"use client";

import { useEffect } from "react";
import { endPendingSession } from "./signOut";

/** Starts the worker that keeps the application, and the pages that need it, on this device. */
export function OfflineWorker() {
  useEffect(() => {
    if (process.env.NODE_ENV !== "production") return;
    void endPendingSession();
    const whenBack = () => void endPendingSession();
    window.addEventListener("online", whenBack);
    // Without it everything works but the reload without a network.
    void navigator.serviceWorker?.register("/worker.js", { scope: "/" }).catch(() => undefined);
    return () => window.removeEventListener("online", whenBack);
  }, []);
  return null;
}
