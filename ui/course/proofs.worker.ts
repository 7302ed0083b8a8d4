import type { MarginRule } from "@/core/climb/margin";
import { proofTable } from "@/core/simulate/margin";

/** Reckons, beside the page, how soon the count and the margin prove True. */
addEventListener("message", ({ data }: MessageEvent<MarginRule>) => postMessage(proofTable(data)));
