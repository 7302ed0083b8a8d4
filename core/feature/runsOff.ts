import type { LaidBar } from "../bar/bar";
import type { FeatureExtent, Placed } from "./feature";
import { SLACK_MM, type Warning } from "./warning";

/** A curve that wants more bar than there is before an end. */
export function runsOffTheBar(
  { id, kind }: Pick<Placed, "id" | "kind">,
  { fromMm, toMm }: FeatureExtent,
  bar: LaidBar,
): Warning[] {
  const needsMm = toMm - fromMm;
  const hasMm = Math.min(bar.lengthMm, toMm) - Math.max(0, fromMm);
  return hasMm < needsMm - SLACK_MM
    ? [{ code: "too-little-bar", feature: id, kind, needsMm, hasMm }]
    : [];
}
