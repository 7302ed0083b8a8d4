import { tellingSections } from "@/core/piece/outline";
import type { Piece } from "@/core/piece/piece";
import { nameInText } from "@/core/bar/named";
import { caliperSizesMm } from "@/core/section/section";
import { printSection } from "@/core/section/spoken";
import type { LengthUnit } from "@/core/units/length";
import { SectionCut } from "../bar/SectionCut";

/** Pixels a millimetre, smaller where a bar is very thick. */
const SCALE = 2;
const TALLEST_PX = 60;

/** The bar cut across in every stretch, all at one scale. */
export function SectionRow({
  stretches,
  unit,
}: {
  stretches: Piece["stretches"];
  unit: LengthUnit;
}) {
  const cuts = tellingSections({ stretches });
  const largestMm = Math.max(...cuts.map(({ section }) => Math.max(...caliperSizesMm(section))), 1);
  const scale = Math.min(SCALE, TALLEST_PX / largestMm);
  return (
    <ul aria-label="Sections" className="flex flex-wrap gap-x-6 gap-y-2 px-3 pb-3">
      {cuts.map(({ id, section }) => {
        const [thickMm, wideMm] = caliperSizesMm(section);
        const [width, height] = [wideMm * scale + 2, thickMm * scale + 2];
        return (
          <li key={id} className="flex items-center gap-2 text-13 text-ink-2">
            <svg width={width} height={height} aria-hidden="true">
              <SectionCut section={section} scale={scale} x={width / 2} y={height / 2} label="" />
            </svg>
            {nameInText(stretches.find((one) => one.id === id)!)}, {printSection(section, unit)}
          </li>
        );
      })}
    </ul>
  );
}
