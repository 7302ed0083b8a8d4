import type { Characteristic } from "../measure/characteristic";
import { planPiece } from "../piece/plan";
import type { Stage } from "./stages";

/** A bar is looked at between two heats: more lines than these nobody measures there. */
const MAX_LINES = 8;

/**
 * What can be measured of a bar as a stage leaves it: the lines of that bar's own
 * measuring plan that are of what the stage worked on. Of a bar that was cut or
 * trued it is the size of the whole. Only what a single reading answers.
 *
 * @example stageLines({ key: "cut", on: ["main"], bar: { lengthMm: 90, piece: { format: "bell-step.piece/1", name: "Bar", stock: { section: { shape: "square", size: 12 }, steel: "mild" }, stretches: [{ id: "bar", kind: "prism", section: { shape: "square", size: 12 }, length: 90 }] } } })[0].nominal → 90
 */
export function stageLines(stage: Pick<Stage, "bar" | "on" | "key">): Characteristic[] {
  const lines = planPiece(stage.bar.piece).characteristics.filter(isReadAtOnce);
  const ofWhole = lines.filter(({ stretch, feature }) => stretch === null && !feature);
  const whole = ofWhole.length > 0 ? ofWhole : lines.filter(({ measure }) => measure === "length");
  // Cut long is cut again; cut short, nothing puts it back.
  if (CUTS.has(stage.key))
    return whole.map((line) => ({ ...line, heavyWhen: "above", whenLight: "start-again" }));
  if (stage.key === "true") return whole;
  return lines
    .filter(({ stretch, feature }) => stage.on.includes(feature ?? stretch ?? ""))
    .slice(0, MAX_LINES);
}

const CUTS: ReadonlySet<Stage["key"]> = new Set(["cut", "hot-cut"]);

const isReadAtOnce = ({ kind, readings, unit }: Characteristic) =>
  readings === "one" && kind !== "evenness" && kind !== "presence" && unit !== "gauge";
