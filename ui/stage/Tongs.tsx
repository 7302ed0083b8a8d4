import type { Section } from "@/core/section/section";
import { caliperSizesMm } from "@/core/section/section";
import { printSection } from "@/core/section/spoken";
import type { LengthUnit } from "@/core/units/length";
import { SectionCut } from "../bar/SectionCut";

const SIZE_PX = 60;
/** The section in the jaws, px. */
const HELD_PX = 26;

/** A section in the jaws that hold it: on its corners where it is square, between flats where it is flat. */
function Jaws({ section }: { section: Section }) {
  const scale = HELD_PX / Math.max(...caliperSizesMm(section));
  const middle = SIZE_PX / 2;
  const cornered = section.shape === "square";
  const flat = section.shape === "flat";
  const halfHigh = (caliperSizesMm(section)[0] * scale) / 2 + 4;
  return (
    <svg width={SIZE_PX} height={SIZE_PX} aria-hidden="true">
      <g transform={cornered ? `rotate(45 ${middle} ${middle})` : undefined}>
        <SectionCut section={section} scale={scale} x={middle} y={middle} label="" />
      </g>
      <g fill="none" stroke="#F0EEE4" strokeWidth="3">
        {flat ? (
          <path
            d={`M${middle - 22} ${middle - halfHigh}H${middle + 22}M${middle - 22} ${middle + halfHigh}H${middle + 22}`}
          />
        ) : (
          <path
            d={`M${middle - 23} ${middle - 5}L${middle} ${middle - 28}L${middle + 23} ${middle - 5}M${middle - 23} ${middle + 5}L${middle} ${middle + 28}L${middle + 23} ${middle + 5}`}
          />
        )}
      </g>
    </svg>
  );
}

/** The tongs a stage wants. */
export function Tongs({ section, unit }: { section: Section; unit: LengthUnit }) {
  return (
    <p className="flex items-center gap-4">
      <Jaws section={section} />
      <strong className="text-17 font-semibold">Tongs for {printSection(section, unit)}</strong>
    </p>
  );
}
