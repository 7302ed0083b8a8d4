"use client";

import { useState } from "react";
import { USUAL_PX_PER_MM } from "../kit/screenScale";
import { CARD_HEIGHT_MM, CARD_WIDTH_MM } from "@/core/eye/eye";

const LEAST = 1.8;
const MOST = 9;
/** A rule needs less width than a card held across a phone. */
const RULE_MM = 50;

interface CalibrateProps {
  /** As it was set before; null on a new device. */
  pxPerMm: number | null;
  onSet: (pxPerMm: number) => void;
}

/** Sets the screen's scale: a real card or rule is held against the drawn one, which is made to fit. */
export function Calibrate({ pxPerMm, onSet }: CalibrateProps) {
  const [scale, setScale] = useState(pxPerMm ?? USUAL_PX_PER_MM);
  const [against, setAgainst] = useState<"card" | "rule">("card");
  const width = against === "card" ? CARD_WIDTH_MM * scale : RULE_MM * scale;
  const height = against === "card" ? CARD_HEIGHT_MM * scale : 40;
  return (
    <section
      aria-label="Set the screen"
      className="mt-4 border-t-2 border-ink bg-sheet p-4 text-15"
    >
      <h2 className="font-slab text-20 font-semibold">Set the screen</h2>
      <fieldset className="mt-1 flex flex-wrap gap-x-6">
        <legend className="sr-only">Against</legend>
        {(["card", "rule"] as const).map((one) => (
          <label key={one} className="flex min-h-11 items-center gap-2">
            <input
              type="radio"
              name="against"
              checked={against === one}
              onChange={() => setAgainst(one)}
              className="size-5 accent-ink"
            />
            {one === "card" ? "a bank card" : `${RULE_MM} mm of a steel rule`}
          </label>
        ))}
      </fieldset>
      <p className="mb-3 max-w-xl text-ink-2">
        Hold the real one flat against the screen and make the drawn one the same size. Leave the
        browser&rsquo;s zoom alone afterwards.
      </p>
      <div className="overflow-x-auto">
        <svg
          width={width + 4}
          height={height + 4}
          role="img"
          aria-label={against === "card" ? "A card to fit" : `A rule of ${RULE_MM} mm to fit`}
        >
          {against === "card" ? (
            <rect
              x={2}
              y={2}
              width={width}
              height={height}
              rx={3.2 * scale}
              className="fill-white stroke-ink"
              strokeWidth={2}
            />
          ) : (
            <path
              d={`M2 2V40H${width + 2}V2${Array.from({ length: RULE_MM / 5 - 1 }, (_, i) => `M${2 + (i + 1) * 5 * scale} 40v${i % 2 ? -18 : -10}`).join("")}`}
              className="fill-none stroke-ink"
              strokeWidth={2}
            />
          )}
        </svg>
      </div>
      <label className="mt-3 block">
        <span className="sr-only">Size of the drawn one</span>
        <input
          type="range"
          min={LEAST}
          max={MOST}
          step={0.005}
          value={scale}
          onChange={(event) => setScale(Number(event.target.value))}
          className="h-11 w-full accent-ink"
        />
      </label>
      <div className="mt-1 flex flex-wrap items-center gap-3">
        <button
          type="button"
          className="button"
          aria-label="A little smaller"
          onClick={() => setScale((now) => Math.max(LEAST, now - 0.01))}
        >
          − a little
        </button>
        <button
          type="button"
          className="button"
          aria-label="A little larger"
          onClick={() => setScale((now) => Math.min(MOST, now + 0.01))}
        >
          + a little
        </button>
        <button type="button" className="button button-main" onClick={() => onSet(scale)}>
          It fits
        </button>
      </div>
    </section>
  );
}
