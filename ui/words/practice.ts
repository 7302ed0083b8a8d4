import type { PracticeFit, PracticeModel } from "@/core/climb/practice";

const MODELS: Record<PracticeModel, string> = {
  power: "the first pieces taught the most (power law)",
  exponential: "every piece teaches the same share (exponential)",
  level: "nothing changes so far",
};

/** Which law of practice fits, how surely, and how fast it goes. */
export function modelsInWords({ models }: PracticeFit): string {
  const [best] = [...models].sort((a, b) => b.probability - a.probability);
  if (!best) return "";
  const sure = `${Math.round(best.probability * 100)} in 100 against the others`;
  const rate =
    best.model === "power"
      ? `; twice the pieces, ${Math.round((1 - 2 ** Math.min(0, best.slope)) * 100)} % less error`
      : "";
  return `Likeliest: ${MODELS[best.model]}, ${sure}${rate}.`;
}
