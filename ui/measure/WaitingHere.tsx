"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { countOf } from "../words/count";

const RETRY_MS = 8000;

/** What was entered at a bench and only this device has: sent from here too, once the server can be reached. */
export function WaitingHere({ personId }: { personId: string }) {
  const router = useRouter();
  const [waiting, setWaiting] = useState(0);
  useEffect(() => {
    let gone = false;
    async function send() {
      const { countWaiting, flush } = await import("../bench/outbox");
      const before = await countWaiting(personId);
      if (before > 0) await flush(personId);
      const left = before > 0 ? await countWaiting(personId) : 0;
      if (gone) return;
      setWaiting(left);
      if (left < before) router.refresh();
    }
    const again = () => void send();
    again();
    const timer = setInterval(again, RETRY_MS);
    window.addEventListener("online", again);
    return () => {
      gone = true;
      clearInterval(timer);
      window.removeEventListener("online", again);
    };
  }, [personId, router]);
  return (
    <p role="status" className="text-15 text-heavy empty:hidden">
      {waiting > 0
        ? `${countOf(waiting, "entry is", "entries are")} only on this device, sent when the server can be reached.`
        : null}
    </p>
  );
}
