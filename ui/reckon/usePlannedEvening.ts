import { useCallback, useEffect, useRef, useState } from "react";
import type { EveningPlan } from "@/core/evening/evening";

/** What the worker says: how far it is, the plan, or why there is none. */
export type EveningReply = { share: number } | { plan: EveningPlan } | { error: string };

type Planning<Asked> =
  | { state: "idle"; error: string | null }
  | { state: "busy"; share: number }
  | { state: "planned"; asked: Asked; plan: EveningPlan };

/** Plans evenings in a worker, one at a time; what is under way can be stopped. */
export function usePlannedEvening<Asked>() {
  const worker = useRef<Worker | null>(null);
  const [planning, setPlanning] = useState<Planning<Asked>>({ state: "idle", error: null });

  const end = () => {
    worker.current?.terminate();
    worker.current = null;
  };
  useEffect(() => end, []);

  const stop = useCallback(() => {
    end();
    setPlanning({ state: "idle", error: null });
  }, []);

  const plan = useCallback((asked: Asked, evening: unknown) => {
    end();
    const started = new Worker(new URL("./evening.worker.ts", import.meta.url), {
      type: "module",
    });
    worker.current = started;
    setPlanning({ state: "busy", share: 0 });
    started.onmessage = ({ data }: MessageEvent<EveningReply>) => {
      if ("share" in data) return setPlanning({ state: "busy", share: data.share });
      end();
      if ("error" in data) setPlanning({ state: "idle", error: data.error });
      else setPlanning({ state: "planned", asked, plan: data.plan });
    };
    started.onerror = () => {
      end();
      setPlanning({ state: "idle", error: "It could not be planned here. Load the page again." });
    };
    started.postMessage(evening);
  }, []);

  return { planning, plan, stop };
}
