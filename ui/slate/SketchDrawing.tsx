import { useId } from "react";
import type { Sketch } from "@/core/advice/advice";
import { sketchPaths } from "./adviceSketch";

/** Now in dulled steel, after as an outline, a cut across it; on the slate, or on paper. */
export function SketchDrawing({
  sketch,
  ground = "slate",
}: {
  sketch: Sketch;
  ground?: "slate" | "paper";
}) {
  const steel = useId();
  const { before, after, cut, widthPx, heightPx } = sketchPaths(sketch);
  const isSlate = ground === "slate";
  return (
    <svg
      viewBox={`-2 0 ${widthPx + 4} ${heightPx}`}
      className={`mt-1 w-full ${isSlate ? "max-w-80" : ""}`}
      role="img"
      aria-label="Now, and after"
    >
      <defs>
        <linearGradient id={steel} x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" className="text-steel" stopColor="currentColor" />
          <stop offset="1" className="text-steel-edge" stopColor="currentColor" />
        </linearGradient>
      </defs>
      <path d={before} fill={`url(#${steel})`} opacity={0.75} />
      <path
        d={after}
        fill="none"
        className={isSlate ? "stroke-chalk" : "stroke-ink"}
        strokeWidth={isSlate ? 2 : 3}
        strokeLinejoin="round"
      />
      {cut ? (
        <g className={isSlate ? "stroke-straw" : "stroke-ink"} strokeWidth={isSlate ? 2 : 4}>
          <path d={`M${cut.x} 12V${heightPx - 1}`} />
          <path d={`M${cut.x} 14H${cut.endX}`} strokeWidth={1.5} />
        </g>
      ) : null}
    </svg>
  );
}
