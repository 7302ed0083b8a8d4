import type { SizeState } from "@/core/measure/judge";

/** The shapes, 16 by 16. */
export const STATE_PATHS: Record<SizeState | "defect", string> = {
  "on-size": "M8 2a6 6 0 1 1 0 12a6 6 0 1 1 0-12z",
  heavy: "M8 2l6.6 11.6H1.4z",
  light: "M8 14L1.4 2.4h13.2z",
  "too-close": "M8 1.2L14.8 8L8 14.8L1.2 8z",
  defect: "M3 1.4L8 6.4l5-5L14.6 3l-5 5l5 5l-1.6 1.6l-5-5l-5 5L1.4 13l5-5l-5-5z",
};

const COLOURS: Record<SizeState | "defect", string> = {
  "on-size": "text-on-size",
  heavy: "text-heavy",
  light: "text-light",
  "too-close": "text-too-close",
  defect: "text-light",
};

/** What the colour of a state is as a class, on light ground. */
export const stateColour = (state: SizeState | "defect"): string => COLOURS[state];

/** ● on size, ▲ heavy, ▽ light, ◇ too close, ✕ defect: shape first, colour second. */
export function StateShape({
  state,
  size = 16,
  onSlate = false,
}: {
  state: SizeState | "defect";
  size?: number;
  onSlate?: boolean;
}) {
  const hollow = state === "light" || state === "too-close";
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 16 16"
      aria-hidden="true"
      className={`inline-block shrink-0 align-[-0.12em] ${onSlate ? "text-chalk" : COLOURS[state]}`}
    >
      <path
        d={STATE_PATHS[state]}
        fill={hollow ? "none" : "currentColor"}
        stroke="currentColor"
        strokeWidth={hollow ? 2 : 0}
        strokeLinejoin="round"
      />
    </svg>
  );
}
