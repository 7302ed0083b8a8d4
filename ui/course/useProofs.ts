import { useEffect, useState } from "react";
import type { MarginRule } from "@/core/climb/margin";
import type { ProofRow } from "@/core/simulate/margin";

/** The table of both rules, reckoned in a worker; null until it is there. */
export function useProofs({ trueRun, risk }: MarginRule): readonly ProofRow[] | null {
  const [found, setFound] = useState<{ key: string; rows: ProofRow[] } | null>(null);
  const key = `${trueRun} ${risk}`;
  useEffect(() => {
    const worker = new Worker(new URL("./proofs.worker.ts", import.meta.url), { type: "module" });
    worker.onmessage = ({ data }: MessageEvent<ProofRow[]>) => setFound({ key, rows: data });
    worker.postMessage({ trueRun, risk });
    return () => worker.terminate();
  }, [key, trueRun, risk]);
  return found?.key === key ? found.rows : null;
}
