import { heatBands, type HeatBand } from "@/core/heat/bands";
import type { Heat } from "@/core/operation/heats";
import { workingTimeInWords } from "../words/stage";

/** Light colours carry dark letters. */
const DARK_LETTERS = "#20262B";
const LIGHT_LETTERS = "#FFFFFF";

/** How bright a colour is to the eye, 0 to 1 (relative luminance, WCAG 2). */
function brightness(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const share = parseInt(hex.slice(at, at + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** Below this luminance white letters have more contrast than ink ones. */
const HALF_BRIGHT = 0.2;

const lettersOn = ({ hex }: HeatBand) =>
  brightness(hex) < HALF_BRIGHT ? LIGHT_LETTERS : DARK_LETTERS;

/** The least share of the width a colour's word needs. */
const MIN_WORD_SHARE = 0.22;

/** The colours of a heat from out of the fire to back in, as wide as they last, and the whole of it as a length. */
export function HeatBar({ heat, seconds }: { heat: Heat; seconds: number }) {
  const bands = heatBands(heat);
  return (
    <div role="img" aria-label={`${heat.name}, ${workingTimeInWords(seconds)} in the air`}>
      <div className="flex justify-between text-13 text-chalk-2">
        <span>Out of the fire</span>
        <span>back in</span>
      </div>
      <div className="mt-1 flex h-10">
        {bands.map((band) => (
          <span
            key={band.name + band.fromC}
            className="flex items-center overflow-hidden pl-2 text-15 font-semibold whitespace-nowrap"
            style={{ width: `${band.share * 100}%`, background: band.hex, color: lettersOn(band) }}
          >
            {band.share >= MIN_WORD_SHARE ? band.name : ""}
          </span>
        ))}
      </div>
      <svg className="mt-2 block h-6 w-full" aria-hidden="true">
        <line x1="2%" x2="38%" y1="12" y2="12" stroke="#A8B3AE" strokeWidth="1.2" />
        <line x1="62%" x2="98%" y1="12" y2="12" stroke="#A8B3AE" strokeWidth="1.2" />
        <line x1="1%" x2="3%" y1="20" y2="4" stroke="#A8B3AE" strokeWidth="1.2" />
        <line x1="97%" x2="99%" y1="20" y2="4" stroke="#A8B3AE" strokeWidth="1.2" />
        <text x="50%" y="17" textAnchor="middle" fontSize="15" fontWeight="700" fill="#F0EEE4">
          {workingTimeInWords(seconds)}
        </text>
      </svg>
    </div>
  );
}
