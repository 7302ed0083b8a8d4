/** How a hole is made. */
export type HoleMethod = "punch" | "drill" | "slot-drift";

/** A thing the plan says before the steel is cut: what it is about, and its numbers. Lengths in mm. */
export type Warning =
  | { code: "section-grows"; stretch: string; times: number }
  | { code: "upset-slender"; stretch: string; stockMm: number; sizeMm: number; slenderness: number }
  | { code: "too-little-bar"; feature: string; kind: string; needsMm: number; hasMm: number }
  | { code: "bar-to-spare"; feature: string; kind: string; needsMm: number; hasMm: number }
  | { code: "features-overlap"; feature: string; other: string; overlapMm: number }
  | { code: "arms-collide"; feature: string; other: string; atMm: number }
  | { code: "hole-too-wide"; feature: string; diameterMm: number; barMm: number }
  | {
      code: "hole-near-end";
      feature: string;
      method: HoleMethod;
      diameterMm: number;
      endMm: number;
      leastMm: number;
    }
  | { code: "hole-near-edge"; feature: string; method: HoleMethod; wallMm: number; leastMm: number }
  | { code: "goes-too-deep"; feature: string; depthMm: number; barMm: number; possibleMm: number }
  | { code: "too-little-metal"; feature: string; needsMm: number; possibleMm: number }
  | { code: "no-edge"; feature: string }
  | { code: "slit-closed"; feature: string; fromEndMm: number }
  | { code: "doubled-short"; stretch: string; stockMm: number; leastMm: number }
  | { code: "doubled-inside"; feature: string; stretch: string }
  | { code: "eye-swells"; feature: string; drawnMm: number; comesToMm: number }
  | {
      code: "twist-tight";
      feature: string;
      times: number;
      pitchMm: number;
      turns: number;
      possible: number;
    }
  | { code: "twist-unseen"; feature: string }
  | { code: "scroll-touches"; feature: string; spacingMm: number; thicknessMm: number }
  | { code: "ring-closes"; feature: string; overlapMm: number; circumferenceMm: number }
  | { code: "bend-through-hole"; feature: string; hole: string; atMm: number }
  | { code: "wrap-too-tight"; feature: string; turns: number; possible: number }
  | { code: "wrap-short"; feature: string; askedMm: number; comesToMm: number }
  | { code: "wrap-over-fold"; feature: string; fold: string; atMm: number }
  | { code: "pin-without-hole"; part: string; join: string; pinMm: number }
  | {
      code: "pin-fits-badly";
      part: string;
      join: string;
      pinMm: number;
      holeMm: number;
      minMm: number;
      maxMm: number;
    }
  | { code: "turns-too-many"; part: string; join: string; barMm: number }
  | { code: "bar-in-hand-short"; part: string; inHandMm: number; missingMm: number }
  | { code: "coated"; part: string; coating: "zinc" | "plated" | "painted" }
  | { code: "short-to-hold"; part: string; stockMm: number; leastMm: number };

/** Below this a difference is a matter of rounding, mm. */
export const SLACK_MM = 0.5;
