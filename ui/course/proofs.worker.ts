import { proofsSideBySide } from "@/core/simulate/margin";
import type { MarginRule } from "@/core/climb/margin";
import { PROOF_CHANCES, type ProofRow } from "./proofs";

/** Reckons, beside the page, how soon the count and the margin prove True. */
addEventListener("message", ({ data }: MessageEvent<MarginRule>) => {
  const rows = PROOF_CHANCES.map((chance): ProofRow => ({
    chance,
    ...proofsSideBySide(data, chance),
  }));
  postMessage(rows);
});
