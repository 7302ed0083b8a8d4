import { STEP_NAMES, type Step } from "@/core/trade/steps";

/** What a small stair says in words. */
export const stairInWords = (step: Step | 0, stale = false): string =>
  step === 0 ? "not begun" : `${STEP_NAMES[step]}${stale ? ", going stale" : ""}`;

/**
 * A standing as a small stair: height says the step, colour says it again, hatching that it is
 * going stale, the label says it in words. One of the frames of `stairs.png`, so that
 * thousands of them cost nothing.
 */
export function MiniStair({
  step,
  stale = false,
  size = "middle",
}: {
  step: Step | 0;
  stale?: boolean;
  size?: "small" | "middle" | "large";
}) {
  return (
    <span
      role="img"
      aria-label={stairInWords(step, stale)}
      className={`stair stair-${size}`}
      data-frame={step > 0 && stale ? step + 5 : step}
    />
  );
}
