import { useEffect, useState } from "react";
import type { MarginRule } from "@/core/climb/margin";
import type { Proof } from "@/core/simulate/margin";

/** How often a learner's piece is good: what both rules are shown for. */
export const PROOF_CHANCES = [0.5, 0.7, 0.8, 0.9, 0.95] as const;

/** How soon True is proven, counted and by margin, for one chance of a good piece. */
export interface ProofRow {
  chance: number;
  count: Proof;
  margin: Proof;
}

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
