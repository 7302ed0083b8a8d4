import { layBar } from "@/core/bar/bar";
import { moveFeature, resizeStretch } from "@/core/piece/edit";
import { STEP_MM } from "@/core/piece/snap";
import type { LengthUnit } from "@/core/units/length";
import type { Bar } from "./bars";

/** What is selected, one sensible step on: a stretch longer or shorter, a feature further along or back. */
export function nudged(bar: Bar, id: string, by: 1 | -1, unit: LengthUnit): Bar {
  const step = by * STEP_MM[unit];
  const stretch = bar.stretches.find((one) => one.id === id);
  if (stretch) return resizeStretch(bar, id, stretch.length + step);
  const feature = bar.features?.find((one) => one.id === id);
  if (!feature) return bar;
  const { lengthMm } = layBar(bar.stretches);
  const fromMm = "at" in feature ? feature.at : feature.from;
  const toMm = Math.min(lengthMm, Math.max(0, fromMm + step));
  return moveFeature(bar, id, { toMm, grip: "whole" });
}
