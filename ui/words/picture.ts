import type { MatSeen } from "@/vision/measure";
import type { Overlay } from "@/core/photo/layOver";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured, printMmRounded } from "@/core/units/print";
import { MATS } from "@/core/photo/mat";
import type { PictureStep } from "../photo/usePicture";

/** What is being done with a picture, as it is said meanwhile. */
export const STEP_WORDS: Record<PictureStep, string> = {
  taking: "The practice camera takes it …",
  library: "Getting ready to look at it …",
  mat: "Looking for the mat …",
  outline: "Following the outline …",
  form: "Laying the plan on it …",
  sizes: "Reading the sizes …",
};

/** How the mat lies in a picture. */
export const matInWords = ({ size, tiltDeg, mmPerPixel, rmsMm }: MatSeen): string =>
  `${MATS[size].name} mat, whole in the picture, seen from ${printMmRounded(tiltDeg, 0)}° off the upright. A pixel is ${printMmRounded(mmPerPixel, 2)} mm of it; its marks lie true to ${printMmRounded(Math.max(0.01, rmsMm), 2)} mm.`;

/** What two outlines laid over one another say. */
export function laidInWords(
  { meanMm, farthest, sureMm }: Pick<Overlay, "meanMm" | "farthest" | "sureMm">,
  unit: LengthUnit,
): string {
  const size = (mm: number) => printMeasured(mm, "mm", unit);
  const off = Math.abs(farthest.offMm);
  if (off <= sureMm)
    return `Nowhere further apart than ${size(sureMm)}, and nearer than that two pictures can’t tell.`;
  const way = farthest.offMm > 0 ? "this one stands out" : "this one lies within";
  return `Furthest apart ${size(Math.max(0, farthest.mm))} from end A: there ${way} by ${size(off)}, give or take ${size(sureMm)}. In the mean they are ${size(meanMm)} apart.`;
}
