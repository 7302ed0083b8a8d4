import { nameInText } from "@/core/bar/named";
import { stretchSection } from "@/core/bar/stretch";
import { tellingSections } from "@/core/piece/outline";
import { caliperSizesMm, sectionAreaMm2, type Section } from "@/core/section/section";
import { printSection } from "@/core/section/spoken";
import type { LengthUnit } from "@/core/units/length";
import type { Stage } from "@/core/workpiece/stages";
import { SectionCut } from "../bar/SectionCut";

/** Pixels a millimetre; smaller where a bar is very thick. */
const SCALE = 2;
const TALLEST_PX = 44;

interface Cut {
  key: string;
  name: string;
  section: Section;
  changed: boolean;
}

/** The sections of a bar at a stage: of what is changed in ink, a taper's half way too; the rest quiet. */
function cutsOf({ bar, on }: Stage): Cut[] {
  const { stretches } = bar.piece;
  const seen = new Set<string>();
  return tellingSections(bar.piece).flatMap(({ id, section }): Cut[] => {
    const stretch = stretches.find((one) => one.id === id)!;
    const changed = on.includes(id);
    const name = nameInText(stretch);
    const cut = { key: id, name, section, changed };
    if (changed && stretch.kind === "transition") {
      const half = stretchSection(stretch, 0.5);
      return [
        { ...cut, name: "tip" },
        { ...cut, key: `${id} half`, name: "half way", section: half },
      ];
    }
    // Two stretches still of the stock are one bar to look at.
    const said = JSON.stringify(section);
    if (!changed && seen.has(said)) return [];
    seen.add(said);
    return [cut];
  });
}

/** The bar cut across, all at one scale. */
export function StageSections({ stage, unit }: { stage: Stage; unit: LengthUnit }) {
  const cuts = cutsOf(stage).filter(({ section }) => sectionAreaMm2(section) > 0);
  const largestMm = Math.max(...cuts.map(({ section }) => Math.max(...caliperSizesMm(section))), 1);
  const scale = Math.min(SCALE, TALLEST_PX / largestMm);
  return (
    <ul aria-label="Sections" className="flex flex-wrap gap-x-6 gap-y-2 px-3 pb-3 text-15">
      {cuts.map(({ key, name, section, changed }) => {
        const [thickMm, wideMm] = caliperSizesMm(section);
        const [width, height] = [wideMm * scale + 4, thickMm * scale + 4];
        return (
          <li
            key={key}
            className={`flex items-center gap-2 ${changed ? "font-semibold" : "text-ink-2"}`}
          >
            <svg width={width} height={height} aria-hidden="true">
              <g className={changed ? "[&_*]:stroke-ink [&_*]:stroke-2" : undefined}>
                <SectionCut section={section} scale={scale} x={width / 2} y={height / 2} label="" />
              </g>
            </svg>
            {name} {printSection(section, unit)}
          </li>
        );
      })}
    </ul>
  );
}
