import type { Judging, JudgingCall } from "@/core/eye/judging";
import { isOff, type Judgement } from "@/core/measure/judge";
import type { Characteristic } from "@/core/measure/characteristic";
import { countOf } from "./count";

/** What a kind of reading is called when there are many of it. */
const MANY: Record<string, string> = {
  tip: "tips",
  thickness: "sections",
  diagonals: "squares",
  length: "lengths",
  position: "places",
  walls: "walls",
  diameter: "holes",
  angle: "angles",
  turns: "twists",
  radius: "radii",
  gap: "gaps",
  extent: "sizes over all",
  straightness: "bars",
};

const manyOf = (off: string | null): string => MANY[off ?? ""] ?? "pieces";

/** What of a piece is off most, as a share of its allowance: how its kind is called, and its state. */
export function mostOff(
  judgements: readonly Judgement[],
  characteristics: readonly Characteristic[],
): Pick<JudgingCall, "off" | "offState"> {
  const [most] = judgements
    .filter(isOff)
    .sort((a, b) => Math.abs(b.deviation) - Math.abs(a.deviation));
  const line = characteristics.find(({ id }) => id === most?.characteristicId);
  if (!most || !line) return { off: null, offState: null };
  return { off: line.place === "tip" ? "tip" : line.measure, offState: most.state };
}

/** How often a person was right. */
export const rightInWords = ({ calls, right }: Judging): string =>
  `Right ${right === calls ? "every time" : `${right} of ${countOf(calls, "time")}`}.`;

/** What they get wrong most; null where nothing stands out. */
export function leanInWords({ lean }: Judging, subject: "You" | "They" = "You"): string | null {
  if (!lean) return null;
  const those = lean.off === null ? "pieces" : `${manyOf(lean.off)} that are ${lean.offState}`;
  switch (lean.said) {
    case "keep":
      return `${subject} still keep ${those}.`;
    case "another-heat":
      return lean.off === null
        ? `${subject} still heat again what is good.`
        : `You still heat again what can't be saved: ${those}.`;
    case "start-again":
      return lean.off === null
        ? `${subject} still give up what is good.`
        : `You still give up ${those} that could be put right.`;
  }
}
