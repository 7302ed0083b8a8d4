import { STEP_NAMES, STEPS, type Step } from "@/core/trade/steps";

const FILL = ["#EBD9A0", "#D3A24C", "#9A6A3C", "#6E4A73", "#2C5B86"];
const EDGE = "#B8B2A0";

/** The upper edge of a step of the stair, from its left end to its right. */
const edgeOf = (one: Step) => `M${(one - 1) * 7.6} ${23 - one * 4.5}h7`;

/** A standing as a small stair: height says the step, colour says it again, the label says it in words. */
export function MiniStair({ step, height = 24 }: { step: Step | 0; height?: number }) {
  const width = (height / 24) * 38;
  return (
    <svg
      width={width}
      height={height}
      viewBox="0 0 38 24"
      role="img"
      aria-label={step === 0 ? "not begun" : STEP_NAMES[step]}
    >
      <path
        d={`M0 23.5H38${STEPS.filter((one) => one > step)
          .map(edgeOf)
          .join("")}`}
        stroke={EDGE}
      />
      {step > 0 ? (
        <path
          d={STEPS.filter((one) => one <= step)
            .map((one) => `${edgeOf(one)}V23h-7Z`)
            .join("")}
          fill={FILL[step - 1]}
          stroke="#20262B"
          strokeWidth="0.4"
        />
      ) : null}
    </svg>
  );
}
